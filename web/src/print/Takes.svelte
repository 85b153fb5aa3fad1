<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import { address, server, type BuyView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { duration } from "./slicing";

  /** What a project takes: filament, and what does not come off the printer. */
  let { project }: { project: Project } = $props();

  let list = $state.raw<BuyView | null>(null);
  const asking = new Action();
  const counted = $derived(list?.lines.filter((line) => line.many !== null) ?? []);
  const priced = $derived(list?.filament.some((one) => one.cost !== null) ?? false);
  const percent = (share: number) => `${(share * 100).toFixed(0)} %`;
  const passing = $derived(list?.lines.filter((line) => line.many === null) ?? []);

  $effect(() => {
    void project.version;
    return asking.show(
      () => server.toBuy(project.id),
      (found) => (list = found),
    );
  });
</script>

{#if asking.trouble}<p role="alert" class="text-brick">{asking.trouble}</p>
{:else if list === null}<p class="text-soft" aria-busy="true">Adding up what it takes …</p>
{:else}
  {#each list.unknown as fit (fit)}
    <p class="mb-3">
      <span class="text-brick"><span aria-hidden="true">■</span> {fit}</span> is not built: what it takes
      is not in this list.
    </p>
  {/each}
  {#if list.filament.length}
    <h3 class="mb-1 font-semibold">Printed</h3>
    <table class="mb-6 w-full max-w-3xl border-collapse">
      <thead>
        <tr class="text-left text-small text-soft">
          <th class="w-24 pb-1 text-right font-normal">filament</th>
          <th class="pb-1 pl-4 font-normal">of</th>
          <th class="pb-1 pl-4 text-right font-normal">long</th>
          <th class="pb-1 pl-4 text-right font-normal">time</th>
          {#if priced}<th class="pb-1 pl-4 text-right font-normal">cost</th>{/if}
          <th class="pb-1 pl-4 text-right font-normal">prints</th>
        </tr>
      </thead>
      <tbody>
        {#each list.filament as one (one.material)}
          <tr class="border-t border-rule align-baseline">
            <td class="py-1.5 text-right text-lead"
              ><span class="figure">{one.mass_g.toFixed(0)}</span><span class="unit">g</span></td
            >
            <td class="py-1.5 pl-4 font-semibold">{one.material}</td>
            <td class="py-1.5 pl-4 text-right"
              ><span class="figure">{one.long_m.toFixed(1)}</span><span class="unit">m</span></td
            >
            <td class="py-1.5 pl-4 text-right"
              ><span class="figure">{duration(one.seconds)}</span></td
            >
            {#if priced}<td class="py-1.5 pl-4 text-right"
                ><span class="figure">{one.cost?.toFixed(2)}</span></td
              >{/if}
            <td class="py-1.5 pl-4 text-right"><span class="figure">{one.prints}</span></td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="-mt-4 mb-6 max-w-2xl text-small text-soft">
      Estimated as each part stands: grams within {percent(list.filament[0]!.mass_within)}, time
      within {percent(list.filament[0]!.time_within)}; supports are not in it.
    </p>
  {/if}
  {#if counted.length || !passing.length}<h3 class="mb-1 font-semibold">Bought</h3>{/if}
  {#if !list.lines.length}
    <p class="max-w-2xl text-soft">
      Nothing. Screws, inserts, nuts and bearings come here by themselves from the fits and holes
      that take them, and so does whatever is marked as bought.
    </p>
  {/if}
  {#if counted.length}
    <table class="w-full max-w-3xl border-collapse">
      <thead>
        <tr class="text-left text-small text-soft">
          <th class="w-20 pb-1 text-right font-normal">how many</th>
          <th class="pb-1 pl-4 font-normal">what</th>
          <th class="pb-1 pl-4 font-normal">sizes by</th>
          <th class="pb-1 pl-4 font-normal">for</th>
        </tr>
      </thead>
      <tbody>
        {#each counted as line, index (index)}
          <tr class="border-t border-rule align-baseline">
            <td class="py-1.5 text-right text-lead"><span class="figure">{line.many}</span></td>
            <td class="py-1.5 pl-4 font-semibold">{line.what}</td>
            <td class="py-1.5 pl-4 text-small text-soft">{line.by}</td>
            <td class="py-1.5 pl-4 text-small">{line.where.join(", ")}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if passing.length}
    <h3 class="mt-6 mb-1 font-semibold">Screws for holes that no fit joins</h3>
    <p class="mb-1 max-w-2xl text-small text-soft">
      One screw may go through holes of several parts, so these are not counted, nor is it known how
      long they must be. A fit that holds parts by screws makes both holes and says.
    </p>
    <ul class="max-w-3xl">
      {#each passing as line, index (index)}
        <li class="border-t border-rule py-1.5">
          <span class="font-semibold">{line.what}</span>
          <span class="text-small text-soft">{line.by}</span>
          <span class="ml-3 text-small">holes: {line.where.join(", ")}</span>
        </li>
      {/each}
    </ul>
  {/if}
  {#if list.lines.length || list.filament.length}
    <p class="mt-4 text-small">
      <a class="plain-button" download href={address.toBuy(project.id)}>take the list away, csv</a>
    </p>
  {/if}
{/if}
