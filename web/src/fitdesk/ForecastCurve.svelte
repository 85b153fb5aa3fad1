<script lang="ts">
  import type { FitView, Report } from "../api/client";
  import { size, type Units } from "../project/units";
  import { below } from "../ui/normal";

  let { fit, report, units }: { fit: FitView; report: Report; units: Units } = $props();

  let width = $state(0);
  const HEIGHT = 178;
  const TOP = 26;
  const BASE = 138;
  const SIDE = 22;

  const forecast = $derived(fit.forecast!);
  const low = $derived(Math.min(-0.16, forecast.mean_mm - 3.2 * forecast.sd_mm));
  const high = $derived(Math.max(0.58, forecast.mean_mm + 3.2 * forecast.sd_mm));
  const x = (mm: number) => SIDE + ((mm - low) / (high - low)) * (width - 2 * SIDE);

  const WASH: Record<string, [string, number]> = {
    fused: ["var(--color-brick-wash)", 0.9],
    press: ["var(--color-brass-wash)", 0.9],
    snug: ["var(--color-brass-wash)", 0.45],
    slide: ["var(--color-tide-wash)", 0.95],
    free: ["var(--color-tide-wash)", 0.45],
    loose: ["var(--color-rule)", 0.3],
  };

  const bands = $derived.by(() => {
    const named = report.bands.filter((band) => band.feel !== "print-in-place");
    const edges = [low, named[0]!.low, ...named.map((band) => band.high), high];
    const feels = ["fused", ...named.map((band) => band.feel), "loose"];
    return feels.map((feel, index) => ({
      feel,
      from: Math.max(low, edges[index]!),
      to: Math.min(high, edges[index + 1]!),
      chance: forecast.chances[feel] ?? 0,
    }));
  });
  const own = $derived(report.bands.find((band) => band.feel === fit.feel));

  const curve = $derived.by(() => {
    const points: string[] = [];
    for (let step = 0; step <= 240; step++) {
      const mm = low + ((high - low) * step) / 240;
      const z = (mm - forecast.mean_mm) / forecast.sd_mm;
      points.push(
        `${x(mm).toFixed(1)} ${(BASE - (BASE - TOP - 8) * Math.exp((-z * z) / 2)).toFixed(1)}`,
      );
    }
    return "M" + points.join("L");
  });
  /** What a press or a hover on the curve tells: the gap there, and how many prints come out tighter. */
  let pointed = $state<number | null>(null);
  const told = $derived.by(() => {
    if (pointed === null) return null;
    const mm = low + ((pointed - SIDE) / (width - 2 * SIDE)) * (high - low);
    const band = bands.find((one) => mm >= one.from && mm < one.to);
    const tighter = below(mm, forecast.mean_mm, forecast.sd_mm);
    return `${size(mm, units)} ${units}: ${band?.feel ?? ""}, ${Math.round(tighter * 100)} % come out tighter`;
  });
  function point(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    const at = event.clientX - event.currentTarget.getBoundingClientRect().left;
    pointed = at >= SIDE && at <= width - SIDE ? at : null;
  }

  const ticks = $derived.by(() => {
    const step = 0.1;
    const found: number[] = [];
    for (let at = Math.ceil(low / step); at * step <= high; at++) found.push(at * step);
    return found;
  });
</script>

<div bind:clientWidth={width} class="min-w-0">
  {#if width}
    <svg
      {width}
      height={HEIGHT}
      role="img"
      aria-label="forecast of the printed gap: {bands
        .map((band) => `${band.feel} ${Math.round(band.chance * 100)} percent`)
        .join(', ')}"
      onpointermove={point}
      onpointerleave={() => (pointed = null)}
    >
      {#each bands as band (band.feel)}
        {@const from = x(band.from)}
        {@const span = Math.max(x(band.to) - from, 0)}
        <rect
          x={from}
          y={TOP}
          width={span}
          height={BASE - TOP}
          fill={WASH[band.feel]![0]}
          opacity={WASH[band.feel]![1]}
        />
        {#if span > 40}
          <text
            x={from + span / 2}
            y={TOP - 8}
            text-anchor="middle"
            class={["text-small", band.feel === fit.feel ? "fill-ink font-semibold" : "fill-soft"]}
            >{band.feel}</text
          >
          <text
            x={from + span / 2}
            y={BASE - 8}
            text-anchor="middle"
            class="figure fill-ink text-body">{Math.round(band.chance * 100)} %</text
          >
        {/if}
      {/each}
      {#if own}
        <path
          d="M{x(own.low)} {BASE + 3}H{x(own.high)}"
          stroke="var(--color-tide)"
          stroke-width="4"
        />
      {/if}
      <path d={curve} fill="none" stroke="var(--color-ink)" stroke-width="2" />
      <path
        d="M{x(forecast.mean_mm)} {TOP}V{BASE}"
        stroke="var(--color-ink)"
        stroke-dasharray="2 3"
      />
      <text x={x(forecast.mean_mm) - 6} y={TOP + 13} text-anchor="end" class="fill-ink text-small"
        >printed {size(forecast.mean_mm, units)} ± {size(forecast.sd_mm, units)}</text
      >
      {#if fit.gap_mm !== null && fit.gap_mm !== undefined}
        <path
          d="M{x(fit.gap_mm)} {TOP}V{BASE}"
          stroke="var(--color-brass)"
          stroke-width="2"
          stroke-dasharray="5 4"
        />
        <text x={x(fit.gap_mm) + 6} y={TOP + 13} class="fill-brass text-small"
          >designed {size(fit.gap_mm, units)}</text
        >
      {/if}
      {#if pointed !== null && told}
        <path d="M{pointed} {TOP}V{BASE}" stroke="var(--color-tide)" stroke-width="1.5" />
        <text
          x={Math.min(Math.max(pointed, SIDE + 110), width - SIDE - 110)}
          y={BASE + 35}
          text-anchor="middle"
          class="fill-tide text-small"
          paint-order="stroke"
          stroke="var(--color-paper)"
          stroke-width="6"
          data-pointed>{told}</text
        >
      {/if}
      <path d="M{SIDE} {BASE}H{width - SIDE}" stroke="var(--color-ink)" />
      {#each ticks as tick (tick)}
        <path d="M{x(tick)} {BASE}v5" stroke="var(--color-ink)" />
        <text x={x(tick)} y={BASE + 18} text-anchor="middle" class="figure fill-soft text-small"
          >{units === "mm" ? tick.toFixed(1) : (tick / 25.4).toFixed(3)}</text
        >
      {/each}
      <text x={SIDE} y={BASE + 35} class="fill-soft text-small"
        >gap as printed, {units} a side, square to the wall</text
      >
    </svg>
  {/if}
</div>
