<script lang="ts">
  import { Slider } from "bits-ui";

  let {
    value,
    min = 0,
    max = 1,
    step = 0.01,
    label,
    words = "",
    class: extra = "w-36",
    onset,
  }: {
    value: number;
    min?: number;
    max?: number;
    step?: number;
    label: string;
    /** The value in words, where the bare number says little. */
    words?: string;
    class?: string;
    onset: (value: number) => void;
  } = $props();
</script>

<Slider.Root
  type="single"
  {value}
  {min}
  {max}
  {step}
  onValueChange={(next) => {
    // a value set by number may lie between two steps: it is left there
    if (Math.abs(next - value) > step * 0.75) onset(next);
  }}
  class={["relative flex h-6 touch-none items-center", extra]}
>
  <span class="relative h-0.5 w-full bg-firm"><Slider.Range class="absolute h-full bg-tide" /></span
  >
  <Slider.Thumb
    index={0}
    class="block h-4 w-4 rotate-45 border border-paper bg-tide hover:bg-ink focus-visible:outline-offset-4"
    aria-label={label}
    aria-valuetext={words || undefined}
  />
</Slider.Root>
