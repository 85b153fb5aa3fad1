<script lang="ts">
  import { onMount } from "svelte";
  import {
    server,
    type Catalogue,
    type FindingView,
    type FitInfo,
    type ReadingView,
  } from "../api/client";
  import Finder from "../finder/Finder.svelte";
  import { cannotEntries, fitEntries, stepEntries, type Entry } from "../finder/entries";
  import FitMaker from "../fitrail/FitMaker.svelte";
  import FitRail from "../fitrail/FitRail.svelte";
  import { textAt } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import Findings from "../readings/Findings.svelte";
  import Followed from "../readings/Followed.svelte";
  import Readings from "../readings/Readings.svelte";
  import Sheet from "../sheet/Sheet.svelte";
  import { measuring, pressedThing } from "../stage/measuring.svelte";
  import { pointing } from "../stage/pointing.svelte";
  import type { Lit, Touch } from "../stage/scene";
  import Stage from "../stage/Stage.svelte";
  import { Action } from "../ui/action.svelte";
  import { shortcuts } from "../ui/shortcuts.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import MeasuredSlip from "./MeasuredSlip.svelte";
  import FirstWalk from "./FirstWalk.svelte";
  import FaceMenu from "./FaceMenu.svelte";
  import { doable, ownEntries } from "./found";

  let { project }: { project: Project } = $props();

  let part = $state(firstPart());
  let lit = $state.raw<Lit | null>(null);
  let current = $state("");
  let catalogue = $state.raw<Catalogue | null>(null);
  let barred = $state(false);
  let finding = $state<"" | "anything" | "a fit">("");
  let fitting = $state<FitInfo | null>(null);
  let stage = $state<Stage>();
  let sheet = $state<Sheet>();
  let reading = $state<ReadingView | null>(null);
  let everything = $state(false);
  let pointed = $state<FindingView | null>(null);
  let touch = $state.raw<Touch | null>(null);
  const asking = new Action();

  const units = $derived(project.document.units ?? "mm");
  const touched = $derived(project.shown.parts.find((one) => one.name === touch?.part));
  /** Distances of the step in hand: where the newest solids have them, as they are told now. */
  const held = $derived(
    (project.sketch ?? project.shown).parts
      .find((one) => one.name === part)
      ?.steps.find((step) => step.id === current && step.enabled)
      ?.held.map((one) => ({ ...one, text: textAt(project.document, one.path) })) ?? [],
  );

  onMount(() => {
    asking.show(
      () => server.catalogue(),
      (found) => (catalogue = found),
    );
    const offFind = shortcuts.on("/", () => (finding = "anything"));
    const off = shortcuts.on("Escape", () => {
      if (pointing.asked) pointing.stop();
      else if (measuring.on) measuring.stop();
      else if (touch) leave();
      else if (reading || everything) closeFindings();
    });
    return () => {
      off();
      offFind();
      measuring.stop();
      pointing.stop();
    };
  });

  function firstPart() {
    return project.report.parts[0]?.name ?? "";
  }

  function select(name: string) {
    part = name || firstPart();
    current = "";
    touch = null;
  }

  const spaced = (place: string) => place.replace(/^(.*)\.(.*)$/, "$2 of $1").replaceAll("_", " ");
  const entries = $derived.by((): Entry[] => {
    if (!catalogue || !finding) return [];
    const fits = fitEntries(catalogue, (fit) => (fitting = fit));
    if (finding === "a fit") return fits;
    const steps = stepEntries(catalogue, (entry) => void sheet?.add(entry));
    const around = {
      project,
      part,
      select,
      place: (of: string, place: string) => press(stage?.faceNamed(of, place) ?? null),
      read: (one: ReadingView) => {
        reading = null;
        choose(one);
      },
      findings: () => {
        everything = true;
        reading = null;
      },
      measure: beginMeasuring,
      meet: () => requestAnimationFrame(() => (finding = "a fit")),
    };
    const made = [...steps, ...fits];
    return [
      ...made,
      ...ownEntries(project.shown, around),
      ...doable(around),
      ...cannotEntries(catalogue, made),
    ];
  });

  function beginMeasuring() {
    touch = null;
    lit = null;
    measuring.begin();
  }
  const reached = $derived(measuring.reads.find((one) => one.a && one.b) ?? null);

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

  // A part that is gone from the document is looked at no longer; a new one may still be on its way.
  $effect(() => {
    if (!project.document.parts?.some((one) => one.name === part)) part = firstPart();
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

  function closeFindings() {
    const from = reading ? `[data-reading="${reading.name}"]` : "[data-all-findings]";
    reading = null;
    everything = false;
    pointed = null;
    document.querySelector<HTMLElement>(from)?.focus();
  }

  function press(next: Touch | null) {
    if (measuring.on) {
      if (!next) return;
      const label = project.report.parts.find((one) => one.name === next.part)?.label ?? next.part;
      measuring.press(pressedThing(next, label), project.document);
      return;
    }
    touch = next;
    lit = next && { part: next.part, step: next.step, face: next.face, at: next.at };
    if (!next) return;
    if (part !== next.part) current = "";
    part = next.part;
    requestAnimationFrame(() =>
      document.querySelector(`[data-step="${next.step}"]`)?.scrollIntoView({ block: "nearest" }),
    );
  }

  function leave() {
    touch = null;
    lit = null;
    document.querySelector<HTMLElement>("[data-stage]")?.focus();
  }

  /** The pressed face comes to lie on the bed. */
  async function standOn({ part: name, face, normal }: Touch) {
    const stance = await asking.run(() => server.faced(project.id, name, normal));
    if (!stance) return;
    project.stand(stance, `stands on ${face}`);
    touch = null;
  }

  function heldTo(path: string, text: string) {
    project.set(path, text, `moved to ${text}`);
  }
</script>

<FitRail {project} {part} {catalogue} onselect={select} onfit={() => (finding = "a fit")} />
<main class="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
  <div
    class="relative w-[32.5rem] max-w-[46%] shrink-0 border-r border-rule max-md:w-full max-md:max-w-none max-md:border-r-0 max-md:border-b"
    id="sheet"
    tabindex="-1"
  >
    <Sheet
      {project}
      {part}
      {catalogue}
      {touch}
      bind:this={sheet}
      bind:lit
      bind:current
      onselect={select}
      onbegun={() => {
        touch = null;
        lit = null;
      }}
      onfind={() => (finding = "anything")}
    />
    {#if reading || everything}
      <Findings
        {project}
        findings={listed}
        title={reading ? reading.name : "findings"}
        onpoint={(finding) => (pointed = finding)}
        onclose={closeFindings}
      />
    {/if}
  </div>
  <div class="relative min-w-0 flex-1 max-md:h-[70vh] max-md:flex-none">
    <Stage
      bind:this={stage}
      bind:barred
      project={project.id}
      report={project.shown}
      sketch={project.sketch}
      lit={pointing.told ?? lit}
      {pointed}
      {part}
      {units}
      {held}
      edge={touch?.edge ? touch : null}
      hidden={project.hidden}
      faint={project.faint}
      reach={measuring.on && reached
        ? { part: measuring.things[0]?.part ?? "", a: reached.a!, b: reached.b! }
        : null}
      onmeasure={beginMeasuring}
      onheld={heldTo}
      ontouch={press}
    />
    <div
      class="pointer-events-none absolute bottom-3 left-4 z-10 flex max-w-[calc(100%-2rem)] flex-col items-start gap-2 *:pointer-events-auto"
    >
      <Trouble of={asking} />
      {#if !touch && !measuring.on}<FirstWalk />{/if}
      {#if measuring.on}<MeasuredSlip {project} />{/if}
      {#if touch && touched}
        <FaceMenu
          {touch}
          part={touched}
          {catalogue}
          {units}
          onbegin={(entry) => sheet?.add(entry)}
          onfit={() => (finding = "a fit")}
          onstand={() => standOn(touch!)}
          onclose={leave}
        />
      {/if}
      {#if followed && !touch && !measuring.on}
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
      <!-- the bar that moves what is seen lies between -->
      <p class={["text-small", barred && "mt-14"]}>
        <button
          class="word-button"
          data-all-findings
          onclick={() => {
            everything = !everything;
            reading = null;
          }}
        >
          {#if bad.length}<span class="text-brick"
              >▲ {bad.length} to look at{#if notes.length}, {notes.length}
                {notes.length === 1 ? "note" : "notes"}{/if}</span
            >{:else if notes.length}○ {notes.length}
            {notes.length === 1
              ? "note"
              : "notes"}{:else if !project.proved || project.build.ended.length}<span
              class="text-soft">○ {project.build.on ? "proving …" : "not proved"}</span
            >{:else if project.shown.readings.length}<span class="text-tide"
              >● nothing to stop for</span
            >{:else}<span class="text-soft">○ nothing to prove yet</span>{/if}
        </button>
      </p>
    </div>
  </div>
</main>
<Readings
  readings={project.shown.readings}
  build={project.build}
  chosen={reading?.name ?? null}
  onchoose={choose}
/>
<Finder
  bind:open={() => finding !== "", (now) => (finding = now ? finding || "anything" : "")}
  {entries}
  ready={catalogue !== null}
  where={touch?.part === part && touched?.places.includes(touch.place) ? spaced(touch.place) : ""}
  onclosed={() => document.querySelector<HTMLElement>("[data-add]")?.focus()}
/>
<FitMaker
  bind:kind={fitting}
  {project}
  {part}
  {touch}
  onother={() => {
    fitting = null;
    finding = "a fit";
  }}
/>
