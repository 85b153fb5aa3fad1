<script lang="ts">
  import type { FitView } from "../api/client";
  import { percent, size, type Units } from "../project/units";
  import { likelyOf } from "../project/likely";

  let { fit, units, small = false }: { fit: FitView; units: Units; small?: boolean } = $props();

  const PX_PER_MM = 56;
  const gap = $derived(Math.min(Math.max((fit.gap_mm ?? 0) * PX_PER_MM, 0), 52));
  const likely = $derived(likelyOf(fit));
  const id = $props.id();
</script>

<span class={["flex flex-col items-center", small ? "w-32" : "w-44"]}>
  <span class="max-w-full truncate text-small">{fit.label || fit.title} · {fit.feel}</span>
  <svg width={small ? 110 : 160} height={small ? 12 : 20} viewBox="0 0 160 20" aria-hidden="true">
    <defs>
      <pattern
        id="{id}-a"
        width="4"
        height="4"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V4" stroke="var(--color-soft)" />
      </pattern>
      <pattern
        id="{id}-b"
        width="4"
        height="4"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <path d="M0 0V4" stroke="var(--color-tide)" />
      </pattern>
    </defs>
    <path d="M4 10H{80 - gap / 2 - 16}M{80 + gap / 2 + 16} 10H156" stroke="var(--color-firm)" />
    <rect
      x={80 - gap / 2 - 16}
      y="2"
      width="16"
      height="16"
      fill="url(#{id}-a)"
      stroke="var(--color-ink)"
    />
    <rect
      x={80 + gap / 2}
      y="2"
      width="16"
      height="16"
      fill="url(#{id}-b)"
      stroke="var(--color-tide)"
    />
    <path d="M{80 - gap / 2} 10H{80 + gap / 2}" stroke="var(--color-brass)" stroke-width="2" />
  </svg>
  {#if fit.error || fit.gap_mm === null}
    <span class="truncate text-small text-brick">■ cannot be made</span>
  {:else}
    <span class="text-small whitespace-nowrap">
      <span class="figure text-body text-brass">{size(fit.gap_mm, units)}</span><span class="unit"
        >{units}{small ? "" : " a side"}</span
      >
      {#if fit.severity === "stop"}
        <span class="text-brick">■ a stop</span>
      {:else if likely}
        <span class={likely.asAsked ? "text-tide" : "text-brass"}>
          {percent(likely.share)}
          {likely.words}</span
        >
      {/if}
    </span>
  {/if}
</span>
