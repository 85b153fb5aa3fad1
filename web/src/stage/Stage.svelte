<script module lang="ts">
  const NONE: ReadonlySet<string> = new Set();
  type Point3 = [number, number, number];
  type StageView = View | "unrolled" | "moving";
</script>

<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import { onMount, untrack } from "svelte";
  import {
    server,
    type FindingView,
    type HeldView,
    type MarksView,
    type Report,
  } from "../api/client";
  import { theme } from "../ui/theme.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import { measured, size, type Units } from "../project/units";
  import Range from "../ui/Range.svelte";
  import Choose from "../ui/Choose.svelte";
  import Views from "../ui/Views.svelte";
  import CutControls from "./CutControls.svelte";
  import Holds from "./Holds.svelte";
  import Legend from "./Legend.svelte";
  import { Moving } from "./moving.svelte";
  import MovingBar from "./MovingBar.svelte";
  import MovingHandle from "./MovingHandle.svelte";
  import { pointing } from "./pointing.svelte";
  import Unrolled from "./Unrolled.svelte";
  import type { CutFrom } from "./cut";
  import { StageScene, type Label, type Lit, type Read, type Touch, type View } from "./scene";

  let {
    project,
    report,
    sketch = null,
    lit,
    pointed = null,
    first = "whole",
    small = false,
    ontouch = () => {},
    part = "",
    units = "mm",
    held = [],
    edge = null,
    hidden = NONE,
    faint = NONE,
    onheld = () => {},
    reach = null,
    onmeasure,
    barred = $bindable(false),
  }: {
    project: number;
    report: Report;
    /** Drawn instead while a change is being proved. */
    sketch?: Report | null;
    lit: Lit | null;
    pointed?: FindingView | null;
    first?: View;
    /** Without its row of views, where it only accompanies something else. */
    small?: boolean;
    ontouch?: (touch: Touch | null) => void;
    /** The part the sheet shows: the one that can be unrolled. */
    part?: string;
    units?: Units;
    /** Distances of the step in hand, drawn on the part shown and dragged there. */
    held?: readonly HeldView[];
    /** The edge pressed last: its chain is lit. */
    edge?: Touch | null;
    hidden?: ReadonlySet<string>;
    faint?: ReadonlySet<string>;
    onheld?: (path: string, text: string) => void;
    /** What is measured, from a point of a part to another in the same coordinates. */
    reach?: { part: string; a: Point3; b: Point3 } | null;
    /** Begins measuring, where that can be done. */
    onmeasure?: () => void;
    /** Whether a bar to move something by lies along its lower edge. */
    barred?: boolean;
  } = $props();

  let drawnAt = $state(0);
  const chosen = $derived(report.parts.find((one) => one.name === part));
  const wrapped = $derived(chosen?.steps.some((step) => step.drawing?.around_mm) ?? false);
  const movable = $derived(small ? [] : report.fits.filter((fit) => fit.motion && fit.pose.length));
  const VIEWS: { value: StageView; words: string }[] = $derived([
    { value: "whole", words: "whole" },
    { value: "cut", words: "cut" },
    { value: "apart", words: "apart" },
    { value: "checked", words: "checked" },
    ...(movable.length ? [{ value: "moving" as const, words: "moving" }] : []),
    ...(wrapped ? [{ value: "unrolled" as const, words: "unrolled" }] : []),
  ]);
  const chain = $derived.by(() => {
    void drawnAt;
    return edge?.edge && scene ? scene.edgeLines(edge) : [];
  });
  /** Points of the part shown, found anew whenever the picture is drawn anew. */
  const seen = $derived.by(() => {
    void drawnAt;
    return (at: [number, number, number]) => scene?.project2d(part, at) ?? null;
  });

  const spanned = $derived.by(() => {
    void drawnAt;
    if (!reach || !scene) return null;
    const [a, b] = [reach.a, reach.b].map((at) => scene!.project2d(reach.part, at));
    return a && b ? { a, b } : null;
  });

  let canvas: HTMLCanvasElement | undefined = $state();
  let scene = $state.raw<StageScene | null>(null);
  let view = $state<StageView>(untrack(() => first));
  const flat = $derived(view === "unrolled" && wrapped);
  const moving = new Moving();
  const marking = new Action();
  let moves = $state("");
  /** The fit that is moved, where one is. */
  const mover = $derived(
    view === "moving" ? (movable.find((fit) => fit.name === moves) ?? movable[0] ?? null) : null,
  );
  const tries = $derived(mover && [mover.name, ...report.parts.map((part) => part.key)].join(" "));
  let share = $state(0.5);
  let words = $state.raw<Label[]>([]);
  let leader = $state<{ x: number; y: number } | null>(null);
  let shown = $state.raw<Read | null>(null);
  let reads = $state.raw<Read[]>([]);
  let pressedAt = $state.raw<{ x: number; y: number } | null>(null);
  let cutFrom = $state<CutFrom>("front");
  /** The face along which it is cut, if one was pressed for that. */
  let pressedFace: Touch | null = null;
  let cut = $state.raw({ at: 0, low: 0, high: 0 });
  let marks = $state.raw<MarksView | null>(null);
  let broken = $state(false);
  /** The graphics were taken away, as after a long sleep; they come back by themselves. */
  let lost = $state(false);
  const empty = $derived(report.parts.every((part) => !part.key));

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
    made.onDrawn = (labels) => {
      words = labels;
      drawnAt++;
      placeLeader();
      reads = pressedAt && !sketch ? made.readCut(pressedAt.x, pressedAt.y) : [];
    };
    made.view = untrack(() => first);
    paper.addEventListener("webglcontextlost", (event) => {
      event.preventDefault();
      lost = true;
    });
    paper.addEventListener("webglcontextrestored", () => {
      lost = false;
      made.ink();
    });
    scene = made;
    const watch = new ResizeObserver(() => made.resize());
    watch.observe(paper);
    return () => {
      watch.disconnect();
      made.dispose();
    };
  });

  $effect(() => void scene?.show(sketch ?? report, sketch !== null));
  $effect(() => scene?.light(lit));
  $effect(() => {
    if (scene) scene.drawnAs = { hidden, faint };
  });
  $effect(() => {
    void theme.night;
    untrack(() => scene?.ink());
  });
  $effect(() => {
    if (pointed?.at && pointed.part) scene?.flyTo(pointed.part, pointed.at);
    placeLeader();
  });
  $effect(() => {
    // tried anew where a solid changed, not with every report
    if (tries) return untrack(() => moving.load(project, mover!));
  });
  $effect(() => {
    const pose = mover && moving.fit?.name === mover.name ? moving.pose : null;
    scene?.moveFit(pose ? { fit: mover!.name, pose: pose.pose, first: pose.first } : null);
  });
  $effect(() => {
    if (view !== "checked" || !scene) return;
    const drawn = scene;
    void report;
    marks = null;
    return marking.show(
      () => server.marks(project),
      (found) => {
        marks = found;
        void drawn.show(report).then(() => drawn.hatch(found.parts));
      },
    );
  });

  /** A face by its place, as if it had been pressed; null where it is not drawn. */
  export function faceNamed(of: string, place: string): Touch | null {
    return scene?.named(of, place) ?? null;
  }

  function placeLeader() {
    const spot = pointed?.at && pointed.part ? { part: pointed.part, at: pointed.at } : null;
    leader = spot ? (scene?.project2d(spot.part, spot.at) ?? null) : null;
    shown = null;
    if (!spot || !pointed?.ends) return;
    const [a, b] = pointed.ends.map((end) => scene?.project2d(spot.part, end) ?? null);
    if (a && b) shown = { x0: a.x, y0: a.y, x1: b.x, y1: b.y, mm: 0, what: "wall" };
  }

  function choose(next: StageView) {
    view = next;
    barred = next === "moving";
    pressedAt = null;
    if (!scene || next === "unrolled") return;
    scene.view = next === "moving" ? "whole" : next;
    share = scene.share;
    cut = scene.cutAt;
  }

  function cutAt(next: number, from: CutFrom) {
    if (!scene) return;
    if (from === "face" && !pressedFace) {
      pointing.ask({
        words: "the face to cut along",
        take: (touch) => {
          pressedFace = touch;
          cutAt(next, "face");
          return "";
        },
      });
      return;
    }
    // moving the cut keeps its plane; choosing "from where you look" again takes the eye anew
    if (from !== cutFrom || next === share) scene.cutSeen(from, pressedFace);
    cutFrom = from;
    if (from !== "face") pressedFace = null;
    scene.share = share = next;
    cut = scene.cutAt;
  }

  function keys(event: KeyboardEvent) {
    const turns: Record<string, () => void> = {
      ArrowLeft: () => scene?.turn(-10, 0),
      ArrowRight: () => scene?.turn(10, 0),
      ArrowUp: () => scene?.turn(0, 10),
      ArrowDown: () => scene?.turn(0, -10),
      "+": () => scene?.zoom(1.2),
      "-": () => scene?.zoom(1 / 1.2),
      Home: () => scene?.frame(),
    };
    const act = turns[event.key];
    if (event.key === "Escape" && pointing.asked) {
      event.stopPropagation();
      pointing.stop();
      return;
    }
    if (!act) return;
    event.preventDefault();
    act();
  }

  let pressed = { x: 0, y: 0 };
  function release(event: PointerEvent) {
    if (Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 4) {
      pressedAt = null;
      return;
    }
    const box = canvas?.getBoundingClientRect();
    if (!box) return;
    if (view === "cut") {
      pressedAt = { x: event.clientX - box.left, y: event.clientY - box.top };
      reads = scene?.readCut(pressedAt.x, pressedAt.y) ?? [];
    }
    const touch = scene?.touch(event.clientX - box.left, event.clientY - box.top) ?? null;
    if (touch && pointing.give(touch)) return;
    ontouch(touch);
  }
</script>

<section
  class="relative h-full min-w-0 overflow-hidden"
  aria-label="stage"
  id={small ? undefined : "stage"}
>
  {#if !small}
    <div class="absolute top-3 left-4 z-10 flex items-center gap-4">
      <Views value={view} options={VIEWS} label="how the parts are drawn" onset={choose} />
      {#if view === "cut"}
        <CutControls {cut} {share} from={cutFrom} {units} onmove={cutAt} />
      {:else if view === "apart"}
        <Range
          value={share}
          label="how far the parts stand apart"
          onset={(next) => {
            share = next;
            if (scene) scene.share = next;
          }}
        />
      {:else if mover && movable.length > 1}
        <Choose
          value={mover.name}
          options={movable.map((fit) => ({ value: fit.name, words: fit.label }))}
          label="which fit is moved"
          onset={(next) => (moves = next)}
        />
      {/if}
    </div>
    <p class="absolute top-3 right-4 z-10 flex gap-3 text-small">
      {#if onmeasure}<button class="word-button" onclick={onmeasure}>measure</button>{/if}
      <button class="word-button" onclick={() => scene?.frame()}>see it all</button>
    </p>
  {/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <div
    class="relative h-full w-full"
    role="application"
    data-stage={small ? undefined : ""}
    tabindex="0"
    aria-label="the parts on their turntable; arrow keys turn it, plus and minus bring it nearer, Home shows all"
    onkeydown={keys}
    onpointerdown={(event) => (pressed = { x: event.clientX, y: event.clientY })}
    onpointerup={release}
  >
    {#if !empty && !broken && !small}
      {#each words as word, index (index)}
        <span
          class="pointer-events-none absolute -translate-x-1/2 -translate-y-1/2 text-small text-soft"
          style:left="{word.x}px"
          style:top="{word.y}px">{word.text}</span
        >
      {/each}
    {/if}
    <canvas bind:this={canvas} class="relative block h-full w-full"></canvas>
  </div>
  {#if flat && chosen}
    <div class="absolute inset-0 bg-paper"><Unrolled part={chosen} {units} /></div>
  {/if}
  {#if lost}
    <p class="absolute inset-0 z-20 grid place-items-center bg-paper/80 text-soft" role="status">
      The picture was lost and is being drawn again. Nothing else is.
    </p>
  {/if}
  {#if broken}
    <p class="absolute inset-0 grid place-items-center text-soft">
      This browser cannot draw solids (WebGL is off). Everything else works.
    </p>
  {:else if empty}
    <p class="pointer-events-none absolute inset-0 grid place-items-center text-soft">
      Nothing is built yet. Add a first step on the left.
    </p>
  {:else}
    {#if sketch}
      <p class="absolute right-4 bottom-3 z-10 text-small text-soft" role="status">
        sketched · being proved …
      </p>
    {:else if view === "checked"}
      <div class="absolute right-4 bottom-3 z-10"><Legend {marks} /></div>
    {/if}
    {#if chain.length}
      <svg class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
        {#each chain as [x0, y0, x1, y1], index (index)}
          <path d="M{x0} {y0}L{x1} {y1}" class="stroke-brass" stroke-width="3.5" />
        {/each}
      </svg>
    {/if}
    {#if held.length && !small && view === "whole"}
      <Holds {held} {units} project2d={seen} onset={onheld} />
    {/if}
    {#if mover && scene}
      <MovingHandle {moving} {scene} drawn={drawnAt} {units} />
      <div class="absolute inset-x-4 bottom-11 z-10 text-small"><MovingBar {moving} {units} /></div>
    {/if}
    {#if pointing.asked && !small}
      <p class="slip absolute top-12 left-4 z-20 px-3 py-1.5 text-small" role="status">
        Press {pointing.asked.words} on the parts.
        {#if pointing.trouble}<span class="text-brick"
            ><span aria-hidden="true">■</span> {pointing.trouble}.</span
          >{/if}
        <button class="word-button ml-1" onclick={() => pointing.stop()}>leave it</button>
      </p>
    {/if}
    {#if spanned}
      <svg class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
        <path
          d="M{spanned.a.x} {spanned.a.y}L{spanned.b.x} {spanned.b.y}"
          class="stroke-brass"
          stroke-width="2.5"
        />
        {#each [spanned.a, spanned.b] as end, index (index)}
          <circle cx={end.x} cy={end.y} r="4" class="fill-paper stroke-brass" stroke-width="2" />
        {/each}
      </svg>
    {/if}
    {#if reads.length}
      <svg class="pointer-events-none absolute inset-0 h-full w-full" role="img" aria-label="sizes">
        {#each reads as read, index (index)}
          <path
            d="M{read.x0} {read.y0}L{read.x1} {read.y1}"
            class="stroke-ink"
            stroke-width="1.5"
          />
          {#each [[read.x0, read.y0], [read.x1, read.y1]] as end, which (which)}
            <circle cx={end[0]} cy={end[1]} r="2.5" class="fill-ink" />
          {/each}
          <text
            x={(read.x0 + read.x1) / 2 + 8}
            y={(read.y0 + read.y1) / 2 - 8 + index * 22}
            class="figure fill-ink [paint-order:stroke] text-small"
            stroke="var(--color-paper)"
            stroke-width="4">{size(read.mm, units, 3)} {units} {read.what}</text
          >
        {/each}
      </svg>
    {/if}
    {#if leader && pointed}
      <svg class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
        <circle cx={leader.x} cy={leader.y} r="4" class="fill-none stroke-brick" stroke-width="2" />
        <path
          d="M{leader.x + 3} {leader.y - 3} L{leader.x + 46} {leader.y - 52} h18"
          class="fill-none stroke-brick"
          stroke-width="1.2"
        />
        {#if shown}
          <path
            d="M{shown.x0} {shown.y0}L{shown.x1} {shown.y1}"
            class="stroke-brick"
            stroke-width="2.5"
          />
        {/if}
      </svg>
      <p
        class="slip pointer-events-none absolute max-w-64 px-2 py-1 text-small"
        style:left="{Math.min(leader.x + 66, (canvas?.clientWidth ?? 600) - 264)}px"
        style:top="{Math.max(leader.y - 70, 44)}px"
      >
        <span class={INK[pointed.severity]} aria-hidden="true">{SHAPE[pointed.severity]}</span>
        {pointed.message}
        {#if pointed.value !== null && pointed.value !== undefined && pointed.limit}
          <span class="figure mt-1 block text-soft"
            >{measured(pointed.value, pointed.unit ?? "", units)}, limit {measured(
              pointed.limit,
              pointed.unit ?? "",
              units,
            )}</span
          >
        {/if}
      </p>
    {/if}
  {/if}
</section>
