<script lang="ts">
  import { server, type FindingView, type ReadingView } from "../api/client";
  import FitRail from "../fitrail/FitRail.svelte";
  import type { Project } from "../project/project.svelte";
  import Findings from "../readings/Findings.svelte";
  import Followed from "../readings/Followed.svelte";
  import Readings from "../readings/Readings.svelte";
  import Sheet from "../sheet/Sheet.svelte";
  import type { Touch } from "../stage/scene";
  import Stage from "../stage/Stage.svelte";

  let { project }: { project: Project } = $props();

  let part = $state(firstPart());
  let lit = $state<{ part: string; step: string } | null>(null);
  let reading = $state<ReadingView | null>(null);
  let everything = $state(false);
  let pointed = $state<FindingView | null>(null);
  let read = $state("");
  let touch = $state.raw<Touch | null>(null);

  function firstPart() {
    return project.report.parts[0]?.name ?? "";
  }

  const bad = $derived(
    project.shown.findings.filter((one) => one.severity === "stop" || one.severity === "warning"),
  );
  const notes = $derived(project.shown.findings.filter((one) => one.severity === "note"));
  const listed = $derived(
    everything
      ? project.shown.findings
      : project.shown.findings.filter((one) => reading?.checks.includes(one.check)),
  );
  const followed = $derived(project.followed);

  $effect(() => {
    if (!project.report.parts.some((one) => one.name === part)) part = firstPart();
  });
  $effect(() => {
    void project.report;
    pointed = null;
  });

  function choose(next: ReadingView) {
    everything = false;
    pointed = null;
    reading = reading?.name === next.name ? null : next;
    const worst = project.shown.findings.find(
      (one) => reading?.checks.includes(one.check) && one.at && one.part && one.severity !== "good",
    );
    pointed = worst ?? null;
  }

  function touched(next: Touch | null) {
    lit = touch = next;
    if (!next) return;
    part = next.part;
    read = `${next.face} of step ${next.step}`;
    requestAnimationFrame(() =>
      document.querySelector(`[data-step="${next.step}"]`)?.scrollIntoView({ block: "nearest" }),
    );
  }

  /** The pressed face comes to lie on the bed. */
  async function standOn({ part: name, face, normal }: Touch) {
    const stance = await server.faced(project.id, name, normal);
    project.stand(stance, `stands on ${face}`);
    touch = null;
  }
</script>

<FitRail {project} bind:part />
<main class="flex min-h-0 flex-1">
  <div class="relative w-[32.5rem] max-w-[46%] shrink-0 border-r border-rule">
    <Sheet {project} {part} bind:lit />
    {#if reading || everything}
      <Findings
        {project}
        findings={listed}
        title={reading ? reading.name : "findings"}
        onpoint={(finding) => (pointed = finding)}
        onclose={() => {
          reading = null;
          everything = false;
          pointed = null;
        }}
      />
    {/if}
  </div>
  <div class="relative min-w-0 flex-1">
    <Stage
      project={project.id}
      report={project.shown}
      sketch={project.sketch}
      {lit}
      {pointed}
      {part}
      units={project.document.units ?? "mm"}
      ontouch={touched}
    />
    <div class="absolute bottom-3 left-4 z-10 flex max-w-80 flex-col items-start gap-2">
      {#if followed}
        <div class="slip w-80 px-3 py-2">
          <p class="flex text-small">
            <span class="min-w-0 truncate font-semibold">{followed.words}</span>
            <button class="word-button ml-auto pl-2" onclick={() => (project.followed = null)}
              ><span class="sr-only">close what followed</span>×</button
            >
          </p>
          <Followed list={followed.list} />
        </div>
      {/if}
      <p class="text-small">
        <button
          class="word-button"
          onclick={() => {
            everything = !everything;
            reading = null;
          }}
        >
          {#if bad.length}<span class="text-brick"
              >▲ {bad.length} to look at{#if notes.length}, {notes.length}
                {notes.length === 1 ? "note" : "notes"}{/if}</span
            >{:else if notes.length}○ {notes.length}
            {notes.length === 1 ? "note" : "notes"}{:else}<span class="text-tide"
              >● nothing to stop for</span
            >{/if}
        </button>
        {#if touch || (lit && read)}<span class="ml-2 text-soft">{read}</span>{/if}
        {#if touch}
          <button class="word-button ml-2" onclick={() => standOn(touch!)}
            >stand it on this face</button
          >
        {/if}
      </p>
    </div>
  </div>
</main>
<Readings readings={project.shown.readings} chosen={reading?.name ?? null} onchoose={choose} />
