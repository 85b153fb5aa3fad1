<script lang="ts">
  import { size, type Units } from "../project/units";
  import type { CutFrom } from "./scene";

  let {
    cut,
    share,
    from,
    units,
    onmove,
  }: {
    cut: { at: number; low: number; high: number };
    share: number;
    from: CutFrom;
    units: Units;
    onmove: (share: number, from: CutFrom) => void;
  } = $props();

  const SIDES: CutFrom[] = ["front", "right", "above"];

  function typed(event: Event & { currentTarget: HTMLInputElement }) {
    const mm = Number(event.currentTarget.value) * (units === "in" ? 25.4 : 1);
    if (event.currentTarget.value.trim() === "" || !Number.isFinite(mm)) {
      event.currentTarget.value = size(cut.at, units, 2);
      return;
    }
    const span = Math.max(cut.high - cut.low, 1e-6);
    onmove(Math.min(Math.max((mm - cut.low) / span, 0), 1), from);
    event.currentTarget.value = size(Math.min(Math.max(mm, cut.low), cut.high), units, 2);
  }
</script>

<select
  class="bg-transparent text-small"
  aria-label="from where the cut is seen"
  value={from}
  onchange={(event) => onmove(share, event.currentTarget.value as CutFrom)}
>
  {#each SIDES as side (side)}<option value={side}
      >from {side === "front" ? "the front" : side === "right" ? "the right" : "above"}</option
    >{/each}
</select>
<input
  type="range"
  min="0"
  max="1"
  step="0.005"
  value={share}
  oninput={(event) => onmove(Number(event.currentTarget.value), from)}
  class="w-32 accent-tide"
  aria-label="where the cut lies"
/>
<label class="text-small"
  >at <input
    class="figure w-16 border-b border-dotted border-firm bg-transparent text-right"
    aria-label="where the cut lies, as a number"
    value={size(cut.at, units, 2)}
    onchange={typed}
    onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
  />
  {units}</label
>
