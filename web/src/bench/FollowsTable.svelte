<script lang="ts">
  import type { FollowView } from "../api/client";
  import { percent } from "../project/units";
  import SortHead from "../ui/SortHead.svelte";
  import { inOrder, type Sort } from "../ui/sorting";

  /** What the gaps of fits would become; with boxes to tick where projects can be chosen. */
  let { follows, chosen = $bindable(null) }: { follows: FollowView[]; chosen?: number[] | null } =
    $props();

  type Column = "title" | "fit" | "feel" | "gap_mm" | "chance";
  let sort = $state<Sort<Column> | null>(null);
  const sorted = $derived(inOrder(follows, sort, (one, key) => one[key]));
  const onsort = (next: Sort<Column>) => (sort = next);

  function tick(project: number, on: boolean) {
    chosen = on ? [...(chosen ?? []), project] : (chosen ?? []).filter((one) => one !== project);
  }
</script>

{#if follows.length === 0}
  <p class="text-small text-soft">No project is meant for this process and goes by a feel.</p>
{:else}
  <table class="w-full text-small">
    <thead class="sticky-head text-left text-soft">
      <tr class="border-b border-rule">
        {#if chosen}<th class="w-8 py-1 font-normal"><span class="sr-only">take it over</span></th
          >{/if}
        <SortHead key="title" words="project" {sort} {onsort} />
        <SortHead key="fit" words="fit" {sort} {onsort} />
        <SortHead key="feel" words="feel" {sort} {onsort} />
        <SortHead key="gap_mm" words="gap a side" right {sort} {onsort} />
        <SortHead key="chance" words="chance of its feel" right {sort} {onsort} />
      </tr>
    </thead>
    <tbody>
      {#each sorted as one, index (index)}
        <!-- a project is named, and ticked, where its fits begin -->
        {@const first = sorted.findIndex((other) => other.project === one.project) === index}
        {@const named = first || sorted[index - 1]?.project !== one.project}
        <tr class="border-b border-dashed border-rule">
          {#if chosen}
            <td class="py-1">
              {#if first}<input
                  type="checkbox"
                  class="accent-tide"
                  aria-label="take it into {one.title}"
                  checked={chosen.includes(one.project)}
                  onchange={(event) => tick(one.project, event.currentTarget.checked)}
                />{/if}
            </td>
          {/if}
          <td class="py-1">{named ? one.title : ""}</td>
          <td>{one.fit}</td>
          <td>{one.feel}</td>
          <td class="figure text-right"
            >{one.gap_mm.toFixed(2)}{#if one.changes}{" "}→
              <span class="font-semibold">{one.gap_then_mm.toFixed(2)}</span>{/if}</td
          >
          <td class="figure text-right"
            >{percent(one.chance)}{#if one.changes}{" "}→
              <span class="font-semibold">{percent(one.chance_then)}</span>{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
