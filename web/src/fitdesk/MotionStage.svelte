<script lang="ts">
  import { onMount, untrack } from "svelte";
  import type { FitView, Report } from "../api/client";
  import type { Units } from "../project/units";
  import { Moving } from "../stage/moving.svelte";
  import MovingBar from "../stage/MovingBar.svelte";
  import MovingHandle from "../stage/MovingHandle.svelte";
  import { StageScene } from "../stage/scene";
  import { theme } from "../ui/theme.svelte";

  let {
    project,
    fit,
    report,
    units,
  }: { project: number; fit: FitView; report: Report; units: Units } = $props();

  let canvas: HTMLCanvasElement | undefined = $state();
  let scene = $state.raw<StageScene | null>(null);
  let broken = $state(false);
  let drawn = $state(0);
  const moving = new Moving();

  const both = $derived({
    ...report,
    parts: report.parts.filter((part) => fit.parts.includes(part.name)),
    fits: [fit],
  });
  const keys = $derived(both.parts.map((part) => part.key).join(" "));

  onMount(() => {
    const paper = canvas;
    if (!paper) return;
    let made: StageScene;
    try {
      made = new StageScene(paper, project);
    } catch {
      broken = true;
      return;
    }
    made.onDrawn = () => drawn++;
    scene = made;
    const watch = new ResizeObserver(() => made.resize());
    watch.observe(paper);
    return () => {
      watch.disconnect();
      made.dispose();
    };
  });

  $effect(() => void scene?.show(both));
  $effect(() => {
    void theme.night;
    untrack(() => scene?.ink());
  });
  $effect(() => {
    void keys;
    return untrack(() => moving.load(project, fit));
  });
  $effect(() =>
    scene?.moveFit(
      moving.pose ? { fit: fit.name, pose: moving.pose.pose, first: moving.pose.first } : null,
    ),
  );
</script>

<section class="relative h-full" aria-label="the fit in motion">
  <canvas
    bind:this={canvas}
    class="block h-full w-full"
    data-at={moving.pose?.at}
    data-gap={moving.pose?.gap_mm}
  ></canvas>
  {#if broken}
    <p class="absolute inset-0 grid place-items-center text-soft">
      This browser cannot draw solids (WebGL is off).
    </p>
  {:else if scene}
    <MovingHandle {moving} {scene} {drawn} {units} />
  {/if}
  <div class="absolute inset-x-4 bottom-3 text-small"><MovingBar {moving} {units} /></div>
</section>
