<script lang="ts">
  import { keepReading } from "../project/edits";
  import type { ReadView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import { measuring } from "../stage/measuring.svelte";

  let { project }: { project: Project } = $props();

  const units = $derived(project.document.units ?? "mm");
  let kept = $state("");

  // what is measured follows every change that is proved
  $effect(() => {
    void project.report;
    void measuring.read(project.document);
  });

  const number = (one: ReadView) =>
    one.unit === "mm"
      ? size(one.value, units, units === "mm" ? 3 : 4)
      : one.unit === "mm²" && units === "in"
        ? (one.value / 25.4 ** 2).toFixed(4)
        : String(Number(one.value.toFixed(3)));
  const unit = (one: ReadView) =>
    one.unit === "°" ? "°" : one.unit.replace("mm", units === "mm" ? "mm" : "in");

  /** A line of the checklist that is read off again with every change. */
  function keep(one: ReadView) {
    const of = measuring.things.map((thing) => thing.told);
    const what = `${one.reads}: ${measuring.things.map((thing) => thing.words).join(" to ")}`;
    project.change(`kept: ${what}`, (document) =>
      keepReading(document, one, what, of, number(one), units),
    );
    kept = one.reads;
  }
</script>

<div class="slip w-96 max-w-full px-3 py-2 text-small" role="group" aria-label="measured">
  <p class="flex items-baseline">
    <span class="font-semibold">Measure</span>
    <button class="word-button ml-auto min-h-6 px-1" onclick={() => measuring.stop()}
      ><span class="sr-only">stop measuring</span>×</button
    >
  </p>
  {#each measuring.things as thing, index (index)}
    <p class="truncate text-soft">{thing.words}</p>
  {/each}
  {#if measuring.things.length < 2}
    <p>
      {measuring.things.length
        ? "Press a second face, edge or corner to measure to."
        : "Press a face, an edge or a corner; then another."}
    </p>
  {/if}
  {#if measuring.trouble}<p class="text-brick" role="alert">■ {measuring.trouble}</p>{/if}
  <ul aria-live="polite">
    {#each measuring.reads as one, index (index)}
      <li class="flex items-baseline gap-2 py-0.5">
        <span class="w-32 shrink-0 text-soft">{one.reads}</span>
        <span class="figure" data-read={one.reads}>
          <span class={index ? "" : "text-lead text-brass"}>{number(one)}</span><span class="unit"
            >{unit(one)}</span
          >
        </span>
        {#if one.unit !== "mm²"}
          <button class="word-button ml-auto" onclick={() => keep(one)}
            >{kept === one.reads ? "kept" : "keep it"}<span class="sr-only"
              >: {one.reads} as a line of the checklist</span
            ></button
          >
        {/if}
      </li>
    {/each}
  </ul>
</div>
