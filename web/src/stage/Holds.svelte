<script lang="ts">
  import { nudged } from "../project/nudge";
  import type { HeldView } from "../api/client";
  import type { Units } from "../project/units";
  import { size } from "../project/units";
  import { draggedText, onScreen } from "./holds";

  let {
    held,
    units,
    project2d,
    onset,
  }: {
    /** The distances of the step in hand. */
    held: readonly HeldView[];
    units: Units;
    /** A point of the part, in canvas pixels. */
    project2d: (at: [number, number, number]) => { x: number; y: number } | null;
    onset: (path: string, text: string) => void;
  } = $props();

  let dragging = $state<{ path: string; text: string } | null>(null);
  let from = { x: 0, y: 0 };

  const drawn = $derived(
    held
      .map((one) => ({ one, at: onScreen(one, project2d) }))
      .filter((line) => line.at !== null)
      .map((line) => ({ one: line.one, at: line.at! })),
  );
  const told = (one: HeldView) =>
    dragging?.path === one.path ? dragging.text : one.text || size(one.value, units);

  function move(event: PointerEvent, one: HeldView) {
    if (!dragging) return;
    const text = draggedText(
      one,
      event.clientX - from.x,
      event.clientY - from.y,
      units,
      project2d,
      event.altKey,
    );
    if (text !== null) dragging = { path: one.path, text };
  }

  function release(one: HeldView) {
    const done = dragging;
    dragging = null;
    if (done && done.text !== one.text) onset(one.path, done.text);
  }

  function keys(event: KeyboardEvent, one: HeldView) {
    const way = ["ArrowUp", "ArrowRight"].includes(event.key)
      ? 1
      : ["ArrowDown", "ArrowLeft"].includes(event.key)
        ? -1
        : 0;
    if (!way || !one.plain) return;
    event.preventDefault();
    event.stopPropagation();
    const stride = event.shiftKey ? "coarse" : event.altKey ? "fine" : "usual";
    const next = nudged(one.text || "0", way, stride, "length", units);
    if (next !== null) onset(one.path, next);
  }
</script>

<svg class="pointer-events-none absolute inset-0 h-full w-full" aria-label="distances of this step">
  {#each drawn as { one, at } (one.path)}
    <g class="stroke-brass" stroke-width="1.6" fill="none">
      <path d="M{at.x0} {at.y0}L{at.x1} {at.y1}" />
      <path d="M{at.x0 - at.ny * 6} {at.y0 + at.nx * 6}L{at.x0 + at.ny * 6} {at.y0 - at.nx * 6}" />
      <path d="M{at.x1 - at.ny * 6} {at.y1 + at.nx * 6}L{at.x1 + at.ny * 6} {at.y1 - at.nx * 6}" />
    </g>
  {/each}
</svg>
{#each drawn as { one, at } (one.path)}
  <button
    class={[
      "figure absolute z-10 -translate-x-1/2 -translate-y-1/2 rounded-slip border bg-brass-wash px-1.5 py-0.5 text-small text-ink",
      one.plain ? "cursor-grab border-brass" : "border-dashed border-brass italic",
    ]}
    style:left="{at.lx}px"
    style:top="{at.ly}px"
    data-held={one.path}
    aria-label={one.plain
      ? `distance ${told(one)}: drag it, or press the arrow keys`
      : `distance ${told(one)}: an expression, typed in the step`}
    onpointerdown={(event) => {
      if (!one.plain) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      from = { x: event.clientX, y: event.clientY };
      dragging = { path: one.path, text: told(one) };
    }}
    onpointermove={(event) => move(event, one)}
    onpointerup={() => release(one)}
    onpointercancel={() => (dragging = null)}
    onkeydown={(event) => keys(event, one)}>{told(one)}</button
  >
{/each}
