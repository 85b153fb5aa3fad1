<script lang="ts">
  import type { FollowView } from "../api/client";
  import { percent } from "../project/units";

  /** What the gaps of fits would become; with boxes to tick where projects can be chosen. */
  let { follows, chosen = $bindable(null) }: { follows: FollowView[]; chosen?: number[] | null } =
    $props();

  function tick(project: number, on: boolean) {
    chosen = on ? [...(chosen ?? []), project] : (chosen ?? []).filter((one) => one !== project);
  }
</script>

{#if follows.length === 0}
  <p class="text-small text-soft">No project is meant for this process and goes by a feel.</p>
{:else}
  <table class="w-full max-w-3xl text-small">
    <thead class="text-left text-soft">
      <tr class="border-b border-rule">
        {#if chosen}<th class="w-8 py-1 font-normal"><span class="sr-only">take it over</span></th
          >{/if}
        <th class="py-1 font-normal">project</th>
        <th class="font-normal">fit</th>
        <th class="font-normal">feel</th>
        <th class="text-right font-normal">gap a side</th>
        <th class="text-right font-normal">chance of its feel</th>
      </tr>
    </thead>
    <tbody>
      {#each follows as one, index (index)}
        {@const first = follows.findIndex((other) => other.project === one.project) === index}
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
          <td class="py-1">{first ? one.title : ""}</td>
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
