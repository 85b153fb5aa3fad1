<script lang="ts">
  import { size, type Units } from "../project/units";
  import Choose from "../ui/Choose.svelte";
  import Range from "../ui/Range.svelte";
  import type { CutFrom } from "./cut";

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

  const SIDES: { value: CutFrom; words: string }[] = [
    { value: "front", words: "from the front" },
    { value: "right", words: "from the right" },
    { value: "above", words: "from above" },
    { value: "eye", words: "from where you look" },
    { value: "face", words: "along the pressed face" },
  ];

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

<span class="text-small">
  <Choose
    value={from}
    options={SIDES}
    label="from where the cut is seen"
    onset={(next) => onmove(share, next)}
  />
</span>
<Range
  value={share}
  step={0.005}
  label="where the cut lies"
  words="{size(cut.at, units, 2)} {units}"
  class="w-32"
  onset={(next) => onmove(next, from)}
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
