<script lang="ts">
  import { percent } from "../project/units";
  import { below } from "../ui/normal";
  import type { ErrorsView } from "../api/client";

  /** What is known of outer and inner faces, before and now, as bells over mm per side. */
  let { before, now }: { before: ErrorsView; now: ErrorsView } = $props();

  const WIDE = 520;
  const TALL = 74;
  const REACH = 0.22;
  const x = (mm: number) => ((mm + REACH) / (2 * REACH)) * WIDE;
  const peak = $derived(1 / Math.min(now.outer_sd, now.inner_sd, before.outer_sd, before.inner_sd));

  function bell(mean: number, sd: number): string {
    const points = Array.from({ length: 161 }, (_, index) => {
      const mm = -REACH + (index / 160) * 2 * REACH;
      const tall = (Math.exp(-(((mm - mean) / sd) ** 2) / 2) / sd / peak) * (TALL - 12);
      return `${x(mm).toFixed(1)} ${(TALL - Math.max(tall, 0)).toFixed(1)}`;
    });
    return "M" + points.join("L");
  }

  const signed = (mm: number) => `${mm < 0 ? "−" : "+"}${Math.abs(mm).toFixed(3)}`;
  const rows = $derived(
    (["outer", "inner"] as const).map((face) => ({
      face,
      word: face === "outer" ? "walls and pegs grow by" : "holes and slots grow by",
      was: before[face],
      wasSd: before[`${face}_sd`],
      is: now[face],
      isSd: now[`${face}_sd`],
    })),
  );
  let pointed = $state<{ face: string; mm: number } | null>(null);
  function point(event: PointerEvent & { currentTarget: SVGSVGElement }, face: string) {
    const box = event.currentTarget.getBoundingClientRect();
    const mm = ((event.clientX - box.left) / box.width) * 2 * REACH - REACH;
    pointed = { face, mm };
  }
  const TICKS = [-0.2, -0.1, 0, 0.1, 0.2];
</script>

<div class="grid max-w-6xl gap-x-8 lg:grid-cols-2">
  {#each rows as row (row.face)}
    <figure class="mb-3">
      <figcaption class="flex flex-wrap items-baseline gap-x-3 text-small">
        <span>{row.word}</span>
        <span class="figure text-lead">{signed(row.is)}</span>
        <span class="text-soft">± <span class="figure">{row.isSd.toFixed(3)}</span> mm a side</span>
        {#if Math.abs(row.was - row.is) > 5e-4 || Math.abs(row.wasSd - row.isSd) > 5e-4}
          <span class="text-soft"
            >before: <span class="figure">{signed(row.was)} ± {row.wasSd.toFixed(3)}</span></span
          >
        {/if}
      </figcaption>
      <svg
        viewBox="0 -2 {WIDE} {TALL + 20}"
        class="w-full"
        role="img"
        aria-label="{row.word} {signed(row.is)} give or take {row.isSd.toFixed(3)} mm a side"
        onpointermove={(event) => point(event, row.face)}
        onpointerleave={() => (pointed = null)}
      >
        <path d="{bell(row.is, row.isSd)}L{WIDE} {TALL}L0 {TALL}Z" class="fill-tide-wash" />
        <path
          d={bell(row.was, row.wasSd)}
          class="fill-none stroke-soft"
          stroke-width="1.2"
          stroke-dasharray="4 4"
        />
        <path d={bell(row.is, row.isSd)} class="fill-none stroke-tide" stroke-width="2" />
        <path d="M0 {TALL}H{WIDE}" class="stroke-ink" stroke-width="1" />
        {#if pointed?.face === row.face}
          <path d="M{x(pointed.mm)} 0V{TALL}" class="stroke-brass" stroke-width="1.4" />
          <text
            x={Math.min(Math.max(x(pointed.mm), 90), WIDE - 90)}
            y="10"
            text-anchor="middle"
            class="fill-brass"
            font-size="11"
            >{signed(pointed.mm)}: {percent(1 - below(pointed.mm, row.is, row.isSd))} grow more</text
          >
        {/if}
        {#each TICKS as tick (tick)}
          <path d="M{x(tick)} {TALL}v4" class="stroke-ink" stroke-width="1" />
          <text
            x={x(tick)}
            y={TALL + 16}
            text-anchor="middle"
            class="figure fill-soft"
            font-size="11">{tick.toFixed(1)}</text
          >
        {/each}
      </svg>
    </figure>
  {/each}
  <p class="text-small lg:col-span-2">
    From one printed gap to the next <span class="figure">± {now.sigma.toFixed(3)}</span> mm a side,
    <span class="figure">{percent(now.shared)}</span> of that alike within one print. Clean to
    <span class="figure">{now.overhang_deg.toFixed(0)}°</span>
    <span class="text-soft">± <span class="figure">{now.overhang_sd.toFixed(1)}°</span></span>;
    bridges to <span class="figure">{now.bridge_mm.toFixed(0)}</span> mm
    <span class="text-soft">± <span class="figure">{now.bridge_sd.toFixed(1)}</span></span>.
  </p>
</div>
