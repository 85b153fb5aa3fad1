<script lang="ts">
  import { accept, withdraw } from "../project/edits";
  import { inPlace } from "../route/route.svelte";
  import type { FindingView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import Remedy from "./Remedy.svelte";
  import { INK, SHAPE, WORD } from "../ui/severity";

  let {
    project,
    findings,
    title,
    onpoint,
    onclose,
  }: {
    project: Project;
    findings: FindingView[];
    title: string;
    onpoint: (finding: FindingView | null) => void;
    onclose: () => void;
  } = $props();

  // what would cure them is asked for at once while they are read
  $effect(() => {
    project.build.want(true);
    return () => project.build.want(false);
  });

  const label = (name: string) =>
    project.report.parts.find((part) => part.name === name)?.label ??
    project.report.fits.find((fit) => fit.name === name)?.label ??
    name;

  /** What was pressed is gone with what it cured: the cursor goes to the head of the list. */
  let head = $state<HTMLElement>();

  let accepting = $state.raw<FindingView | null>(null);
  let reason = $state("");
  function leave(event: SubmitEvent, finding: FindingView) {
    event.preventDefault();
    const why = reason.trim();
    if (!why) return;
    project.change(`accepted: ${finding.message}`, (document) => accept(document, finding, why));
    accepting = null;
    reason = "";
    head?.focus();
  }
  function takeBack(finding: FindingView) {
    project.change(`no longer accepted: ${finding.message}`, (document) =>
      withdraw(document, finding),
    );
  }
</script>

<section
  aria-label={title}
  class="absolute inset-x-0 bottom-0 z-20 max-h-[62%] overflow-y-auto border-t border-ink bg-raised shadow-lift"
>
  <div class="sticky top-0 flex items-baseline border-b border-rule bg-raised px-4 py-2">
    <h2 class="font-semibold" tabindex="-1" bind:this={head}>{title}</h2>
    {#if project.build.trying && findings.some((one) => one.severity !== "good")}
      <p class="ml-3 text-small text-soft" role="status">trying what would cure it …</p>
    {/if}
    <button class="word-button ml-auto text-small" onclick={onclose}>close</button>
  </div>
  <ul>
    {#each findings as finding, index (index)}
      <li class="border-b border-dashed border-rule px-4 py-2 last:border-b-0">
        <p class="flex gap-2">
          <span class={INK[finding.severity]} aria-hidden="true">{SHAPE[finding.severity]}</span>
          <span class="min-w-0">
            <span class="sr-only">{WORD[finding.severity]}:</span>
            {#if finding.part || finding.fit}<span class="font-semibold"
                >{label(finding.part || finding.fit || "")}</span
              >:{/if}
            {finding.message}
          </span>
        </p>
        {#if finding.accepted}
          <p class="ml-5 text-small text-soft">
            accepted: {finding.accepted}
            <button class="word-button ml-2" onclick={() => takeBack(finding)}>no longer</button>
          </p>
        {/if}
        <p class="ml-5 flex gap-3 text-small">
          {#if finding.at && finding.part}
            <button class="word-button" onclick={() => onpoint(finding)}>show where</button>
          {/if}
          {#if finding.can_be_accepted && accepting !== finding}
            <button class="word-button" onclick={() => ((accepting = finding), (reason = ""))}
              >leave it so</button
            >
          {/if}
          <a
            class="word-button text-soft"
            href="/read/checks/{encodeURIComponent(finding.check)}"
            onclick={inPlace}>what is asked<span class="sr-only"> by {finding.check}</span></a
          >
        </p>
        {#if accepting === finding}
          <form
            class="mt-1 ml-5 flex items-baseline gap-2 text-small"
            onsubmit={(event) => leave(event, finding)}
          >
            <label for="reason-{index}">because</label>
            <input
              id="reason-{index}"
              class="min-w-0 flex-1 border-b border-dotted border-firm bg-transparent"
              maxlength="400"
              placeholder="why it may stay as it is"
              bind:value={reason}
              {@attach (field: HTMLInputElement) => field.focus()}
            />
            <button class="plain-button text-small" disabled={!reason.trim()}>leave it so</button>
            <button type="button" class="word-button" onclick={() => (accepting = null)}>no</button>
          </form>
        {/if}
        {#if finding.remedy}
          <Remedy {project} {finding} ondone={() => head?.focus()} />
        {/if}
      </li>
    {:else}
      <li class="px-4 py-3 text-soft">Nothing to report.</li>
    {/each}
  </ul>
</section>
