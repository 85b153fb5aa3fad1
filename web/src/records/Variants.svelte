<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import { onMount } from "svelte";
  import { server, type RevisionView, type ShelfItem, type Variant } from "../api/client";
  import type { Project } from "../project/project.svelte";

  /** Versions of a project, and other projects, side by side as sliced. */
  let { project }: { project: Project } = $props();

  let revisions = $state.raw<RevisionView[]>([]);
  let shelf = $state.raw<ShelfItem[]>([]);
  let versions = $state.raw<number[]>([]);
  let others = $state.raw<number[]>([]);
  let rows = $state.raw<Variant[]>([]);
  const asking = new Action();
  const offering = new Action();
  const listing = new Action();

  onMount(() =>
    offering.show(
      () => server.shelf(),
      (found) => (shelf = found.filter((one) => one.id !== project.id)),
    ),
  );
  $effect(() => {
    void project.version;
    return listing.show(
      () => server.history(project.id),
      (found) => (revisions = found.filter((one) => !one.current)),
    );
  });
  $effect(() => {
    void project.version;
    if (!versions.length && !others.length) {
      rows = [];
      return;
    }
    return asking.show(
      () => server.variants(project.id, versions, others),
      (found) => (rows = found),
    );
  });

  function add(chosen: string) {
    const [kind, id] = chosen.split(":");
    if (kind === "version") versions = [...versions, Number(id)];
    if (kind === "other") others = [...others, Number(id)];
  }
  function drop(index: number) {
    const at = index - 1;
    if (at < versions.length) versions = versions.filter((_, own) => own !== at);
    else others = others.filter((_, own) => own !== at - versions.length);
  }

  const shown = (value: number | null | undefined, digits: number, unit: string) =>
    value === null || value === undefined ? "-" : `${value.toFixed(digits)} ${unit}`;
  const hours = (seconds: number) =>
    `${Math.floor(seconds / 3600)} h ${Math.round((seconds % 3600) / 60)} min`;
  const LINES: [string, (one: Variant) => string][] = [
    ["mass, as sliced", (one) => shown(one.mass_g, 1, "g")],
    ["filament", (one) => shown(one.filament_m, 2, "m")],
    ["time, ± 30 %", (one) => hours(one.seconds)],
    ["cost", (one) => shown(one.cost, 2, "")],
    ["footprint, CO₂e", (one) => shown(one.footprint_g, 0, "g")],
    ["thinnest wall", (one) => shown(one.wall_min_mm, 2, "mm")],
    ["tightest gap a side", (one) => shown(one.gap_min_mm, 2, "mm")],
    [
      "least sure fit",
      (one) => shown(one.chance_min == null ? null : one.chance_min * 100, 0, "%"),
    ],
    ["keeps its shape to", (one) => shown(one.warm_c, 0, "°C")],
    [
      "to look at",
      (one) =>
        `${one.stops + one.warnings || "nothing"}${one.stops ? `, ${one.stops} would ruin it` : ""}`,
    ],
  ];
</script>

<section class="mt-8" aria-labelledby="beside-title">
  <h3 id="beside-title" class="mb-2 flex items-baseline gap-4 text-small text-soft">
    Versions and other projects side by side
    <Choose
      value=""
      options={[
        { value: "", words: "lay one beside it …" },
        ...revisions
          .filter((one) => !versions.includes(one.number))
          .map((one) => ({
            value: `version:${one.number}`,
            words: `version ${one.number}: ${one.name || one.words}`,
          })),
        ...shelf
          .filter((one) => !others.includes(one.id))
          .map((one) => ({ value: `other:${one.id}`, words: one.title })),
      ]}
      label="lay beside it"
      onset={add}
    />
    {#if asking.busy}<span role="status">slicing …</span>{/if}
  </h3>
  {#if rows.length}
    <div class="overflow-x-auto">
      <table class="text-small">
        <thead class="text-left">
          <tr class="border-b border-rule">
            <th><span class="sr-only">what</span></th>
            {#each rows as one, index (index)}
              <th class="min-w-36 py-1 pl-6 font-semibold"
                >{one.label}{#if index}<button
                    class="word-button ml-2 font-normal"
                    aria-label="take {one.label} away"
                    onclick={() => drop(index)}>×</button
                  >{/if}</th
              >
            {/each}
          </tr>
        </thead>
        <tbody>
          {#each LINES as [what, tell] (what)}
            <tr class="border-b border-dashed border-rule">
              <td class="py-1 text-soft">{what}</td>
              {#each rows as one, index (index)}
                <td
                  class={[
                    "figure pl-6",
                    index > 0 && tell(one) !== tell(rows[0]!) && "font-semibold text-brass",
                  ]}>{tell(one)}</td
                >
              {/each}
            </tr>
          {/each}
          <tr>
            <td class="py-1 align-top text-soft">strength and heat</td>
            {#each rows as one, index (index)}
              <td class="max-w-56 pl-6 align-top">
                {#each one.strength as words, at (at)}<p>▲ {words}</p>{:else}<span class="text-soft"
                    >nothing noted</span
                  >{/each}
              </td>
            {/each}
          </tr>
        </tbody>
      </table>
    </div>
  {/if}
</section>
