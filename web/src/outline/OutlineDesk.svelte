<script lang="ts">
  import { onMount, tick, untrack } from "svelte";
  import {
    address as files,
    server,
    type Catalogue,
    type Document,
    type OutlineDeskView,
  } from "../api/client";
  import { partOf, setPath, textAt } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import { address } from "../route/route.svelte";
  import { Action, told } from "../ui/action.svelte";
  import { shortcuts } from "../ui/shortcuts.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import MoveLine from "./MoveLine.svelte";
  import OutlinePaper from "./OutlinePaper.svelte";
  import {
    dragged,
    freshMove,
    freshSize,
    lineTo,
    pair,
    placeAfter,
    shifted,
    typedLength,
    withMove,
    withoutMove,
    withValues,
    type Given,
    type MoveView,
    type Point,
  } from "./moves";
  import { Nudges } from "./nudging";

  let { project, path }: { project: Project; path: string } = $props();

  type Press = "nothing" | "line" | "arc";
  const PRESSES: [Press, string][] = [
    ["nothing", "nothing"],
    ["line", "a line to there"],
    ["arc", "an arc that goes on to there"],
  ];

  let view = $state.raw<OutlineDeskView | null>(null);
  let catalogue = $state.raw<Catalogue | null>(null);
  let current = $state(-1);
  let trial = $state<string | null>(null);
  let held = $state("");
  let press = $state<Press>("nothing");
  let typed = $state("");
  let list = $state<HTMLElement>();
  const asking = new Action();
  const offering = new Action();
  const units = $derived(project.document.units ?? "mm");
  const kept = $derived(textAt(project.document, path) || view?.text || "");
  const text = $derived(trial ?? kept);
  const fitting = $derived(path.startsWith("fits."));
  const keys = $derived(path.split("."));
  const home = $derived(fitting ? `/p/${project.id}/fit/${keys[1]}` : `/p/${project.id}`);

  // What names stand for follows from the document last reported on; the text is tried on that.
  let base = $state.raw<Document>(untrack(() => project.document));
  $effect(() => {
    void project.report;
    base = project.document;
  });

  let abort: AbortController | null = null;
  let waiting: string | null = null;
  $effect(() => {
    void base;
    look(text);
  });

  /** Asks for the drawing of the newest text; while one answer is on its way only the newest waits. */
  function look(next: string) {
    if (abort) {
      waiting = next;
      return;
    }
    abort = new AbortController();
    server
      .outlineDesk(base, path, next || null, abort.signal)
      .then(
        (found) => {
          view = found;
          asking.trouble = "";
        },
        (problem) => (asking.trouble = told(problem)),
      )
      .finally(() => {
        abort = null;
        const newer = waiting;
        waiting = null;
        if (newer !== null && newer !== next) look(newer);
      });
  }

  onMount(() => {
    offering.show(
      () => server.catalogue(),
      (found) => (catalogue = found),
    );
    return shortcuts.on("Escape", () => {
      if (trial !== null) trial = null;
      else address.go(home);
    });
  });

  const label = $derived(view?.title ?? "the outline");

  function set(next: string, words: string) {
    trial = null;
    held = "";
    if (next === kept) return;
    project.change(`${label}: ${words}`, (document) => setPath(document, path, next));
  }

  const moves = $derived(view?.moves ?? []);

  const REFUSED_MS = 500;
  /** The drawing of the newest text, however long it takes; null where it was refused. */
  async function newest(): Promise<OutlineDeskView | null> {
    let asked = Date.now();
    while (view?.text !== kept) {
      if (abort) asked = Date.now();
      else if (Date.now() - asked > REFUSED_MS) return null;
      await new Promise((done) => setTimeout(done, 15));
    }
    return view;
  }
  /** Changes the text by where things stand in it. */
  async function edit(change: (text: string, moves: readonly MoveView[]) => string, words: string) {
    let drawn = await newest();
    while (drawn && drawn.text !== kept) drawn = await newest(); // another was quicker
    if (drawn) set(change(kept, drawn.moves), words);
  }
  const extent = $derived(
    view ? Math.max(view.high[0] - view.low[0], view.high[1] - view.low[1]) : 20,
  );

  /** Where the pen stands after a move. */
  function penAfter(at: number): Point {
    if (!view) return [0, 0];
    for (let number = at; number >= 0; number--) {
      const found = view.handles.find((one) => one.move === number && one.what === "end");
      if (found) return found.at;
    }
    return [0, 0];
  }

  function add(told: string) {
    if (!told) return;
    let after = 0;
    void edit((text, moves) => {
      after = placeAfter(moves, current);
      return withMove(text, moves, after, told);
    }, told).then(() => {
      current = after + 1;
      void focusMove(current);
    });
  }

  function addForm(word: string) {
    const info = catalogue?.moves.find((one) => one.word === word);
    if (!info) return;
    const after = placeAfter(moves, current);
    add(freshMove(info, freshSize(extent, units), penAfter(after), units));
  }

  /** The line of a new move is there once the workshop has answered. */
  async function focusMove(number: number) {
    for (let tries = 0; tries < 40; tries++) {
      await tick();
      const line = list?.querySelector<HTMLElement>(`[data-move="${number}"]`);
      const target = line?.querySelector<HTMLElement>("input") ?? line?.querySelector("button");
      if (line && view?.text === kept) return target?.focus();
      await new Promise((done) => setTimeout(done, 25));
    }
  }

  function focusValue(move: number, index: number) {
    current = move;
    list
      ?.querySelector<HTMLElement>(`[data-move="${move}"] [data-value="${index}"] input`)
      ?.focus();
  }

  function afresh() {
    const info =
      view?.draws === "circles" ? catalogue?.moves.find((one) => one.word === "circle") : null;
    set(info ? freshMove(info, freshSize(20, units), [0, 0], units) : "start 0 0", "begun afresh");
    current = 0;
    if (!info) press = "line";
  }

  function typeMoves(event: KeyboardEvent) {
    if (event.key === "Escape") {
      if (typed) typed = "";
      else address.go(home);
      event.stopPropagation();
    }
    if (event.key !== "Enter" || !typed.trim()) return;
    event.preventDefault();
    const told = typed.trim().replace(/,$/, "");
    typed = "";
    const count = told.split(",").filter((one) => one.trim()).length;
    void edit((text, moves) => {
      const after = placeAfter(moves, current);
      current = after + count;
      return withMove(text, moves, after, told);
    }, told);
  }

  function remove(at: number) {
    void edit((text, moves) => withoutMove(text, moves, at), `${moves[at]?.text} struck out`);
    current = Math.min(at, moves.length - 2);
  }

  function drag(handle: number, dx: number, dy: number, fine: boolean, done: boolean) {
    if (!view || !from) return;
    const step = fine ? 0.1 : 1;
    const moved = dragged(from, from.handles[handle]!, dx, dy, step, units);
    current = from.handles[handle]!.move;
    held = moved.held.length
      ? `${moved.held.map((one: Given) => one.text).join(" and ")} ${moved.held.length > 1 ? "decide" : "decides"} where this lies too: change it there`
      : from.handles[handle]!.holds.length
        ? ""
        : "this follows from the other moves";
    const next = withValues(from.text, moved.changes);
    if (done) {
      const words = moved.changes.map(([given, value]) => `${given.text} → ${value}`).join(", ");
      const note = held;
      set(next, words);
      held = note;
      from = null;
    } else trial = next;
  }
  /** The drawing as it was when the drag began. */
  let from: OutlineDeskView | null = null;

  const nudges = new Nudges(newest, (drawn, ...moved) => {
    from = drawn;
    drag(...moved, true);
  });

  function pressPaper(at: Point, near: number) {
    if (press === "nothing") {
      current = -1;
      return;
    }
    const after = placeAfter(moves, current);
    const pen = penAfter(after);
    const step = extent < 8 ? 0.1 : 1;
    const say = (mm: number) => typedLength(mm, units, step);
    const [x, y] = at;
    add(
      press === "line" ? lineTo(pen, [x, y], units, step, near) : `arc to ${pair(at, say)} tangent`,
    );
  }

  // -- files, and other outlines ------------------------------------------------------------------

  const stepOf = () => ({ part: keys[1]!, step: keys[3]!, path: keys.slice(4, -2).join(".") });
  const replaceable = $derived(keys[4] !== "fields" && !fitting);

  async function bringIn(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    await asking.run(async () => {
      const { path: drawing } = await server.trace(file);
      const given = { ...stepOf(), drawing };
      await project.begin(`${label}: ${file.name} brought in`, (document) =>
        server.outlineIn(document, given),
      );
    });
    input.value = "";
    current = -1;
  }

  const groups = $derived(
    [...new Set((catalogue?.moves ?? []).map((one) => one.group))]
      .filter((group) => (view?.draws === "circles") === (group === "circles"))
      .map((group) => ({
        group,
        words: (catalogue?.moves ?? []).filter((one) => one.group === group),
      })),
  );
  const stepLabel = $derived(
    fitting
      ? ""
      : (partOf(project.document, keys[1]!)?.steps?.find((s) => s.id === keys[3])?.label ?? ""),
  );
</script>

<main class="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
  <section
    class="flex w-[26rem] max-w-[46%] shrink-0 flex-col overflow-y-auto border-r border-rule bg-sheet max-md:w-full max-md:max-w-none"
    aria-label="the outline, move by move"
    bind:this={list}
  >
    <header class="flex items-baseline gap-3 px-5 pt-3 pb-2">
      <h2 class="min-w-0 text-small text-soft">
        {label}{#if stepLabel}, {stepLabel}{/if}
      </h2>
      <a
        class="plain-button ml-auto shrink-0 text-small"
        href={home}
        onclick={(event) => {
          event.preventDefault();
          address.go(home);
        }}>back <span class="key">Esc</span></a
      >
    </header>
    <div class="px-5"><Trouble of={asking} /></div>
    <ol>
      {#each moves as move, index (index)}
        <MoveLine
          {project}
          {path}
          {move}
          number={index}
          current={current === index}
          first={index === 0}
          last={index === moves.length - 1}
          {units}
          oncurrent={() => (current = index)}
          onset={(change, words) => void edit((text, moves) => change(text, moves[index]!), words)}
          onremove={() => remove(index)}
          onshift={(by) => {
            void edit(
              (text, moves) => shifted(text, moves, index, by),
              `${move.text} moved ${by < 0 ? "up" : "down"}`,
            );
            current = index + by;
          }}
        />
      {/each}
    </ol>
    <div class="border-t border-dashed border-rule px-5 py-2 text-small">
      {#if view?.error}
        <p class="text-brick" role="status">
          ■ {view.error.message}{#if view.error.remedy}; {view.error.remedy}{/if}
        </p>
      {:else if view}
        <p class="text-tide" role="status">
          ● {view.draws === "outline"
            ? "it closes: nothing is open"
            : view.closed
              ? "a closed path"
              : "nothing is undecided"}
        </p>
      {/if}
      {#if held}<p class="text-brass" role="status">▲ {held}</p>{/if}
    </div>
    <div class="px-5 pb-6 text-small">
      <label class="block text-soft"
        >{current >= 0 && current < moves.length ? `after move ${current + 1}` : "next"}, in words
        <input
          class="figure mt-0.5 block w-full rounded-slip border border-rule bg-raised px-2 py-1 text-ink"
          placeholder="right 20, round 3, up ?"
          aria-label="the next moves, in words"
          autocomplete="off"
          spellcheck="false"
          bind:value={typed}
          onkeydown={typeMoves}
        /></label
      >
      <p class="mt-2 text-soft">or one of these:</p>
      {#each groups as { group, words } (group)}
        <p class="mt-1 flex flex-wrap gap-x-2 gap-y-1">
          <span class="w-24 shrink-0 text-soft">{group}</span>
          <span class="flex min-w-0 flex-1 flex-wrap gap-x-2 gap-y-1">
            {#each words as one (one.word)}
              <button
                class="border-b border-dotted border-firm hover:border-ink"
                title={one.about}
                data-add-move={one.word}
                onclick={() => addForm(one.word)}>{one.name}</button
              >
            {/each}
          </span>
        </p>
      {/each}
      <fieldset class="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1 text-soft">
        <legend class="float-left mr-3">a press on the paper adds</legend>
        {#each PRESSES as [value, words] (value)}
          <label class="flex cursor-pointer items-center gap-1"
            ><input
              type="radio"
              name="press"
              {value}
              checked={press === value}
              onchange={() => (press = value)}
            />{words}</label
          >
        {/each}
      </fieldset>
      {#if view || asking.trouble}
        <p class="mt-3 flex flex-wrap gap-x-4 gap-y-1 text-soft">
          <button class="word-button" onclick={afresh}>begin afresh</button>
          {#if replaceable}
            <label class="word-button cursor-pointer focus-within:border-tide"
              >bring in SVG or DXF<input
                type="file"
                accept=".svg,.dxf"
                class="sr-only"
                aria-label="bring in an SVG or DXF drawing as this outline"
                onchange={bringIn}
              /></label
            >
          {/if}
          {#if view?.closed && !view.error}
            <span
              >take away as
              <a class="word-button" download href={files.outline(project.id, path, "svg")}>SVG</a>,
              <a class="word-button" download href={files.outline(project.id, path, "dxf")}>DXF</a
              ></span
            >
          {/if}
        </p>
      {/if}
    </div>
  </section>
  <div class="relative min-h-0 min-w-0 flex-1 max-md:h-[70vh] max-md:flex-none">
    {#if view}
      <OutlinePaper
        {view}
        {units}
        {current}
        dragging={trial !== null}
        onmove={(move) => (current = move)}
        onvalue={focusValue}
        onbegin={() => (from = view?.text === kept ? view : null)}
        ondrag={drag}
        onnudge={(...moved) => void nudges.add(...moved)}
        onpaper={pressPaper}
        adds={press !== "nothing"}
      />
      <p class="absolute bottom-3 left-4 text-small text-soft">
        <span class="figure"
          >{size(view.high[0] - view.low[0], units)} × {size(
            view.high[1] - view.low[1],
            units,
          )}</span
        ><span class="unit">{units}</span>{#if view.closed}, area
          <span class="figure"
            >{units === "mm" ? view.area_mm2.toFixed(1) : (view.area_mm2 / 645.16).toFixed(4)}</span
          ><span class="unit">{units}²</span>{/if},
        <span class="figure">{size(view.length_mm, units)}</span><span class="unit">{units}</span> long
      </p>
    {:else}
      <p class="grid h-full place-items-center text-soft">Opening …</p>
    {/if}
  </div>
</main>
