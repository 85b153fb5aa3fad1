<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import { address, server, type BedsView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";

  let { project }: { project: Project } = $props();

  let plan = $state.raw<BedsView | null>(null);
  const asking = new Action();
  const units = $derived(project.document.units ?? "mm");

  $effect(() => {
    void project.version;
    return asking.show(
      () => server.beds(project.id),
      (found) => (plan = found),
    );
  });

  const outline = (ring: [number, number][], deep: number) =>
    ring.map(([x, y], index) => `${index ? "L" : "M"}${x} ${deep - y}`).join("") + "Z";
  const lines = (long: number) =>
    Array.from({ length: Math.floor(long / 10) + 1 }, (_, i) => i * 10);
</script>

{#if asking.trouble}<p role="alert" class="text-brick">{asking.trouble}</p>
{:else if plan === null}<p class="text-soft" aria-busy="true">Laying the parts out …</p>
{:else}
  {@const [wide, deep] = plan.bed_mm}
  {#each plan.too_large as one, index (index)}
    <p class="mb-3 max-w-3xl">
      <span class="text-brick"><span aria-hidden="true">■</span> {one.label}</span> is
      <span class="figure">{size(one.short_by_mm, units, 1)}</span>
      {units} too large for this bed, however it is turned.
      {#each one.cuts as cut, which (which)}
        {which ? "And cut it" : "Cut it"} across {cut.axis} at
        <span class="figure">{size(cut.at_mm, units, 1)}</span>
        {units}, where only <span class="figure">{cut.section_mm2.toFixed(0)}</span> mm² is cut.
      {/each}
    </p>
  {/each}
  <div class="flex flex-wrap items-start gap-6">
    {#each plan.beds as bed, number (number)}
      <figure class={plan.beds.length > 1 ? "w-[26rem] shrink-0" : "w-[min(40rem,100%)] shrink-0"}>
        <figcaption class="mb-1 flex items-baseline text-small">
          <span class="font-semibold">{plan.beds.length > 1 ? `bed ${number + 1}` : "one bed"}</span
          >
          <span class="ml-2 text-soft"
            ><span class="figure">{size(wide, units, 0)} × {size(deep, units, 0)}</span>
            {units}, parts <span class="figure">{size(plan.margin_mm, units, 1)}</span> apart or more</span
          >
        </figcaption>
        <svg
          viewBox="-4 -4 {wide + 8} {deep + 14}"
          class="max-h-[70vh] w-full"
          role="img"
          aria-label="bed {number + 1} from above"
        >
          <rect width={wide} height={deep} class="fill-table stroke-ink" stroke-width="0.8" />
          {#each lines(wide) as x (x)}<path
              d="M{x} {deep}v{x % 50 ? 2 : 4}"
              class="stroke-ink"
              stroke-width="0.4"
            />{/each}
          {#each lines(deep) as y (y)}<path
              d="M0 {deep - y}h{y % 50 ? -2 : -4}"
              class="stroke-ink"
              stroke-width="0.4"
            />{/each}
          {#each bed as one, index (index)}
            <path
              d={outline(one.ring, deep)}
              fill={one.colour}
              fill-opacity="0.55"
              class="stroke-ink"
              stroke-width="0.7"
            />
            <text
              x={one.at[0]}
              y={deep - one.at[1] + 2}
              text-anchor="middle"
              class="fill-ink"
              font-size="6.5">{index + 1}</text
            >
          {/each}
          <text x={wide / 2} y={deep + 8} text-anchor="middle" class="fill-soft" font-size="6"
            >front</text
          >
        </svg>
        <ol class="mt-1 text-small">
          {#each bed as one, index (index)}
            <li class="flex gap-2 border-b border-dashed border-rule py-0.5">
              <span class="figure text-soft">{index + 1}</span>
              <span class="min-w-0 flex-1 truncate"
                >{one.label}{#if one.parts.length > 1}<span class="text-soft">
                    printed assembled</span
                  >{/if}</span
              >
              <span class="figure text-soft"
                >{one.size_mm.map((v) => size(v, units, 1)).join(" × ")}</span
              >
            </li>
          {/each}
        </ol>
      </figure>
    {:else}<p class="text-soft">Nothing here fits the bed.</p>{/each}
  </div>
  {#if plan.beds.length}
    <p class="mt-4 text-small">
      <a class="plain-button" download href={address.exportAll(project.id)}
        >take them away as they lie, 3mf</a
      >
    </p>
  {/if}
{/if}
