<script lang="ts">
  import { size, type Units } from "../project/units";
  import Range from "../ui/Range.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import type { Moving } from "./moving.svelte";

  let { moving, units }: { moving: Moving; units: Units } = $props();

  $effect(() => moving.run());
</script>

{#if moving.tried}
  <p>
    <span class={INK[moving.tried.severity]} aria-hidden="true">{SHAPE[moving.tried.severity]}</span
    >
    <span role="status">{moving.tried.words}</span>
  </p>
  <div class="mt-1 flex items-center gap-3">
    <button class="plain-button" onclick={() => (moving.playing = !moving.playing)}
      >{moving.playing ? "stop" : "play"}</button
    >
    <Range
      value={moving.at}
      max={moving.tried.poses.length - 1}
      step={1}
      label="how far it has moved"
      words={moving.words(units)}
      class="flex-1"
      onset={(next) => moving.set(next)}
    />
    <span class="figure w-28 text-right">{moving.words(units)}</span>
    <span class="w-40 text-right">
      {#if moving.pose?.collides}<span class="text-brick">■ they lie in each other</span
        >{:else if moving.pose}gap <span class="figure text-brass"
          >{size(moving.pose.gap_mm, units, 3)}</span
        ><span class="unit">{units}</span>{/if}
    </span>
  </div>
{:else if moving.trouble}<p class="text-soft">{moving.trouble}</p>
{:else}<p class="text-soft" aria-busy="true">Moving it through its range …</p>{/if}
