<script lang="ts">
  import type { OutlineDeskView } from "../api/client";
  import { size, type Units } from "../project/units";
  import { insideOf, place, type Dimension } from "./dimensions";
  import { givenOf, type Point } from "./moves";

  let {
    view,
    units,
    current,
    dragging,
    adds,
    onmove,
    onvalue,
    onbegin,
    ondrag,
    onnudge,
    onpaper,
  }: {
    view: OutlineDeskView;
    units: Units;
    current: number;
    dragging: boolean;
    /** Whether a press on the paper adds something. */
    adds: boolean;
    onmove: (move: number) => void;
    onvalue: (move: number, index: number) => void;
    onbegin: () => void;
    /** A point dragged by so many mm; `fine`: in tenths. */
    ondrag: (handle: number, dx: number, dy: number, fine: boolean, done: boolean) => void;
    /** A point moved by so many mm from the keyboard. */
    onnudge: (handle: number, dx: number, dy: number, fine: boolean) => void;
    /** The paper pressed at a point in mm; `near` is how far from level still counts as level. */
    onpaper: (at: Point, near: number) => void;
  } = $props();

  const ROOM = { left: 110, right: 110, top: 80, bottom: 100 };
  const LEVEL_PX = 9;
  let width = $state(0);
  let height = $state(0);
  let zoom = $state(1);
  let shift = $state<Point>([0, 0]);
  let diameter = $state(false);

  /** What must be seen: the outline, its other half where it is turned, and where it began. */
  const box = $derived.by(() => {
    const low: [number, number] = [Math.min(view.low[0], 0), Math.min(view.low[1], 0)];
    const high: [number, number] = [Math.max(view.high[0], 0), Math.max(view.high[1], 0)];
    if (view.under_low && view.under_high) {
      // as much of the face as still leaves the outline large
      const room = 0.8 * Math.max(view.high[0] - view.low[0], view.high[1] - view.low[1]);
      for (const i of [0, 1] as const) {
        low[i] = Math.min(low[i], Math.max(view.under_low[i], view.low[i] - room));
        high[i] = Math.max(high[i], Math.min(view.under_high[i], view.high[i] + room));
      }
    }
    if (view.axis) {
      const reach = Math.max(high[0], -low[0]);
      low[0] = -reach;
      high[0] = reach;
    }
    return { low, high };
  });
  const fitted = $derived.by(() => {
    const [wide, tall] = [box.high[0] - box.low[0] || 1, box.high[1] - box.low[1] || 1];
    const scale = Math.min(
      (width - ROOM.left - ROOM.right) / wide,
      (height - ROOM.top - ROOM.bottom) / tall,
    );
    return {
      scale: Math.max(scale, 0.01),
      x: ROOM.left + (width - ROOM.left - ROOM.right - wide * scale) / 2 - box.low[0] * scale,
      y: ROOM.top + (height - ROOM.top - ROOM.bottom - tall * scale) / 2 + box.high[1] * scale,
    };
  });
  let pan = $state<{ x: number; y: number; shift: Point; moved: boolean } | null>(null);
  // while something is dragged the paper stays where it is
  let still = $state.raw({ scale: 1, x: 0, y: 0 });
  $effect.pre(() => {
    if (!dragging && pan === null) still = fitted;
  });
  const scale = $derived(still.scale * zoom);
  const px = ([x, y]: readonly [number, number]): Point => [
    still.x * zoom + shift[0] + x * scale,
    still.y * zoom + shift[1] - y * scale,
  ];
  const mm = ([x, y]: Point): Point => [
    (x - still.x * zoom - shift[0]) / scale,
    (still.y * zoom + shift[1] - y) / scale,
  ];
  const frame = $derived(`translate(${px([0, 0]).join(" ")}) scale(${scale})`);

  const inside = $derived(
    insideOf(view.segments.flatMap((one) => (one.move >= 0 || view.closed ? [one.a] : []))),
  );
  const filled = $derived(
    view.closed || view.draws === "circles"
      ? view.segments
          .filter((one) => view.draws !== "circles" || one.move < 0)
          .map((one, index) => (index ? one.path.replace(/^M[^LA]*/, "") : one.path))
          .join(" ") + "Z"
      : "",
  );

  function words(dimension: Dimension): string {
    const given = givenOf(view, dimension.move, dimension.index);
    const fromAxis = view.axis && Math.abs(dimension.a[0]) < 1e-9 && dimension.b[0] !== 0;
    const level = Math.abs(dimension.a[1] - dimension.b[1]) < 1e-9;
    if (fromAxis && level && diameter && dimension.shape !== "radius")
      return `⌀ ${size(2 * Math.abs(dimension.b[0]), units)}`;
    if (!given) return size(Math.abs(dimension.b[0]), units);
    const shown = given.shown ? given.shown.replace(/ (mm|in)$/, "") : given.text;
    const short = !given.plain && !given.settled && given.text.length <= 14 ? given.text : shown;
    if (dimension.shape === "radius") return `R ${short}`;
    return short;
  }
  /** Of a turned outline: how far from the axis what is in hand ends, though no number says so. */
  const reach = $derived.by((): Dimension[] => {
    const last = [...view.segments].reverse().find((one) => one.move === current && !one.copied);
    const said = view.dimensions.some((one) => one.move === current && one.shape === "across");
    if (!view.axis || !last || said || Math.abs(last.b[0]) < 1e-6) return [];
    const a: [number, number] = [0, last.b[1]];
    return [
      { shape: "across", move: current, index: -1, a, b: last.b, start_deg: 0, sweep_deg: 0 },
    ];
  });
  /** Lengths, radii and angles are always shown; a point's distances from the axes when it is in hand. */
  const listed = $derived([
    ...view.dimensions.filter(
      (one) =>
        (one.move === current || !["across", "up", "angle"].includes(one.shape)) &&
        givenOf(view, one.move, one.index),
    ),
    ...reach,
  ]);
  const placed = $derived(place(listed, px, inside, words));
  const mirrors = $derived(view.moves.find((one) => /^mirror\b/.test(one.text)));
  const upright = $derived(!mirrors?.text.includes("across"));
  const beam = $derived(
    view.axis || (mirrors && upright)
      ? `M${px([0, 0])[0]} 8V${height - 8}`
      : mirrors
        ? `M8 ${px([0, 0])[1]}H${width - 8}`
        : "",
  );

  // -- pointing -------------------------------------------------------------------------------

  let grip: { handle: number; x: number; y: number; moved: boolean } | null = null;
  let paper = $state<SVGSVGElement>();

  function grab(event: PointerEvent, handle: number) {
    event.stopPropagation();
    event.preventDefault();
    onbegin();
    onmove(view.handles[handle]!.move);
    grip = { handle, x: event.clientX, y: event.clientY, moved: false };
    paper?.setPointerCapture(event.pointerId);
  }

  function down(event: PointerEvent) {
    if (event.button) return;
    pan = { x: event.clientX, y: event.clientY, shift, moved: false };
    paper?.setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent) {
    if (grip) {
      const [dx, dy] = [event.clientX - grip.x, event.clientY - grip.y];
      if (!grip.moved && Math.hypot(dx, dy) < 3) return;
      grip.moved = true;
      ondrag(grip.handle, dx / scale, -dy / scale, event.shiftKey, false);
    } else if (pan) {
      const [dx, dy] = [event.clientX - pan.x, event.clientY - pan.y];
      if (!pan.moved && Math.hypot(dx, dy) < 4) return;
      pan.moved = true;
      shift = [pan.shift[0] + dx, pan.shift[1] + dy];
    }
  }

  function up(event: PointerEvent) {
    if (grip?.moved) {
      const [dx, dy] = [event.clientX - grip.x, event.clientY - grip.y];
      ondrag(grip.handle, dx / scale, -dy / scale, event.shiftKey, true);
    } else if (pan && !pan.moved && paper) {
      const at = paper.getBoundingClientRect();
      onpaper(mm([event.clientX - at.left, event.clientY - at.top]), LEVEL_PX / scale);
    }
    grip = null;
    pan = null;
  }

  /** A point moved from the keyboard. */
  function nudge(event: KeyboardEvent, handle: number) {
    const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const step = units === "mm" ? (event.shiftKey ? 0.1 : 1) : 25.4 / (event.shiftKey ? 64 : 16);
    onnudge(handle, way[0]! * step, way[1]! * step, event.shiftKey);
  }

  function wheel(event: WheelEvent) {
    event.preventDefault();
    const at = paper!.getBoundingClientRect();
    zoomBy(Math.exp(-event.deltaY / 600), [event.clientX - at.left, event.clientY - at.top]);
  }
  function zoomBy(factor: number, at: Point) {
    const next = Math.min(Math.max(zoom * factor, 0.3), 40);
    const real = next / zoom;
    shift = [at[0] - (at[0] - shift[0]) * real, at[1] - (at[1] - shift[1]) * real];
    zoom = next;
  }
  function whole() {
    zoom = 1;
    shift = [0, 0];
  }

  const handleName = (index: number) => {
    const one = view.handles[index]!;
    const at = one.at.map((v: number) => size(v, units)).join(" ");
    const kind = { end: "end", middle: "size", centre: "middle", by: "point on the way" }[one.what];
    return `${kind} of move ${one.move + 1}, at ${at}; arrow keys move it`;
  };
</script>

<div class="absolute inset-0 overflow-hidden" bind:clientWidth={width} bind:clientHeight={height}>
  {#if width && height}
    <svg
      bind:this={paper}
      {width}
      {height}
      class={["block touch-none select-none", adds ? "cursor-crosshair" : "cursor-default"]}
      role="group"
      aria-label="the outline, {size(view.high[0] - view.low[0], units)} by {size(
        view.high[1] - view.low[1],
        units,
      )} {units}"
      onpointerdown={down}
      onpointermove={move}
      onpointerup={up}
      onpointercancel={() => ((grip = null), (pan = null))}
      onwheel={wheel}
    >
      <defs>
        <pattern
          id="outline-hatch"
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V8" stroke="var(--color-firm)" stroke-width="1" opacity="0.35" />
        </pattern>
        <marker
          id="outline-arrow"
          viewBox="0 0 10 10"
          refX="9"
          refY="5"
          markerWidth="7"
          markerHeight="7"
          orient="auto-start-reverse"
          ><path
            d="M1 1L9 5L1 9"
            fill="none"
            stroke="var(--color-brass)"
            stroke-width="1.4"
          /></marker
        >
      </defs>
      <g transform={frame} fill="none">
        {#each view.under as path, index (index)}
          <path
            d={path}
            fill="var(--color-sheet)"
            fill-rule="evenodd"
            stroke="var(--color-firm)"
            stroke-width="1"
            vector-effect="non-scaling-stroke"
          />
        {/each}
        {#if view.axis}
          <g transform="scale(-1 1)">
            {#each view.segments as one, index (index)}
              <path
                d={one.path}
                stroke="var(--color-firm)"
                stroke-dasharray="4 4"
                vector-effect="non-scaling-stroke"
              />
            {/each}
          </g>
        {/if}
      </g>
      {#if filled}
        <clipPath id="outline-inside"><path d={filled} transform={frame} /></clipPath>
        <rect {width} {height} fill="url(#outline-hatch)" clip-path="url(#outline-inside)" />
      {/if}
      {#if beam}
        <path
          d={beam}
          stroke={view.axis ? "var(--color-brass)" : "var(--color-tide)"}
          stroke-dasharray="14 4 3 4"
          fill="none"
        />
      {/if}
      <path
        d="M{px([0, 0])[0] - 7} {px([0, 0])[1]}h14M{px([0, 0])[0]} {px([0, 0])[1] - 7}v14"
        stroke="var(--color-soft)"
      />

      {#each placed as one (one.dimension.shape + one.dimension.move + "." + one.dimension.index)}
        <g fill="none" stroke="var(--color-brass)">
          <path d={one.thin} opacity="0.5" />
          <path
            d={one.line}
            marker-end="url(#outline-arrow)"
            marker-start={one.dimension.shape === "radius" ? undefined : "url(#outline-arrow)"}
          />
        </g>
      {/each}

      <g transform={frame} fill="none" stroke-linecap="round">
        {#each view.segments as one, index (index)}
          {@const lit = one.move >= 0 && one.move === current}
          <path
            d={one.path}
            stroke={lit
              ? "var(--color-tide)"
              : one.copied || one.move < 0
                ? "var(--color-soft)"
                : "var(--color-ink)"}
            stroke-width={lit ? 4 : one.copied ? 1.4 : 2.2}
            vector-effect="non-scaling-stroke"
          />
          {#if one.move >= 0}
            <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
            <path
              d={one.path}
              stroke="transparent"
              stroke-width="14"
              vector-effect="non-scaling-stroke"
              class="cursor-pointer"
              data-segment={one.move}
              onpointerdown={(event) => event.stopPropagation()}
              onclick={() => onvalue(one.move, 0)}
            />
          {/if}
        {/each}
      </g>
      {#if view.open_from && view.open_to}
        <path
          d="M{px(view.open_from).join(' ')}L{px(view.open_to).join(' ')}"
          stroke="var(--color-brick)"
          stroke-width="1.6"
          stroke-dasharray="3 5"
          fill="none"
        />
        {#each [view.open_from, view.open_to] as end, index (index)}
          <circle
            cx={px(end)[0]}
            cy={px(end)[1]}
            r="9"
            fill="none"
            stroke="var(--color-brick)"
            stroke-width="1.6"
          />
        {/each}
      {/if}
      {#each view.crossings as at, index (index)}
        <g transform="translate({px(at).join(' ')})" stroke="var(--color-brick)" stroke-width="2">
          <path d="M-7 -7L7 7M7 -7L-7 7" /><circle r="12" fill="none" />
        </g>
      {/each}
      {#each view.joints as joint, index (index)}
        {#if joint.tangent}
          <circle
            cx={px(joint.at)[0]}
            cy={px(joint.at)[1]}
            r="3.5"
            fill="var(--color-paper)"
            stroke="var(--color-tide)"
            stroke-width="1.4"
          />
        {:else}
          <rect
            x={px(joint.at)[0] - 3}
            y={px(joint.at)[1] - 3}
            width="6"
            height="6"
            fill="var(--color-ink)"
          />
        {/if}
      {/each}
      {#each view.handles as handle, index (index)}
        {@const [x, y] = px(handle.at)}
        <g
          role="button"
          tabindex="0"
          class="cursor-grab outline-none [&:focus-visible>.ring]:opacity-100 [&:hover>.ring]:opacity-100"
          aria-label={handleName(index)}
          data-handle="{handle.what}.{handle.move}"
          onpointerdown={(event) => grab(event, index)}
          onfocus={() => onmove(handle.move)}
          onkeydown={(event) => nudge(event, index)}
        >
          <circle cx={x} cy={y} r="11" fill="transparent" />
          <circle
            class="ring opacity-0 transition-opacity"
            cx={x}
            cy={y}
            r="8"
            fill="none"
            stroke="var(--color-tide)"
            stroke-width="2"
          />
          {#if handle.what === "centre" || handle.what === "by"}
            <path
              d="M{x - 5} {y}h10M{x} {y - 5}v10"
              stroke="var(--color-tide)"
              stroke-width="1.4"
            />
          {:else if handle.what === "middle"}
            <circle cx={x} cy={y} r="2.5" fill="var(--color-tide)" />
          {/if}
        </g>
      {/each}
    </svg>
    {#each placed as one (one.dimension.shape + one.dimension.move + "." + one.dimension.index)}
      {@const given = givenOf(view, one.dimension.move, one.dimension.index)}
      {#if !given}<span
          class="figure absolute -translate-x-1/2 -translate-y-1/2 rounded-slip bg-paper px-1 text-small text-soft"
          style:left="{one.label[0]}px"
          style:top="{one.label[1]}px">{words(one.dimension)}</span
        >{:else}<button
          class={[
            "figure absolute -translate-x-1/2 -translate-y-1/2 rounded-slip border bg-raised px-1 text-small hover:border-brass",
            one.dimension.move === current ? "border-tide text-tide" : "border-rule text-brass",
            given?.settled && "text-soft italic",
          ]}
          style:left="{one.label[0]}px"
          style:top="{one.label[1]}px"
          aria-label="move {one.dimension.move + 1}: {words(one.dimension)}"
          data-dimension="{one.dimension.move}.{one.dimension.index}"
          onclick={() => onvalue(one.dimension.move, one.dimension.index)}
          >{given?.settled ? `? = ${words(one.dimension)}` : words(one.dimension)}</button
        >{/if}
    {/each}
    <div
      class="absolute right-4 bottom-2 flex items-center gap-2 rounded-slip bg-paper px-1 py-0.5 text-small text-soft"
    >
      {#if view.axis}
        <label class="flex cursor-pointer items-center gap-1"
          ><input type="checkbox" bind:checked={diameter} />distances from the axis as diameters</label
        >
      {/if}
      <button class="word-button" onclick={() => zoomBy(1.4, [width / 2, height / 2])}
        >closer</button
      >
      <button class="word-button" onclick={() => zoomBy(1 / 1.4, [width / 2, height / 2])}
        >further</button
      >
      <button class="word-button" onclick={whole}>whole</button>
    </div>
  {/if}
</div>
