<script lang="ts">
  import type { PushedView } from "../api/client";
  import { INK, SHAPE } from "../ui/severity";
  import type { Pushing } from "./pushing.svelte";

  let { found, pushing }: { found: PushedView | string; pushing: Pushing } = $props();

  /** Along the rule, a quarter of the value to four times it: each doubling is as long. */
  const WIDE = 420;
  const at = (value: number, base: number) => (Math.log2(value / base) / 4 + 0.5) * WIDE;
  const TICKS = [-2, -1, 0, 1, 2];
</script>

{#if typeof found === "string"}
  <p class="text-small text-brick">{found}</p>
{:else}
  {@const { low, high, value } = found}
  {@const [from, to] = [at(low.value, value), at(high.value, value)]}
  <svg
    viewBox="-6 0 {WIDE + 12} 40"
    class="block w-[27rem] max-w-full"
    role="img"
    aria-label="{found.name} holds from {low.shown} to {high.shown}"
  >
    <path d="M0 13H{WIDE}" class="stroke-rule" stroke-width="1" />
    {#each TICKS as tick (tick)}
      <path d="M{(tick / 4 + 0.5) * WIDE} 10v6" class="stroke-firm" stroke-width="1" />
    {/each}
    <path d="M{from} 13H{to}" class="stroke-tide" stroke-width="4" />
    {#each [{ end: low, x: from, anchor: "end" }, { end: high, x: to, anchor: "start" }] as one (one.anchor)}
      {#if one.end.breaks !== null}
        <path d="M{one.x} 4v18" class="stroke-brick" stroke-width="2.5" />
      {/if}
      <text
        x={one.anchor === "end" ? Math.max(one.x, 58) : Math.min(one.x, WIDE - 58)}
        y="35"
        text-anchor={one.anchor === "end" ? "end" : "start"}
        class="figure fill-soft text-small">{one.end.shown}</text
      >
    {/each}
    <circle
      cx={at(value, value)}
      cy="13"
      r="4.5"
      class="fill-paper stroke-ink"
      stroke-width="1.5"
    />
  </svg>
  {#each [low, high] as end, which (which)}
    {#if end.breaks !== null && end.finding}
      <p class="text-small">
        <span class={INK[end.finding.severity]} aria-hidden="true"
          >{SHAPE[end.finding.severity]}</span
        >
        at
        <button
          class="word-button figure"
          aria-pressed={pushing.looking?.path === found.path &&
            pushing.looking.shown === end.breaks_shown}
          onclick={() =>
            pushing.look({ path: found.path, name: found.name, shown: end.breaks_shown })}
          >{end.breaks_shown}</button
        >: {end.words}
      </p>
    {/if}
  {/each}
{/if}
