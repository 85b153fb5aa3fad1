<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Views from "../ui/Views.svelte";
  import { onMount } from "svelte";
  import { server, type ProcessView, type SizeRead } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { address } from "../route/route.svelte";

  /** A print written into the logbook: which parts, when, how each fit turned out. */
  let { project }: { project: Project } = $props();

  const made = $derived(project.shown.parts.filter((part) => part.key && !part.bought));
  let left = $state<string[]>([]);
  let printed = $state(new Date().toISOString().slice(0, 10));
  let notes = $state("");
  let felt = $state<Record<string, string>>({});
  let sizes = $state.raw<SizeRead[]>([]);
  let read = $state<Record<string, string>>({});
  let madeUp = $state(false);
  const asking = new Action();
  const reading = new Action();
  const offering = new Action();
  let processes = $state.raw<ProcessView[]>([]);
  let words = $state.raw<string[]>([]);
  onMount(() =>
    offering.show(
      () => Promise.all([server.catalogue(), server.bench()]),
      ([catalogue, bench]) => {
        words = catalogue.felt;
        processes = bench;
      },
    ),
  );

  const parts = $derived(made.map((part) => part.name).filter((name) => !left.includes(name)));
  const fits = $derived(
    project.shown.fits.filter(
      (fit) => fit.gap_mm !== null && fit.parts.every((part) => parts.includes(part)),
    ),
  );

  $effect(() => {
    void project.version;
    return reading.show(
      () => server.sizes(project.id),
      (found) => (sizes = found),
    );
  });
  const shown = $derived(sizes.filter((size) => parts.includes(size.part)));
  const key = (size: SizeRead) => `${size.part}|${size.label}`;
  const numbers = (text: string) =>
    text
      .replaceAll(",", ".")
      .split(/[\s;]+/)
      .filter(Boolean)
      .map(Number);
  const wrong = $derived(
    shown.some((size) => numbers(read[key(size)] ?? "").some((v) => !(v > 0))),
  );

  /** Should the answer get lost and it be sent again, it is still one print. */
  const once = `${Date.now()}-${Math.random().toString(36).slice(2)}`;

  async function standIn() {
    const tried = await asking.run(() => server.trial(project.id, parts));
    if (!tried) return;
    felt = { ...tried.felt };
    read = Object.fromEntries(
      tried.sizes.map((size) => [key(size), size.readings!.map((v) => v.toFixed(2)).join(" ")]),
    );
    madeUp = true;
  }

  async function plan() {
    if (await asking.run(() => server.planPrint(project.id, parts))) address.go("/logbook");
  }

  async function write(event: SubmitEvent) {
    event.preventDefault();
    const written = await asking.run(() =>
      server.writePrint(project.id, {
        parts,
        printed,
        notes,
        outcomes: fits.map((fit) => ({
          fit: fit.name,
          label: fit.label || fit.title,
          feel: fit.feel,
          gap_mm: fit.gap_mm!,
          felt: felt[fit.name] ?? "",
        })),
        readings: shown.map((size) => ({ ...size, readings: numbers(read[key(size)] ?? "") })),
        made_up: madeUp,
        once,
      }),
    );
    if (written) address.go("/logbook");
  }
</script>

<form class="max-w-3xl" onsubmit={write}>
  <p class="mb-3 text-small text-soft">
    {project.report.process}{#if processes.length === 0}; not on the bench, so nothing is learnt{/if}
  </p>
  <p class="mb-3 flex flex-wrap items-baseline gap-x-4">
    <label
      >printed on <input
        type="date"
        class="figure border-b border-dotted border-firm bg-transparent"
        required
        bind:value={printed}
      /></label
    >
    {#each made as part (part.name)}
      <label
        ><input
          type="checkbox"
          class="accent-tide"
          checked={!left.includes(part.name)}
          onchange={(event) =>
            (left = event.currentTarget.checked
              ? left.filter((name) => name !== part.name)
              : [...left, part.name])}
        />
        {part.label}</label
      >
    {/each}
  </p>
  {#each fits as fit (fit.name)}
    <div
      class="flex flex-wrap items-baseline gap-x-4 border-b border-dashed border-rule py-1.5 text-small"
    >
      <span class="w-64"
        >{fit.label || fit.title}
        <span class="text-soft"
          >{fit.feel} at <span class="figure">{fit.gap_mm?.toFixed(2)}</span> mm a side</span
        ></span
      >
      <Views
        value={felt[fit.name] ?? ""}
        options={words.map((word) => ({ value: word, words: word }))}
        label="how {fit.label || fit.title} felt"
        onset={(word) => (felt[fit.name] = word)}
      />
    </div>
  {/each}
  {#if shown.length}
    <h3 class="mt-4 mb-1 text-small text-soft">
      What the caliper reads, mm, several with blanks between; leave out what you did not measure
    </h3>
    <div class="columns-2 gap-x-8">
      {#each shown as size (key(size))}
        <label class="flex items-baseline gap-3 border-b border-dashed border-rule py-1 text-small">
          <span class="min-w-0 flex-1">{size.label}</span>
          <span class="figure text-soft">{size.value.toFixed(2)}</span>
          <input
            class="figure w-40 border-b border-dotted border-firm bg-transparent"
            aria-label="readings of {size.label}"
            autocomplete="off"
            bind:value={read[key(size)]}
          />
        </label>
      {/each}
    </div>
  {/if}
  <p class="mt-3 text-small">
    <button
      type="button"
      class="word-button"
      disabled={!parts.length || asking.busy}
      onclick={standIn}>{asking.busy ? "printing …" : "let the stand-in printer print it"}</button
    >
    {#if madeUp}<span class="text-brass"
        >▲ made up by a stand-in printer and caliper, not by a machine</span
      >{/if}
  </p>
  {#if wrong}<p class="mt-2 text-small text-brick" role="alert">
      readings are numbers in millimetres
    </p>{/if}
  <label class="mt-3 block text-small text-soft"
    >notes
    <textarea
      class="mt-1 block h-20 w-full border border-rule bg-raised p-2 text-ink"
      maxlength="4000"
      bind:value={notes}></textarea></label
  >
  <Trouble of={asking} />
  <p class="mt-3 flex gap-3">
    <button class="plain-button" disabled={!parts.length || wrong}>write it into the logbook</button
    >
    <button type="button" class="plain-button" disabled={!parts.length} onclick={plan}
      >not printed yet: plan it</button
    >
  </p>
</form>
