<script lang="ts">
  import { onMount, untrack } from "svelte";
  import { server, type FitView, type MotionReport, type Report } from "../api/client";
  import { size, type Units } from "../project/units";
  import { StageScene } from "../stage/scene";
  import Range from "../ui/Range.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import { theme } from "../ui/theme.svelte";

  let {
    project,
    fit,
    report,
    units,
  }: { project: number; fit: FitView; report: Report; units: Units } = $props();

  let canvas = $state() as HTMLCanvasElement;
  let scene = $state.raw<StageScene | null>(null);
  let motion = $state.raw<MotionReport | null>(null);
  let at = $state(0);
  let playing = $state(false);
  let trouble = $state("");
  let spot = $state<{ x: number; y: number } | null>(null);

  const both = $derived({
    ...report,
    parts: report.parts.filter((part) => fit.parts.includes(part.name)),
    fits: [fit],
  });
  const pose = $derived(motion?.poses[at] ?? null);
  const keys = $derived(both.parts.map((part) => part.key).join(" "));

  onMount(() => {
    let made: StageScene;
    try {
      made = new StageScene(canvas, project);
    } catch {
      trouble = "This browser cannot draw solids.";
      return;
    }
    made.onDrawn = place;
    scene = made;
    const watch = new ResizeObserver(() => made.resize());
    watch.observe(canvas);
    return () => {
      watch.disconnect();
      made.dispose();
    };
  });

  $effect(() => {
    void scene?.show(both).then(() => untrack(show));
  });
  $effect(() => {
    void theme.night;
    untrack(() => scene?.ink());
  });
  $effect(() => {
    void keys;
    const asked = new AbortController();
    motion = null;
    trouble = "";
    server.motion(project, fit.name, asked.signal).then(
      (found) => {
        motion = found;
        at = 0;
        show();
      },
      (problem) => {
        if (!asked.signal.aborted) trouble = problem instanceof Error ? problem.message : "";
      },
    );
    return () => asked.abort();
  });
  $effect(() => {
    if (!playing || !motion) return;
    const timer = setInterval(() => {
      at = (at + 1) % motion!.poses.length;
      show();
    }, 90);
    return () => clearInterval(timer);
  });

  function show() {
    if (scene && pose) scene.pose(fit.parts[1], pose.pose);
  }
  function place() {
    spot = pose && scene ? scene.project2d(fit.parts[0], pose.point) : null;
  }
  function drag(next: number) {
    playing = false;
    at = next;
    show();
  }
  const told = (value: number) =>
    motion?.motion.way === "track"
      ? `${Math.round(value * 100)} % of the way`
      : motion?.motion.unit === "°"
        ? `${Math.round(value)}°`
        : `${size(value, units)} ${units}`;
</script>

<section class="relative h-full" aria-label="the fit in motion">
  <canvas bind:this={canvas} class="block h-full w-full" data-at={pose?.at} data-gap={pose?.gap_mm}
  ></canvas>
  {#if spot && pose}
    <svg class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      <circle
        cx={spot.x}
        cy={spot.y}
        r="5"
        class={pose.collides ? "fill-none stroke-brick" : "fill-none stroke-brass"}
        stroke-width="2"
      />
    </svg>
  {/if}
  <div class="absolute inset-x-4 bottom-3 text-small">
    {#if motion}
      <p>
        <span class={INK[motion.severity]} aria-hidden="true">{SHAPE[motion.severity]}</span>
        <span role="status">{motion.words}</span>
      </p>
      <div class="mt-1 flex items-center gap-3">
        <button class="plain-button" onclick={() => (playing = !playing)}
          >{playing ? "stop" : "play"}</button
        >
        <Range
          value={at}
          max={motion.poses.length - 1}
          step={1}
          label="how far it has moved"
          words={pose ? told(pose.at) : ""}
          class="flex-1"
          onset={drag}
        />
        <span class="figure w-28 text-right">{pose ? told(pose.at) : ""}</span>
        <span class="w-40 text-right">
          {#if pose && pose.collides}<span class="text-brick">■ they lie in each other</span
            >{:else if pose}gap <span class="figure text-brass">{size(pose.gap_mm, units, 3)}</span
            ><span class="unit">{units}</span>{/if}
        </span>
      </div>
    {:else if trouble}<p class="text-soft">{trouble}</p>
    {:else}<p class="text-soft" aria-busy="true">Moving it through its range …</p>{/if}
  </div>
</section>
