<script lang="ts">
  import type { Report } from "../api/client";
  import { hopedOf } from "../project/likely";
  import { percent, size, type Units } from "../project/units";
  import { INK, SHAPE } from "../ui/severity";

  /** What a starter would come to: the place where its parts meet, to scale, and what is said of it. */
  let { report, units }: { report: Report; units: Units } = $props();

  const WIDE = 360;
  const TALL = 240;
  const fit = $derived(report.fits.find((one) => one.section) ?? report.fits[0]);
  const section = $derived(fit?.section ?? null);
  const scale = $derived(
    section
      ? Math.min(
          WIDE / (section.high[0] - section.low[0]),
          TALL / (section.high[1] - section.low[1]),
        )
      : 1,
  );
  const x = (u: number) => (u - section!.low[0]) * scale;
  const y = (v: number) => (section!.high[1] - v) * scale;
  const loop = (points: number[][]) =>
    "M" + points.map(([u, v]) => `${x(u!).toFixed(1)} ${y(v!).toFixed(1)}`).join("L") + "Z";
  const colour = (name: string) => report.parts.find((one) => one.name === name)?.colour ?? "#888";
  const bad = $derived(
    report.findings.filter((one) => one.severity === "stop" || one.severity === "warning"),
  );
  const held = $derived(report.findings.filter((one) => one.check === "engagement"));
</script>

<figure class="text-small">
  {#if section}
    <svg
      width={x(section.high[0])}
      height={y(section.low[1])}
      class="mx-auto max-w-full border border-rule"
      role="img"
      aria-label="section through the place where they meet"
    >
      <defs>
        {#each section.parts as part (part.role)}
          <pattern
            id="meeting-{part.role}"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate({part.role === 'a' ? 45 : -45})"
          >
            <rect width="8" height="8" fill={colour(part.part)} opacity="0.3" />
            <path d="M0 0V8" stroke="var(--color-ink)" opacity="0.5" />
          </pattern>
        {/each}
      </defs>
      {#each section.parts as part (part.role)}
        <path
          d={part.loops.map(loop).join("")}
          fill="url(#meeting-{part.role})"
          fill-rule="evenodd"
          stroke="var(--color-ink)"
          stroke-width="1.4"
        />
      {/each}
      {#each section.things as thing, index (index)}
        <path
          d={thing.map(loop).join("")}
          fill="var(--color-raised)"
          stroke="var(--color-ink)"
          stroke-width="1.2"
          fill-rule="evenodd"
        />
      {/each}
      {#each section.dimensions as one, index (index)}
        <path
          d="M{x(one.start[0])} {y(one.start[1])}L{x(one.end[0])} {y(one.end[1])}"
          stroke="var(--color-brass)"
          stroke-width="3"
        />
      {/each}
    </svg>
  {/if}
  <figcaption class="mt-2 flex flex-col gap-0.5">
    {#if fit && fit.gap_mm !== null && fit.gap_mm !== undefined}
      <span
        ><span class="figure text-lead text-brass">{size(fit.gap_mm, units)}</span><span
          class="unit">{units}</span
        >
        a side; {fit.chance === null || fit.chance === undefined
          ? ""
          : `${percent(fit.chance)} sure to ${hopedOf(fit)}`}</span
      >
      <details>
        <summary class="cursor-pointer text-soft">why {size(fit.gap_mm, units)}?</summary>
        <table class="my-1">
          <tbody>
            {#each fit.gap_working as [what, how], index (index)}
              <tr><td class="pr-4 text-soft">{what}</td><td class="figure">{how}</td></tr>
            {/each}
          </tbody>
        </table>
        <span class="text-soft">mm a side, from what is known of the process</span>
      </details>
    {/if}
    {#each held.slice(0, 1) as one, index (index)}<span class="text-soft">{one.message}</span
      >{/each}
    {#each bad as one, index (index)}
      <span class={INK[one.severity]}
        ><span aria-hidden="true">{SHAPE[one.severity]}</span>
        {one.message}</span
      >
    {:else}
      <span class="text-tide">● nothing to stop for</span>
    {/each}
    <span class="text-soft"
      >{report.parts
        .filter((one) => one.size_mm)
        .map(
          (one) =>
            `${one.label} ${one.size_mm!.map((v) => size(v, units, units === "mm" ? 1 : 3)).join(" × ")}`,
        )
        .join("; ")}
      {units}{#each report.readings.filter((one) => one.name.startsWith("mass")) as one (one.name)}, {one.value}
        {one.unit}{/each}</span
    >
  </figcaption>
</figure>
