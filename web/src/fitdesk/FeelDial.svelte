<script lang="ts">
  import { RadioGroup, Slider } from "bits-ui";
  import type { FitView, Report } from "../api/client";
  import { setFeel } from "../project/edits";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";

  let { project, fit, report }: { project: Project; fit: FitView; report: Report } = $props();

  type Feel = FitView["feel"];
  const HIGH_MM = 0.6;
  const units = $derived(project.document.units ?? "mm");
  /** Where each feel's own proposal lies on the dial: the middle of its band less the process's bias. */
  const bias = $derived((fit.forecast?.mean_mm ?? 0) - (fit.gap_mm ?? 0));
  /** Printed together, a fit should come off the bed moving; free is then said so. */
  const inPlace = $derived(fit.in_place || fit.feel === "print-in-place");
  const stops = $derived(
    report.bands
      .filter((band) => band.feel !== (inPlace ? "free" : "print-in-place"))
      .map((band) => ({ feel: band.feel, at: (band.low + band.high) / 2 - bias })),
  );
  const place = (mm: number) => Math.min(Math.max(mm / HIGH_MM, 0), 1) * 100;
  let held = $state<number | null>(null);

  const typed = (mm: number) => `${Number(mm.toFixed(3))} mm`;

  function drag(mm: number) {
    held = mm;
    void project.tryOut((document) => {
      const spec = document.fits?.find((one) => one.name === fit.name);
      if (spec) spec.gap = typed(mm);
    });
  }

  function release(mm: number) {
    held = null;
    if (
      Math.abs(mm - (project.report.fits.find((one) => one.name === fit.name)?.gap_mm ?? -1)) < 5e-4
    ) {
      project.endTrial();
      return;
    }
    project.set(`fits.${fit.name}.gap`, typed(mm), `${fit.label}: gap ${typed(mm)} a side`);
  }

  function choose(feel: Feel) {
    project.change(`${fit.label}: ${fit.feel} → ${feel}`, (document) =>
      setFeel(document, fit.name, feel),
    );
  }
</script>

<div>
  <RadioGroup.Root
    value={fit.feel}
    onValueChange={(feel) => {
      const chosen = stops.find((one) => one.feel === feel);
      if (chosen) choose(chosen.feel);
    }}
    aria-label="how the fit should feel"
    orientation="horizontal"
    class="relative h-7"
  >
    {#each stops as stop (stop.feel)}
      <RadioGroup.Item
        value={stop.feel}
        class={[
          "absolute min-h-6 -translate-x-1/2 px-1 pb-0.5",
          fit.feel === stop.feel ? "font-semibold" : "text-soft hover:text-ink",
        ]}
        style="left: {place(stop.at)}%">{stop.feel}</RadioGroup.Item
      >
    {/each}
  </RadioGroup.Root>
  <Slider.Root
    type="single"
    min={0}
    max={HIGH_MM}
    step={0.005}
    value={held ?? fit.gap_mm ?? 0}
    onValueChange={drag}
    onValueCommit={release}
    class="relative flex h-6 touch-none items-center"
  >
    <span class="relative h-0.5 w-full bg-ink">
      {#each stops as stop (stop.feel)}
        <span class="absolute -top-1 h-2.5 w-0.5 bg-ink" style="left: {place(stop.at)}%"></span>
      {/each}
    </span>
    <Slider.Thumb
      index={0}
      class="block h-4 w-4 rotate-45 border border-paper bg-tide hover:bg-ink focus-visible:outline-offset-4"
      aria-label="designed gap a side"
      aria-valuetext="{size(held ?? fit.gap_mm ?? 0, units)} {units} a side"
    />
  </Slider.Root>
  <p class="flex text-small text-soft">
    <span>0</span><span class="mx-auto">designed gap a side</span><span
      >{size(HIGH_MM, units)} {units}</span
    >
  </p>
</div>
