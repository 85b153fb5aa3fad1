<script lang="ts">
  import { server, type FitView, type TrackView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size, type Units } from "../project/units";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Choose from "../ui/Choose.svelte";

  let { project, fit, units }: { project: Project; fit: FitView; units: Units } = $props();

  let width = $state(0);
  let height = $state(0);
  const PAD = { left: 44, right: 20, top: 26, bottom: 46 };

  const WAYS = ["down", "up", "right", "left"].map((way) => ({ value: way, words: way }));
  type Run = TrackView["runs"][number];
  const NOWHERE: [number, number][] = [[0, 0]];
  /** While a track cannot even be laid out, the one last laid out is still drawn. */
  let laid = $state.raw<TrackView | null>(null);
  $effect(() => {
    if (fit.track) laid = fit.track;
  });
  const runs = $derived(laid?.runs ?? []);
  const points = $derived(laid?.points ?? NOWHERE);
  const around = $derived(laid?.around_mm ?? 1);
  const wide = $derived(laid?.wide_mm ?? 0);
  const copies = $derived(laid?.copies ?? 1);
  const lowest = $derived(Math.min(...points.map((point) => point[1])) - wide);
  const scale = $derived(
    Math.min(
      (width - PAD.left - PAD.right) / around,
      (height - PAD.top - PAD.bottom) / Math.max(-lowest, 1),
    ),
  );
  const top = $derived(Math.max(PAD.top, (height - PAD.bottom + lowest * scale) / 2));
  const y = (mm: number) => top - mm * scale;
  const path = (shift: number) =>
    "M" + points.map(([px, py]) => `${PAD.left + (px + shift) * scale} ${y(py)}`).join("L");

  function write(next: Run[]) {
    if (!laid) return;
    const runsTold = next.map((run) => `${run.way} ${run.length}`).join(", ");
    project.set(laid.path, runsTold, `${fit.label || fit.title}: ${runsTold}`);
  }
  let turns = $state(3);
  let seed = $state(1);
  const asking = new Action();
  async function layMaze() {
    const found = await asking.run(() => server.maze(project.id, fit.name, turns, seed));
    if (!found || !laid) return;
    const words = `${fit.label || fit.title}: a maze of ${turns} turns, number ${seed}`;
    project.set(laid.path, found.path, words);
    seed += 1;
  }
  const edit = (index: number, change: Partial<Run>) =>
    write(runs.map((run, i) => (i === index ? { ...run, ...change } : run)));
</script>

<div class="flex h-full min-h-0 flex-col">
  <div class="relative min-h-0 flex-1" bind:clientWidth={width} bind:clientHeight={height}>
    {#if width && height}
      <svg
        {width}
        {height}
        role="img"
        aria-label="the track on the unrolled cylinder, {size(around, units)} round"
      >
        <defs>
          <clipPath id="cylinder"
            ><rect x={PAD.left} y={top} width={around * scale} height={-lowest * scale} /></clipPath
          >
        </defs>
        <rect
          x={PAD.left}
          y={top}
          width={around * scale}
          height={-lowest * scale}
          class="fill-tide-wash"
          opacity="0.5"
          stroke="var(--color-ink)"
        />
        <g clip-path="url(#cylinder)" fill="none" stroke-linecap="round" stroke-linejoin="round">
          {#each Array.from({ length: copies }, (_, index) => index) as copy (copy)}
            {#each [-1, 0, 1] as turn (turn)}
              <path
                d={path((copy / copies + turn) * around)}
                stroke="var(--color-paper)"
                stroke-width={wide * scale}
              />
              <path
                d={path((copy / copies + turn) * around)}
                stroke="var(--color-ink)"
                stroke-width="1.2"
                stroke-dasharray="5 3"
              />
            {/each}
          {/each}
        </g>
        <text x={PAD.left} y={top - 9} class="fill-soft text-small">mouth</text>
        <text x={PAD.left} y={y(lowest) + 20} class="figure fill-soft text-small">0</text>
        <text
          x={PAD.left + around * scale}
          y={y(lowest) + 20}
          text-anchor="end"
          class="figure fill-soft text-small">{size(around, units)} {units} round</text
        >
        <circle
          cx={PAD.left + (((points.at(-1)![0] % around) + around) % around) * scale}
          cy={y(points.at(-1)![1])}
          r={Math.max((wide * scale) / 2 - 2, 3)}
          class="fill-brass-wash stroke-brass"
          stroke-width="1.6"
        />
      </svg>
    {/if}
  </div>
  <div class="px-4"><Trouble of={asking} /></div>
  <ol
    class="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pb-2 text-small"
    aria-label="runs of the track"
  >
    {#each runs as run, index (index)}
      <li class="flex items-center gap-1">
        <span class="figure text-soft">{index + 1}</span>
        <Choose
          value={run.way}
          options={WAYS}
          label="way of run {index + 1}"
          onset={(way) => edit(index, { way })}
        />
        <input
          class="figure field-sizing-content min-w-6 border-b border-dotted border-firm bg-transparent"
          aria-label="length of run {index + 1}"
          value={run.length}
          onchange={(event) => {
            const length = event.currentTarget.value.trim();
            if (length) edit(index, { length });
            else event.currentTarget.value = run.length;
          }}
        />
        <button
          class="word-button px-0.5"
          aria-label="take run {index + 1} away"
          onclick={() => write(runs.filter((_, i) => i !== index))}>×</button
        >
      </li>
    {/each}
    <li>
      <button
        class="word-button"
        onclick={() => {
          const round = /right|left/.test(runs.at(-1)?.way ?? "");
          write([
            ...runs,
            round ? { way: "up", length: "3 mm" } : { way: "right", length: "10 mm" },
          ]);
        }}>one more run</button
      >
    </li>
    <li class="ml-auto flex items-center gap-1">
      <button class="word-button" onclick={layMaze}>lay a maze</button> of
      <input
        class="figure w-8 border-b border-dotted border-firm bg-transparent text-right"
        type="number"
        min="1"
        max="40"
        bind:value={turns}
        aria-label="turns of the maze"
      />
      turns, number
      <input
        class="figure w-10 border-b border-dotted border-firm bg-transparent text-right"
        type="number"
        min="0"
        max="1000000"
        bind:value={seed}
        aria-label="number of the maze"
      />
    </li>
  </ol>
</div>
