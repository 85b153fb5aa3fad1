<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import {
    server,
    type Catalogue,
    type FieldView,
    type PartView,
    type StepView,
  } from "../api/client";
  import More from "../field/More.svelte";
  import Sentence from "../field/Sentence.svelte";
  import { settled } from "../field/settled.svelte";
  import { partOf } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { address, inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import ErrorLine from "./ErrorLine.svelte";
  import OutlineDrawing from "./OutlineDrawing.svelte";
  import { wordStep, type StepAct } from "../project/edits";

  let {
    project,
    part,
    step,
    number,
    current,
    lit,
    onenter,
    oncurrent,
    onact,
    catalogue,
  }: {
    project: Project;
    part: PartView;
    step: StepView;
    number: number;
    current: boolean;
    lit: boolean;
    onenter: (inside: boolean) => void;
    oncurrent: () => void;
    onact: (act: StepAct) => void;
    catalogue: Catalogue | null;
  } = $props();

  /** A plain number needs no working, with a unit or a sign neither. */
  const PLAIN = /^-?\d+(\.\d+)?\s*(mm|in|deg|")?$/;
  let wording = $state(false);
  let more = $state(false);
  const asking = new Action();
  const spec = $derived(
    partOf(project.document, part.name)?.steps?.find((one) => one.id === step.id),
  );
  const units = $derived(project.document.units ?? "mm");
  const byName = $derived(new Map(step.fields.map((field) => [field.name, field])));
  const faulty = $derived(step.fields.find((field) => field.error));
  const words = $derived(`${part.label} ${step.label || step.id.replaceAll("_", " ")}`);
  const fit = $derived(project.report.fits.find((one) => one.name === step.fit));

  /** Values of the fields whose text is not itself the value. */
  const workings = $derived(
    step.sentence
      .map((piece) => byName.get(piece.field ?? ""))
      .filter(
        (field): field is FieldView =>
          !!field?.formula && field.value !== null && !PLAIN.test(field.text),
      )
      .map((field) =>
        field.formula.replace("−", "-") === field.shown?.split(" ")[0]
          ? `${field.text} is ${field.shown}`
          : `${field.text} = ${field.formula} = ${field.shown}`,
      )
      .filter((text, index, all) => all.indexOf(text) === index),
  );
  let line = $state<HTMLElement>();
  const aloud = settled(
    () => ({ sentence: step.sentence, more: step.more }),
    () => line,
  );
  const said = $derived([...workings, step.says].filter(Boolean).join(" · "));

  function setWords(key: "label" | "note", text: string) {
    project.change(`${words}: ${key} ${text}`, (document) =>
      wordStep(document, part.name, step.id, key, text),
    );
  }

  function outline(path: string, kind: string, done: string) {
    const given = { part: part.name, step: step.id, path, kind };
    void asking.run(() =>
      project.begin(`${words}: ${done}`, (document) => server.beginOutline(document, given)),
    );
  }

  /** Opens the outline desk; an outline of another kind is taken apart into moves first. */
  async function draw(one: StepView["outlines"][number]) {
    let field = one.drawn;
    if (!field) {
      const given = { part: part.name, step: step.id, path: one.path };
      const begun = await asking.run(() =>
        project.begin(`${words}: its outline told as moves`, (document) =>
          server.outlineApart(document, given),
        ),
      );
      if (begun === null) return;
      field = begun;
    }
    address.go(`/p/${project.id}/outline/parts.${part.name}.steps.${step.id}.${field}`);
  }

  const pieces = () =>
    void asking.run(() =>
      project.begin(`${words}: the other pieces are parts`, (document) =>
        server.beginPieces(document, part.name, step.id),
      ),
    );

  const title = (kind: string) =>
    catalogue?.outlines.find((one) => one.kind === kind)?.title ?? kind;
  /** The kind that one more outline of this step begins as: that of its last one. */
  const again = $derived(step.outlines.at(-1)?.kind ?? "");

  type Act = [string, () => void];
  const taking: Act = ["take the last joined one off", () => onact("unjoin")];
  const joining: Act[] = $derived([
    [
      "join an outline, or cut one out",
      () =>
        outline(
          `outline.more.${spec?.outline?.more?.length ?? 0}.outline`,
          step.outlines[0]?.kind ?? "",
          "an outline joined",
        ),
    ],
    ...(spec?.outline?.more?.length ? [taking] : []),
  ]);
  const stacking: Act[] = $derived([
    [
      "one more outline above",
      () => outline(`stations.${spec?.stations?.length ?? 0}.outline`, again, "one more outline"),
    ],
    ["take the last outline off", () => onact("unstation")],
  ]);
  const acts: Act[] = $derived([
    ["move up", () => onact("up")],
    ["move down", () => onact("down")],
    ["write it again", () => onact("duplicate")],
    [step.enabled ? "switch off" : "switch on", () => onact("toggle")],
    ["name it, or note why", () => (wording = true)],
    ...(spec?.outline ? joining : []),
    ...(step.adds_outlines ? stacking : []),
    ["read about it", () => address.go(`/read/steps/${encodeURIComponent(step.kind)}`)],
    ["strike out", () => onact("remove")],
  ]);
</script>

<li
  class={[
    "relative border-t border-dashed border-rule py-1.5 pr-9 pl-11 transition-colors",
    lit && "bg-tide-wash",
    current && !lit && "bg-raised",
  ]}
  aria-current={current ? "step" : undefined}
  data-step={step.id}
  onpointerenter={() => onenter(true)}
  onpointerleave={() => onenter(false)}
  onfocusin={oncurrent}
  onfocusout={aloud.left}
  bind:this={line}
>
  <span class="figure absolute left-5 text-small text-soft" aria-hidden="true">{number}</span>
  <div class={["leading-relaxed", !step.enabled && "text-soft line-through decoration-1"]}>
    {#if fit}
      Make the {part.name === fit.parts[0] ? fit.roles[0] : fit.roles[1]}’s side of
      <a
        class="text-tide underline decoration-1 underline-offset-2"
        href="/p/{project.id}/fit/{fit.name}"
        onclick={inPlace}>{fit.label || fit.title}</a
      >
    {:else}
      <Sentence
        {project}
        pieces={aloud.current.sentence}
        fields={step.fields}
        part={part.name}
        {words}
      /><More
        {project}
        clauses={aloud.current.more}
        fields={step.fields}
        part={part.name}
        {words}
        open={more}
        onopen={(now) => (more = now)}
      />
    {/if}
  </div>
  {#if !step.enabled}
    <p class="text-small text-soft">switched off</p>
  {:else if faulty?.error}
    <ErrorLine error={faulty.error} text={faulty.text} />
  {:else if step.error}
    <ErrorLine error={step.error} />
  {:else if said || step.label}
    <p class="text-small text-soft">{[step.label, said].filter(Boolean).join(": ")}</p>
  {/if}
  {#if step.note && !wording}<p class="text-small text-soft italic">{step.note}</p>{/if}
  {#if wording}
    <p class="flex flex-wrap gap-2 py-1 text-small">
      <input
        class="min-h-6 w-32 border-b border-dotted border-firm bg-transparent"
        placeholder="name"
        aria-label="name of step {number}"
        maxlength="120"
        value={step.label}
        onchange={(event) => setWords("label", event.currentTarget.value)}
      />
      <input
        class="min-h-6 w-56 border-b border-dotted border-firm bg-transparent"
        placeholder="why it is so"
        aria-label="note on step {number}"
        maxlength="2000"
        value={step.note}
        onchange={(event) => setWords("note", event.currentTarget.value)}
      />
      <button class="word-button" onclick={() => (wording = false)}>done</button>
    </p>
  {/if}
  <Trouble of={asking} />
  {#if current && step.drawing}
    <OutlineDrawing drawing={step.drawing} {units} />
  {/if}
  {#if current && catalogue && step.outlines.length}
    <p class="flex flex-wrap gap-x-3 text-small text-soft">
      {#each step.outlines as one (one.path)}
        <span
          >{one.words}
          <Choose
            value={one.kind}
            options={catalogue.outlines.map((kind) => ({ value: kind.kind, words: kind.title }))}
            label={one.words}
            onset={(kind) => outline(one.path, kind, `now ${title(kind)}`)}
          />
          <button
            class="word-button ml-1"
            aria-label="draw {one.words} by hand"
            data-draw-outline={one.path}
            onclick={() => draw(one)}>draw it by hand</button
          ></span
        >
      {/each}
    </p>
  {/if}
  {#if step.pieces}
    <button class="word-button text-small" onclick={pieces}
      >{step.pieces === 1
        ? "make the other piece a part"
        : `make the other ${step.pieces} pieces parts`}</button
    >
  {/if}
  {#each step.warns as warning, index (index)}
    <p class="text-small text-brass"><span aria-hidden="true">▲</span> {warning}</p>
  {/each}
  {#if !step.implicit}
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        class="absolute top-1.5 right-2 grid h-6 w-6 place-items-center text-soft hover:text-ink"
        aria-label="what to do with step {number}">⋮</DropdownMenu.Trigger
      >
      <DropdownMenu.Portal to="#overlays">
        <DropdownMenu.Content class="slip z-40 w-56 p-1 text-small" align="end">
          {#each acts as [name, act] (name)}
            <DropdownMenu.Item
              class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
              onSelect={act}>{name}</DropdownMenu.Item
            >
          {/each}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  {/if}
</li>
