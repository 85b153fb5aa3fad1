<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import {
    server,
    type LayerView,
    type PartView,
    type SettingView,
    type SlicedView,
  } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import Range from "../ui/Range.svelte";
  import { duration, rings, settle } from "./slicing";

  let { project, part }: { project: Project; part: PartView } = $props();

  const WIDE = 640;
  const STRIP = 74;
  let sliced = $state.raw<SlicedView | null>(null);
  let layer = $state.raw<LayerView | null>(null);
  let wanted = $state(0);
  const asking = new Action();
  const turning = new Action();
  let refused = $state<Record<string, string | undefined>>({});
  const units = $derived(project.document.units ?? "mm");
  const slicing = $derived(project.document.process?.slicing);
  const index = $derived(sliced ? Math.min(wanted, sliced.layers.length - 1) : 0);
  const here = $derived(sliced?.layers[index]);
  const slowest = $derived(sliced ? Math.max(...sliced.layers.map((one) => one.seconds)) : 1);
  const widest = $derived(sliced ? Math.max(...sliced.layers.map((one) => total(one))) : 1);
  const box = $derived.by(() => {
    if (!layer) return "0 0 1 1";
    const [x0, y0, x1, y1] = layer.extent;
    const room = 0.04 * Math.max(x1 - x0, y1 - y0);
    return `${x0 - room} ${-y1 - room} ${x1 - x0 + 2 * room} ${y1 - y0 + 2 * room}`;
  });
  const line = $derived(project.document.process?.line_mm ?? 0.45);
  const spacing = $derived(line / ((slicing?.infill_percent ?? 15) / 100 || 1e-3));

  function total(one: SlicedView["layers"][number]) {
    return one.wall_mm2 + one.skin_mm2 + one.infill_mm2;
  }

  $effect(() => {
    void project.version;
    void part.key;
    return asking.show(
      () => server.sliced(project.id, part.name),
      (found) => (sliced = found),
    );
  });
  $effect(() => {
    if (!sliced) return;
    return turning.show(
      () => server.layer(project.id, part.name, index),
      (found) => (layer = found),
    );
  });

  function set(setting: SettingView, field: HTMLInputElement) {
    const problem = settle(project, setting, field.value);
    refused = { ...refused, [setting.name]: problem };
  }
  /** The profile of the print: how much is drawn at each height, as a closed outline. */
  const profile = $derived.by(() => {
    if (!sliced) return "";
    const step = WIDE / sliced.layers.length;
    const tops = sliced.layers.map(
      (one, at) =>
        `L${at * step} ${STRIP - (STRIP - 6) * (total(one) / widest)} H${(at + 1) * step}`,
    );
    return `M0 ${STRIP} ${tops.join(" ")} V${STRIP} Z`;
  });
</script>

<Trouble of={asking} />
<Trouble of={turning} />
{#if !sliced}<p class="text-soft" aria-busy="true">Slicing it …</p>
{:else}
  <div class="grid h-full grid-cols-[minmax(0,1fr)_19rem] gap-5">
    <section aria-label="one layer" class="flex min-h-0 flex-col">
      <svg
        viewBox={box}
        class="min-h-0 w-full flex-1 text-ink"
        role="img"
        aria-label="layer {index + 1}: walls, skin and infill"
        data-layer={layer?.index}
      >
        <defs>
          <pattern
            id="infill-lines"
            width={spacing}
            height={spacing}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate({index % 2 ? -45 : 45})"
          >
            <path
              d="M0 0H{spacing}"
              class="stroke-soft"
              stroke-width={Math.min(2 * line, spacing)}
            />
          </pattern>
        </defs>
        {#if layer}
          <path d={rings(layer.infill)} fill="url(#infill-lines)" />
          <path d={rings(layer.skin)} class="fill-brass-wash" />
          <path d={rings(layer.walls)} class="fill-tide" fill-rule="evenodd" />
        {/if}
      </svg>
      <div class="mt-3 shrink-0">
        <p class="flex items-baseline gap-4 text-small">
          <span
            >layer <span class="figure text-ink">{index + 1}</span> of
            <span class="figure">{sliced.layers.length}</span></span
          >
          {#if here}
            <span class="text-soft"
              >at <span class="figure text-ink">{size(here.z_mm, units, 2)}</span> {units}</span
            >
            <span
              ><span class="mr-1 inline-block h-2.5 w-2.5 bg-tide" aria-hidden="true"></span>walls
              <span class="figure">{here.wall_mm2.toFixed(0)}</span></span
            >
            <span
              ><span class="mr-1 inline-block h-2.5 w-2.5 bg-brass-wash" aria-hidden="true"
              ></span>skin
              <span class="figure">{here.skin_mm2.toFixed(0)}</span></span
            >
            <span
              ><span
                class="mr-1 inline-block h-2.5 w-2.5 border border-dashed border-soft"
                aria-hidden="true"
              ></span>infill <span class="figure">{here.infill_mm2.toFixed(0)}</span> mm²</span
            >
            <span class="ml-auto text-soft"
              >takes <span class="figure text-ink">{here.seconds.toFixed(0)}</span>
              s{here.seconds === slowest ? ", the longest" : ""}</span
            >
          {/if}
        </p>
        <svg
          viewBox="0 0 {WIDE} {STRIP}"
          preserveAspectRatio="none"
          class="mt-1 h-14 w-full"
          aria-hidden="true"
        >
          <path d={profile} class="fill-table stroke-firm" vector-effect="non-scaling-stroke" />
          <path
            d="M{((index + 0.5) * WIDE) / sliced.layers.length} 0V{STRIP}"
            class="stroke-ink"
            vector-effect="non-scaling-stroke"
          />
        </svg>
        <Range
          value={index}
          max={sliced.layers.length - 1}
          step={1}
          label="layer"
          words="layer {index + 1} of {sliced.layers.length}"
          class="w-full"
          onset={(next) => (wanted = next)}
        />
      </div>
    </section>

    <section aria-label="what the print comes to" class="overflow-y-auto border-l border-rule pl-5">
      <p class="text-small text-soft">mass as sliced, within {sliced.mass_within * 100} %</p>
      <p class="figure text-figure" data-sliced="mass">
        {sliced.mass_g.toFixed(1)}<span class="unit">g</span>
      </p>
      <p class="text-small text-soft">
        <span class="figure">{sliced.wall_g.toFixed(1)}</span> walls +
        <span class="figure">{sliced.skin_g.toFixed(1)}</span> skin +
        <span class="figure">{sliced.infill_g.toFixed(1)}</span> infill, in {sliced.material}; solid {sliced
          .parts.length > 1
          ? `all ${sliced.parts.length} printed together are`
          : "it is"} <span class="figure">{sliced.solid_g.toFixed(1)}</span> g
      </p>
      <p class="mt-3 text-small text-soft">time, within {sliced.time_within * 100} %</p>
      <p class="figure text-figure" data-sliced="time">{duration(sliced.seconds)}</p>
      <p class="mt-3 text-small text-soft">filament</p>
      <p class="figure text-figure">
        {sliced.filament_m.toFixed(2)}<span class="unit">m</span>
      </p>
      {#if sliced.cost !== null && sliced.cost !== undefined}
        <p class="mt-3 text-small text-soft">cost of the filament</p>
        <p class="figure text-figure">{sliced.cost.toFixed(2)}</p>
      {/if}
      <dl
        class="mt-4 grid grid-cols-[1fr_auto] gap-x-2 gap-y-1 border-t border-dashed border-rule pt-3"
      >
        {#each sliced.settings as setting (setting.name)}
          <dt class="text-small">
            <label for="slicing-{setting.name}">{setting.label}</label>
            {#if refused[setting.name]}<span class="block text-brick" role="alert"
                >{refused[setting.name]}</span
              >{/if}
          </dt>
          <dd class="text-right text-small">
            <input
              id="slicing-{setting.name}"
              class="figure w-14 border-b border-dotted border-firm bg-transparent text-right"
              value={setting.value ?? ""}
              placeholder={setting.optional ? "none" : ""}
              inputmode="decimal"
              onchange={(event) => set(setting, event.currentTarget)}
            /><span class="unit ml-1 inline-block w-10 text-left text-soft">{setting.unit}</span>
          </dd>
        {/each}
      </dl>
      <p class="mt-3 text-small text-soft">
        An estimate of our own, cut at mid layer. Supports and skirts are not counted, and your
        slicer's word is the last.
      </p>
    </section>
  </div>
{/if}
