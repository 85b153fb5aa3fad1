<script lang="ts">
  import type { StepView } from "../api/client";
  import { size, type Units } from "../project/units";

  let { drawing, units }: { drawing: NonNullable<StepView["drawing"]>; units: Units } = $props();

  const HEIGHT = 116;
  const WIDTH = 300;
  const PAD = 16;
  const wide = $derived(Math.max(drawing.high[0] - drawing.low[0], 1e-3));
  const tall = $derived(Math.max(drawing.high[1] - drawing.low[1], 1e-3));
  const scale = $derived(Math.min((WIDTH - 2 * PAD) / wide, (HEIGHT - 2 * PAD) / tall));
  const shift = $derived(
    `translate(${PAD - drawing.low[0] * scale} ${PAD + drawing.high[1] * scale}) scale(${scale})`,
  );
  const right = $derived(2 * PAD + wide * scale);
</script>

<figure class="mt-1.5 mb-1 flex items-end gap-3 text-small text-soft">
  <svg
    width={right}
    height={2 * PAD + tall * scale}
    role="img"
    aria-label="the outline, {size(wide, units)} by {size(tall, units)} {units}"
  >
    {#if drawing.axis}
      <path
        d="M{PAD - drawing.low[0] * scale} 2V{2 * PAD + tall * scale - 2}"
        stroke="var(--color-brass)"
        stroke-dasharray="9 3 2 3"
      />
    {/if}
    <g transform={shift}>
      {#each drawing.paths as path, index (index)}
        <path
          d={path}
          fill={index ? "none" : "var(--color-raised)"}
          fill-rule="evenodd"
          stroke={index ? "var(--color-tide)" : "var(--color-ink)"}
          stroke-width="1.4"
          vector-effect="non-scaling-stroke"
        />
      {/each}
      {#if drawing.open_path}
        <path
          d={drawing.open_path}
          fill="none"
          stroke="var(--color-brick)"
          stroke-width="1.6"
          vector-effect="non-scaling-stroke"
        />
      {/if}
    </g>
  </svg>
  <figcaption>
    <span class="figure">{size(wide, units)} × {size(tall, units)}</span><span class="unit"
      >{units}</span
    >
    {#each drawing.arcs as arc, index (index)}
      <span class="block"
        >{arc.name}: radius <span class="figure">{size(arc.radius, units)}</span>, bulge
        <span class="figure">{size(arc.bulge, units)}</span> over
        <span class="figure">{size(arc.chord, units)}</span></span
      >
    {/each}
    {#if drawing.axis}<span class="block text-brass">turned about the dashed axis</span>{/if}
    {#if drawing.open_path}<span class="block text-brick">■ does not close yet</span>{/if}
  </figcaption>
</figure>
