<script lang="ts">
  import { server, type FieldView, type Options } from "../api/client";
  import { setPath, textAt } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { inPlace } from "../route/route.svelte";
  import { pointing } from "../stage/pointing.svelte";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import ChooseSeveral from "../ui/ChooseSeveral.svelte";
  import EdgesField from "./EdgesField.svelte";
  import DrawingField from "./DrawingField.svelte";
  import MovesField from "./MovesField.svelte";
  import NumberField from "./NumberField.svelte";
  import TextField from "./TextField.svelte";
  import { canPoint, edgesSaid, litBy, pointedBeside, pointedText, stoodOn } from "./pointed";

  let {
    project,
    field,
    part,
    words,
    names = project.report.names,
  }: {
    project: Project;
    field: FieldView;
    /** The part it stands on, for what is pressed on the stage. */
    part: string;
    /** What the change is called in the history, before the field's own words. */
    words: string;
    names?: string[];
  } = $props();

  const units = $derived(project.document.units ?? "mm");
  /** As typed here, though the workshop may not have taken it yet. */
  const text = $derived(textAt(project.document, field.path) || field.default || "");
  const dirty = $derived(text !== field.text);
  const asking = new Action();
  /** All that the field may be set to, asked for where the report tells only what it is set to. */
  let asked = $state.raw<(Options & { of: unknown }) | null>(null);
  const options = $derived(asked?.of === project.document ? asked.options : (field.options ?? []));
  const shown = $derived({ ...field, text, options });

  async function ask(): Promise<readonly Options["options"][number][]> {
    if (!field.more) return [];
    const of = project.document;
    if (asked?.of !== of) {
      const found = await asking.run(() => server.options(of, field.path));
      if (found) asked = { ...found, of };
    }
    return asked?.beside ?? [];
  }

  /** What a change of it is called. */
  function called(next: string): string {
    const said = (one: string) => (field.kind === "edges" ? edgesSaid(one) : one);
    return `${words}: ${field.label.split(",")[0]} ${said(text) || "none"} → ${said(next) || "left alone"}`;
  }

  function set(next: string, beside: { path: string; text: string } | null = null) {
    if (!beside && next === textAt(project.document, field.path)) return;
    project.change(called(next), (document) => {
      setPath(document, field.path, next);
      if (beside) setPath(document, beside.path, beside.text);
    });
  }

  /** A step in the middle of the piece of a face that was pressed. */
  const stand = (given: Parameters<typeof server.beginPlace>[1]) =>
    asking.run(() =>
      project.begin(called(given.on), (document) => server.beginPlace(document, given)),
    );

  async function point() {
    const beside = await ask();
    pointing.ask({
      words: field.label,
      take: (touch) => {
        const found = pointedText(shown, touch, part);
        if (found === null) return `${touch.face} of ${touch.step} cannot be taken here`;
        const stands = stoodOn(field, touch, part);
        if (stands) void stand({ ...stands, part, on: found });
        else set(found, pointedBeside(field, beside, touch, found));
        return "";
      },
    });
  }
</script>

{#if field.kind === "fixed"}<span>{text}</span>{:else if field.kind === "drawing"}<DrawingField
    {project}
    field={shown}
    onset={(next) => set(next)}
  />{:else if field.kind === "moves"}<MovesField
    field={shown}
    {dirty}
    onset={(next) => set(next)}
  /><a
    class="word-button ml-1 text-small"
    href="/p/{project.id}/outline/{field.path}"
    data-draw={field.path}
    onclick={inPlace}>draw it</a
  >{:else if field.kind === "text"}<TextField
    field={shown}
    {dirty}
    ahead={project}
    onset={(next) => set(next)}
  />{:else if field.kind === "edges"}<EdgesField
    field={shown}
    {dirty}
    {units}
    {names}
    onlook={(faces) => (pointing.told = faces === null ? null : litBy(faces, part))}
    onset={(next) => set(next)}
  />{:else if field.kind === "faces" || field.kind === "steps"}<ChooseSeveral
    value={text}
    {options}
    label={field.label}
    path={field.path}
    onset={(next) => set(next)}
  />{:else if field.options?.length || canPoint(field.kind) || field.kind === "part"}<Choose
    value={text}
    {options}
    label={field.label}
    path={field.path}
    {dirty}
    invalid={Boolean(field.error)}
    coming={asking.busy}
    onopen={() => void ask()}
    onlook={(next) => project.typed(field.path, next)}
    onset={(next) => set(next)}
  />{:else}<NumberField
    field={shown}
    {units}
    {names}
    {dirty}
    ahead={project}
    because={[field.typed ? "" : "left as it begins", field.formula, field.hint]
      .filter(Boolean)
      .join("; ")}
    onset={(next) => set(next)}
  />{/if}{#if canPoint(field.kind)}<button
    class="ml-0.5 inline-grid h-6 w-6 place-items-center rounded-slip text-soft hover:bg-raised hover:text-ink"
    aria-label="{field.label}: press it on the stage"
    aria-pressed={pointing.asked?.words === field.label}
    data-point={field.path}
    onclick={point}
    ><svg
      width="14"
      height="14"
      viewBox="0 0 14 14"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"><path d="M2.5 11.5L10 4M10 4V8.5M10 4H5.5" stroke-width="1.4" /></svg
    ></button
  >{/if}{#if asking.trouble}<span class="block text-small text-brick" role="alert"
    >■ {asking.trouble}</span
  >{/if}
