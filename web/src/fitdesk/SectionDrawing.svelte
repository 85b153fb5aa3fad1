<script lang="ts">
  import type { FitView, Report } from "../api/client";
  import { fixedSize, size, type Units } from "../project/units";

  let { fit, report, units }: { fit: FitView; report: Report; units: Units } = $props();

  let width = $state(0);
  let height = $state(0);
  const MARGIN = { left: 118, right: 250, top: 20, bottom: 34 };

  const section = $derived(fit.section!);
  const scale = $derived(
    Math.max(
      4,
      Math.min(
        (width - MARGIN.left - MARGIN.right) / (section.high[0] - section.low[0]),
        (height - MARGIN.top - MARGIN.bottom) / (section.high[1] - section.low[1]),
      ),
    ),
  );
  const left = $derived(
    MARGIN.left +
      (width - MARGIN.left - MARGIN.right - (section.high[0] - section.low[0]) * scale) / 2,
  );
  const x = (u: number) => left + (u - section.low[0]) * scale;
  const y = (v: number) => MARGIN.top + (section.high[1] - v) * scale;
  const outline = (loop: number[][]) =>
    "M" + loop.map(([u, v]) => `${x(u!).toFixed(2)} ${y(v!).toFixed(2)}`).join("L") + "Z";

  const side = $derived(section.dimensions.find((one) => !one.at_end));
  const head = $derived(section.dimensions.find((one) => one.at_end));
  const upright = (one: { start: number[]; end: number[] }) =>
    Math.abs(one.end[1]! - one.start[1]!) > Math.abs(one.end[0]! - one.start[0]!);
  const colour = (name: string) =>
    report.parts.find((part) => part.name === name)?.colour ?? "#888";
  const label = (name: string) => report.parts.find((part) => part.name === name)?.label ?? name;

  /** A round length whose bar is easy to see at this scale. */
  const bar = $derived.by(() => {
    const steps = units === "mm" ? [0.1, 0.2, 0.5, 1, 2, 5, 10] : [0.01, 0.02, 0.05, 0.1, 0.2, 0.5];
    const factor = units === "mm" ? 1 : 25.4;
    return steps.map((step) => ({ step, px: step * factor * scale })).find((one) => one.px > 36);
  });
  const PX_PER_MM = 96 / 25.4;
</script>

<div class="relative h-full min-h-0" bind:clientWidth={width} bind:clientHeight={height}>
  {#if width && height}
    <svg
      {width}
      {height}
      role="img"
      aria-label="section through the place where {label(fit.parts[0])} and {label(
        fit.parts[1],
      )} meet"
    >
      <defs>
        {#each section.parts as part (part.role)}
          <pattern
            id="hatch-{part.role}"
            width="9"
            height="9"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate({part.role === 'a' ? 45 : -45})"
          >
            <rect width="9" height="9" fill={colour(part.part)} opacity="0.28" />
            <path d="M0 0V9" stroke="var(--color-ink)" stroke-width="1" opacity="0.55" />
          </pattern>
        {/each}
        <clipPath id="window">
          <rect
            x={x(section.low[0])}
            y={y(section.high[1])}
            width={(section.high[0] - section.low[0]) * scale}
            height={(section.high[1] - section.low[1]) * scale}
          />
        </clipPath>
      </defs>
      {#each section.parts as part (part.role)}
        <path
          d={part.loops.map(outline).join("")}
          fill="url(#hatch-{part.role})"
          stroke="var(--color-ink)"
          stroke-width="1.6"
          fill-rule="evenodd"
        />
      {/each}
      {#each section.things as thing, index (index)}
        <path
          d={thing.map(outline).join("")}
          fill="var(--color-raised)"
          stroke="var(--color-ink)"
          stroke-width="1.2"
          fill-rule="evenodd"
        />
      {/each}
      <!-- where the drawing breaks off, paper runs over the cut edge -->
      <rect
        x={x(section.low[0]) - 1}
        y={y(section.high[1]) - 1}
        width={(section.high[0] - section.low[0]) * scale + 2}
        height={(section.high[1] - section.low[1]) * scale + 2}
        fill="none"
        stroke="var(--color-paper)"
        stroke-width="4"
      />
      {#each section.labels as item, index (index)}
        <text
          x={x(item.at[0])}
          y={y(item.at[1])}
          text-anchor="middle"
          class="fill-ink text-small"
          paint-order="stroke"
          stroke="var(--color-paper)"
          stroke-width="5">{item.text}</text
        >
      {/each}

      {#each [side, head] as one, index (index)}
        {#if one}
          {@const level = !upright(one)}
          {@const rightwards = one === side}
          {@const mx = (x(one.start[0]) + x(one.end[0])) / 2}
          {@const my = (y(one.start[1]) + y(one.end[1])) / 2}
          {@const edge = rightwards ? x(section.high[0]) + 12 : x(section.low[0]) - 10}
          <g stroke="var(--color-brass)" stroke-width="1.6" fill="none">
            <path
              d="M{x(one.start[0])} {y(one.start[1])}L{x(one.end[0])} {y(one.end[1])}"
              stroke-width="3"
            />
            {#if level}
              <path d="M{x(one.start[0])} {my - 11}v22M{x(one.end[0])} {my - 11}v22" />
            {:else}
              <path d="M{mx - 10} {y(one.start[1])}h20M{mx - 10} {y(one.end[1])}h20" />
            {/if}
            <path d="M{mx} {my}H{edge}" opacity="0.65" />
          </g>
          {#if rightwards}
            <text x={edge + 6} y={my + 4} class="figure fill-brass text-title"
              >{fixedSize(fit.gap_mm ?? one.gap_mm, units)}</text
            >
            <text x={edge + 6} y={my + 23} class="fill-soft text-small">{units} a side, asked</text>
            <text x={edge + 6} y={my + 40} class="fill-ink text-small"
              >{size(2 * (fit.gap_mm ?? 0), units, units === "mm" ? 3 : 4)} {fit.doubled}</text
            >
            <text x={edge + 6} y={my + 57} class="fill-soft text-small"
              >{size(one.measured_mm ?? one.gap_mm, units, units === "mm" ? 3 : 4)} found on the solids</text
            >
          {:else}
            <text x={edge - 4} y={my + 4} text-anchor="end" class="figure fill-brass text-figure"
              >{fixedSize(one.gap_mm, units)}</text
            >
            <text x={edge - 4} y={my + 21} text-anchor="end" class="fill-soft text-small"
              >headroom</text
            >
          {/if}
        {/if}
      {/each}
      {#if bar}
        <g transform="translate(20 {height - 18})">
          <path
            d="M0 -5v10M0 0H{bar.px}M{bar.px} -5v10"
            stroke="var(--color-ink)"
            stroke-width="1.4"
          />
          <text x={bar.px + 8} y="4" class="fill-soft text-small"
            >{bar.step} {units}, about {Math.round(scale / PX_PER_MM)} : 1</text
          >
        </g>
      {/if}
    </svg>
  {/if}
</div>
