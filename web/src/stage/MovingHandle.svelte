<script lang="ts">
  import type { Units } from "../project/units";
  import { Vector3 } from "three";
  import { fromWhereItWas, poseMatrix } from "./placing";
  import { nearestOn, type Moving, type Spot } from "./moving.svelte";
  import type { StageScene } from "./scene";

  let {
    moving,
    scene,
    drawn,
    units,
  }: {
    moving: Moving;
    scene: StageScene;
    /** Counts the pictures: places on the screen are found anew with each. */
    drawn: number;
    units: Units;
  } = $props();

  let held = false;
  let canvas = $state<SVGSVGElement>();

  type Found = [number, number, number][] | null;
  let found: { of: unknown; grip: Found } | null = null;
  /** The point of the moving part that travels furthest, and where it comes on its way. */
  const grip = $derived.by((): Found => {
    void drawn; // its solid may come later than its motion
    const { fit, tried } = moving;
    if (!fit || !tried) return null;
    if (found?.of !== tried || !found.grip) {
      found = { of: tried, grip: scene.gripOf(fit.parts[1]!, tried.poses.map(fromWhereItWas)) };
    }
    return found.grip;
  });
  const way = $derived.by((): (Spot | null)[] => {
    void drawn;
    if (!grip || !moving.fit) return [];
    const base = moving.fit.parts[0]!;
    const back = moving.pose?.first.length ? poseMatrix(moving.pose.first).invert() : null;
    return grip.map((at) =>
      scene.project2d(base, back ? new Vector3(...at).applyMatrix4(back).toArray() : at),
    );
  });
  const knob = $derived(way[moving.at] ?? null);
  const line = $derived(
    way.flatMap((spot) => (spot ? [`${spot.x.toFixed(1)} ${spot.y.toFixed(1)}`] : [])).join("L"),
  );
  const touch = $derived.by((): Spot | null => {
    void drawn;
    const { pose, fit } = moving;
    return pose && fit ? scene.project2d(fit.parts[0]!, pose.point) : null;
  });

  function drag(event: PointerEvent) {
    if (!held || !canvas) return;
    const box = canvas.getBoundingClientRect();
    moving.set(
      nearestOn(way, { x: event.clientX - box.left, y: event.clientY - box.top }, moving.at),
    );
  }

  function keys(event: KeyboardEvent) {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    const to =
      event.key === "Home" ? 0 : event.key === "End" ? way.length - 1 : by ? moving.at + by : -1;
    if (to < 0 || to >= way.length) return;
    event.preventDefault();
    event.stopPropagation();
    moving.set(to);
  }
</script>

<svg bind:this={canvas} class="pointer-events-none absolute inset-0 h-full w-full">
  {#if line}
    <path
      d="M{line}"
      class="fill-none stroke-brass"
      stroke-width="1.6"
      stroke-dasharray="1 5"
      stroke-linecap="round"
    />
  {/if}
  {#if touch && moving.pose}
    <circle
      cx={touch.x}
      cy={touch.y}
      r="4"
      class={["fill-none", moving.pose.collides ? "stroke-brick" : "stroke-brass"]}
      stroke-width="2"
    />
  {/if}
  {#if knob}
    <g
      role="slider"
      tabindex="0"
      class="pointer-events-auto cursor-grab outline-none [&:focus-visible>.ring]:opacity-100 [&:hover>.ring]:opacity-100"
      aria-label="handle of what moves; arrow keys move it"
      aria-valuemin={0}
      aria-valuemax={way.length - 1}
      aria-valuenow={moving.at}
      aria-valuetext={moving.words(units)}
      data-moving-handle
      onpointerdown={(event) => {
        event.stopPropagation();
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        event.currentTarget.focus();
        held = true;
      }}
      onpointermove={drag}
      onpointerup={() => (held = false)}
      onpointercancel={() => (held = false)}
      onkeydown={keys}
    >
      <circle cx={knob.x} cy={knob.y} r="16" fill="transparent" />
      <circle
        class="ring opacity-0 transition-opacity"
        cx={knob.x}
        cy={knob.y}
        r="12"
        fill="none"
        stroke="var(--color-tide)"
        stroke-width="2"
      />
      <rect
        x={knob.x - 6}
        y={knob.y - 6}
        width="12"
        height="12"
        transform="rotate(45 {knob.x} {knob.y})"
        class="fill-brass stroke-paper"
        stroke-width="2"
      />
    </g>
  {/if}
</svg>
