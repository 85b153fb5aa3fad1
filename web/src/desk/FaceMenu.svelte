<script lang="ts">
  import type { Catalogue, EntryInfo, PartView } from "../api/client";
  import { size, type Units } from "../project/units";
  import type { Touch } from "../stage/scene";

  let {
    touch,
    part,
    catalogue,
    units,
    onbegin,
    onfit,
    onstand,
    onclose,
  }: {
    touch: Touch;
    part: PartView;
    catalogue: Catalogue | null;
    units: Units;
    onbegin: (entry: EntryInfo) => void;
    onfit: () => void;
    onstand: () => void;
    onclose: () => void;
  } = $props();

  const area = $derived(
    units === "mm" ? touch.area.toFixed(1) : (touch.area / 25.4 ** 2).toFixed(4),
  );
  const known = $derived(part.places.includes(touch.place));
  const entries = $derived(catalogue?.steps.filter((one) => one.at_face) ?? []);
  const edges = $derived(catalogue?.steps.filter((one) => one.at_edge) ?? []);
  /** A face by the place that lies in it, else as the solid names it. */
  const words = (one: { step: string; face: string; place: string }) =>
    (one.place || `${one.step}.${one.face}`)
      .replace(/^(.*)\.(.*)$/, "$2 of $1")
      .replaceAll("_", " ");
</script>

<div class="slip w-96 max-w-full px-3 py-2 text-small" role="group" aria-label="what was pressed">
  <p class="flex items-baseline gap-2">
    <span class="font-semibold"
      >{#if touch.edge}the edge of {words(touch)} and {words(touch.edge)}{:else}{words(
          touch,
        )}{/if}</span
    >
    <span class="text-soft" data-measured
      >{#if touch.edge}<span class="figure">{size(touch.long, units)}</span>
        {units} long{:else}<span class="figure">{area}</span>
        {units}²{/if}{#if touch.pieces > 1}, one of <span class="figure">{touch.pieces}</span
        >{/if}</span
    >
    <button class="word-button ml-auto min-h-6 px-1" onclick={onclose}
      ><span class="sr-only">leave this face</span>×</button
    >
  </p>
  <p class="flex flex-wrap gap-x-3 gap-y-0.5" data-offers>
    {#if touch.edge}
      {#each edges as entry (entry.title)}
        <button class="word-button min-h-6 text-tide" onclick={() => onbegin(entry)}
          >{entry.at_edge}</button
        >
      {/each}
    {/if}
    <!-- edges can be finished of any face, though nothing can stand on it -->
    {#each entries.filter((one) => (one.at_edge ? !touch.edge : known)) as entry (entry.title)}
      <button class="word-button min-h-6 text-tide" onclick={() => onbegin(entry)}
        >{entry.at_face}</button
      >
    {/each}
    {#if known}
      <button class="word-button min-h-6 text-tide" onclick={onfit}>a fit</button>
    {:else}
      <span class="text-soft">nothing can stand on this face</span>
    {/if}
    <button class="word-button min-h-6" onclick={onstand}>stand it on this face</button>
  </p>
</div>
