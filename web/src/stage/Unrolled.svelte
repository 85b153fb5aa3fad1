<script lang="ts">
  import type { PartView } from "../api/client";
  import { size, type Units } from "../project/units";

  let { part, units }: { part: PartView; units: Units } = $props();

  let width = $state(0);
  let height = $state(0);
  const PAD = 52;

  const wraps = $derived(part.steps.filter((step) => step.drawing?.around_mm && step.enabled));
  const around = $derived(wraps[0]?.drawing?.around_mm ?? 1);
  const tall = $derived(Math.max(...wraps.map((step) => step.drawing?.tall_mm ?? 1), 1));
  const scale = $derived(Math.min((width - 2 * PAD) / around, (height - 2.6 * PAD) / tall));
  const left = $derived((width - around * scale) / 2);
  const top = $derived((height - tall * scale) / 2);
  const x = (mm: number) => left + mm * scale;
  const y = (mm: number) => top + (tall - mm) * scale;

  /** Steps of a ruler that leave room for their figures. */
  function ticks(span: number): number[] {
    const factor = units === "mm" ? 1 : 25.4;
    const step = [1, 2, 5, 10, 20, 50, 100].find((one) => one * factor * scale > 42) ?? 100;
    const found = [];
    for (let at = 0; at * step * factor <= span + 1e-6; at++) found.push(at * step * factor);
    return found;
  }
</script>

<div class="absolute inset-0" bind:clientWidth={width} bind:clientHeight={height}>
  {#if width && height && wraps.length}
    <svg
      {width}
      {height}
      role="img"
      aria-label="the cylinder of {part.label} unrolled: {size(around, units)} round, {size(
        tall,
        units,
      )} high"
    >
      <defs>
        <clipPath id="unrolled"
          ><rect x={x(0)} y={y(tall)} width={around * scale} height={tall * scale} /></clipPath
        >
        <pattern
          id="unrolled-hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="scale({1 / scale}) rotate(45)"
        >
          <path d="M0 0V7" stroke="var(--color-ink)" opacity="0.4" />
        </pattern>
      </defs>
      <rect
        x={x(0)}
        y={y(tall)}
        width={around * scale}
        height={tall * scale}
        fill={part.colour}
        opacity="0.25"
        stroke="var(--color-ink)"
      />
      <g clip-path="url(#unrolled)">
        {#each wraps as step (step.id)}
          {@const drawing = step.drawing!}
          {@const start = ((drawing.from_deg ?? 0) / 360) * around}
          {#each [-1, 0, 1] as turn (turn)}
            <g
              transform="translate({x(start + turn * around)} {y(
                drawing.up_mm ?? 0,
              )}) scale({scale})"
            >
              {#each drawing.paths as path, index (index)}
                <path
                  d={path}
                  fill="url(#unrolled-hatch)"
                  stroke="var(--color-ink)"
                  stroke-width="1.6"
                  vector-effect="non-scaling-stroke"
                />
              {/each}
            </g>
          {/each}
        {/each}
      </g>
      {#each ticks(around) as at (at)}
        <path d="M{x(at)} {y(0)}v6" stroke="var(--color-ink)" />
        <text x={x(at)} y={y(0) + 20} text-anchor="middle" class="figure fill-soft text-small"
          >{size(at, units)}</text
        >
      {/each}
      {#each ticks(tall) as at (at)}
        <path d="M{x(0)} {y(at)}h-6" stroke="var(--color-ink)" />
        <text x={x(0) - 10} y={y(at) + 4} text-anchor="end" class="figure fill-soft text-small"
          >{size(at, units)}</text
        >
      {/each}
      <text x={x(0)} y={y(0) + 38} class="fill-soft text-small"
        >round the cylinder, {units}; the right edge meets the left at {size(
          around,
          units,
          3,
        )}</text
      >
      <text x={x(0)} y={y(tall) - 12} class="fill-ink text-small">{part.label}, unrolled</text>
    </svg>
  {/if}
</div>
