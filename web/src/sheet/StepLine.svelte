<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import type { Catalogue, FieldView, PartView, StepView } from "../api/client";
  import { partOf } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { inPlace } from "../route.svelte";
  import DrawingField from "./DrawingField.svelte";
  import ErrorLine from "./ErrorLine.svelte";
  import OutlineDrawing from "./OutlineDrawing.svelte";
  import MovesField from "./MovesField.svelte";
  import NumberField from "./NumberField.svelte";

  type Act =
    | "up"
    | "down"
    | "duplicate"
    | "toggle"
    | "remove"
    | "current"
    | "station"
    | "unstation"
    | "join"
    | "unjoin"
    | "words";

  let {
    project,
    part,
    step,
    number,
    current,
    lit,
    onenter,
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
    onact: (act: Act) => void;
    catalogue: Catalogue | null;
  } = $props();

  let wording = $state(false);
  const spec = $derived(
    partOf(project.document, part.name)?.steps?.find((one) => one.id === step.id),
  );

  function setWords(key: "label" | "note", text: string) {
    project.change(`${part.label} ${step.id}: ${key} ${text}`, (document) => {
      const target = partOf(document, part.name)?.steps?.find((one) => one.id === step.id);
      if (target) target[key] = text;
    });
  }

  /** Outlines of this step that may become another kind: its first, its stations, what is joined. */
  const outlines = $derived.by(() => {
    const found: { path: string; kind: string; words: string }[] = [];
    if (spec?.outline) found.push({ path: "outline", kind: spec.outline.kind, words: "outline" });
    spec?.stations?.forEach((one, index) =>
      found.push({
        path: `stations.${index}.outline`,
        kind: one.outline.kind,
        words: `outline ${index + 2}`,
      }),
    );
    spec?.outline?.more?.forEach((one, index) =>
      found.push({
        path: `outline.more.${index}.outline`,
        kind: one.outline.kind,
        words: `joined outline ${index + 1}`,
      }),
    );
    return found;
  });

  function reshape(path: string, kind: string) {
    const chosen = catalogue?.outlines.find((one) => one.kind === kind);
    if (!chosen) return;
    project.change(`${part.label} ${step.id}: now ${chosen.title}`, (document) => {
      let owner: any = partOf(document, part.name)!.steps!.find((one) => one.id === step.id);
      for (const key of path.split(".")) owner = owner[key];
      owner.kind = kind;
      owner.fields = Object.fromEntries(
        chosen.fields.filter((one) => one.default).map((one) => [one.name, one.default]),
      );
    });
  }

  const units = $derived(project.document.units ?? "mm");
  const byName = $derived(new Map(step.fields.map((field) => [field.name, field])));
  const faulty = $derived(step.fields.find((field) => field.error));

  /** Values of the fields whose text is not itself the value. */
  const workings = $derived(
    step.sentence
      .map((piece) => byName.get(piece.field ?? ""))
      .filter((field): field is FieldView => !!field?.formula && field.value !== null)
      .map((field) =>
        field.formula === field.shown.split(" ")[0]
          ? `${field.text} is ${field.shown}`
          : `${field.text} = ${field.formula} = ${field.shown}`,
      )
      .filter((text, index, all) => all.indexOf(text) === index),
  );
  const said = $derived([...workings, step.says].filter(Boolean).join(" · "));

  function set(field: FieldView, text: string) {
    const what = field.label.split(",")[0];
    project.set(field.path, text, `${part.label} ${step.id}: ${what} ${field.text} → ${text}`);
  }

  function options(field: FieldView): string[] {
    if (field.choices?.length) return field.choices;
    if (field.name === "place.on")
      return [
        ...part.places,
        ...project.report.parts
          .filter((one) => one.name !== part.name)
          .flatMap((one) => one.places.map((place) => `${one.name}.${place}`)),
      ];
    if (field.name === "face" || field.name === "to") return part.places;
    if (field.name === "part")
      return project.report.parts.map((one) => one.name).filter((name) => name !== part.name);
    if (field.name.endsWith("outline.of"))
      return part.steps.filter((one) => one.kind === "extrude" || one.fit).map((one) => one.id);
    if (field.name === "body" && ["hole rim"].includes(byName.get("where")?.text ?? ""))
      return part.steps.slice(0, number - 1).map((one) => one.id);
    if (field.name === "of") return ["", ...part.steps.slice(0, number - 1).map((one) => one.id)];
    if (field.name === "body")
      return part.steps.filter((one) => one.kind === "extrude" || one.fit).map((one) => one.id);
    return [];
  }

  const acts: [Act, string][] = $derived([
    ["up", "move up"],
    ["down", "move down"],
    ["duplicate", "write it again"],
    ["toggle", step.enabled ? "switch off" : "switch on"],
    ["words", "name it, or note why"],
    ...(step.drawing || step.fields.some((one) => one.name.startsWith("outline."))
      ? ([
          ["join", "join an outline, or cut one out"],
          ...(spec?.outline?.more?.length ? [["unjoin", "take the last joined one off"]] : []),
        ] as [Act, string][])
      : []),
    ...(step.kind === "loft"
      ? ([
          ["station", "one more outline above"],
          ["unstation", "take the last outline off"],
        ] as [Act, string][])
      : []),
    ["remove", "strike out"],
  ]);

  const fit = $derived(project.report.fits.find((one) => one.name === step.fit));
</script>

<li
  class={[
    "group relative border-t border-dashed border-rule py-1.5 pr-9 pl-11 transition-colors",
    lit && "bg-tide-wash",
    current && !lit && "bg-raised",
  ]}
  aria-current={current ? "step" : undefined}
  data-step={step.id}
  onpointerenter={() => onenter(true)}
  onpointerleave={() => onenter(false)}
  onfocusin={() => onact("current")}
>
  <span class="figure absolute left-5 text-small text-soft" aria-hidden="true">{number}</span>
  <p class={["leading-relaxed", !step.enabled && "text-soft line-through decoration-1"]}>
    {#if fit}
      Make the {part.name === fit.parts[0] ? fit.roles[0] : fit.roles[1]}’s side of
      <a
        class="text-tide underline decoration-1 underline-offset-2"
        href="/p/{project.id}/fit/{fit.name}"
        onclick={inPlace}>{fit.label || fit.title}</a
      >
    {:else}
      {#each step.sentence as piece, index (index)}
        {@const field = byName.get(piece.field ?? "")}
        {#if !piece.field}{piece.text}{:else if field && options(field).length}<select
            class="rounded-slip border-b border-dotted border-firm bg-transparent hover:bg-raised"
            aria-label={field.label}
            value={field.text}
            onchange={(event) => set(field, event.currentTarget.value)}
          >
            {#if !options(field).includes(field.text)}<option value={field.text}
                >{field.text || "none"}</option
              >{/if}
            {#each options(field) as option, index (index)}<option value={option}
                >{option || "the latest piece"}</option
              >{/each}
          </select>{:else if field?.kind === "drawing"}<DrawingField
            {project}
            {field}
          />{:else if field?.kind === "moves"}<MovesField
            {field}
            onset={(text) => set(field, text)}
          />{:else if field}<NumberField
            {field}
            {units}
            names={field.kind === "name" ? [] : project.report.names}
            onset={(text) => set(field, text)}
          />{/if}
      {/each}
    {/if}
  </p>
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
        class="w-32 border-b border-dotted border-firm bg-transparent"
        placeholder="name"
        aria-label="name of step {number}"
        value={step.label}
        onchange={(event) => setWords("label", event.currentTarget.value)}
      />
      <input
        class="w-56 border-b border-dotted border-firm bg-transparent"
        placeholder="why it is so"
        aria-label="note on step {number}"
        value={step.note}
        onchange={(event) => setWords("note", event.currentTarget.value)}
      />
      <button class="word-button" onclick={() => (wording = false)}>done</button>
    </p>
  {/if}
  {#if current && step.drawing}
    <OutlineDrawing drawing={step.drawing} {units} />
  {/if}
  {#if current && catalogue && outlines.length}
    <p class="text-small text-soft">
      {#each outlines as one (one.path)}
        <label class="mr-3"
          >{one.words}
          <select
            class="max-w-44 border-b border-dotted border-firm bg-transparent text-ink"
            value={one.kind}
            onchange={(event) => reshape(one.path, event.currentTarget.value)}
          >
            {#each catalogue.outlines as kind (kind.kind)}<option value={kind.kind}
                >{kind.title}</option
              >{/each}
          </select></label
        >
      {/each}
    </p>
  {/if}
  {#each step.warns as words, index (index)}
    <p class="text-small text-brass"><span aria-hidden="true">▲</span> {words}</p>
  {/each}
  {#if !step.implicit}
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        class="absolute top-1.5 right-3 px-1 text-soft opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-ink focus-visible:opacity-100 data-[state=open]:opacity-100"
        aria-label="what to do with step {number}">⋮</DropdownMenu.Trigger
      >
      <DropdownMenu.Portal>
        <DropdownMenu.Content class="slip z-40 w-52 p-1 text-small" align="end">
          {#each acts as [act, words] (act)}
            <DropdownMenu.Item
              class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
              onSelect={() => (act === "words" ? (wording = true) : onact(act))}
              >{words}</DropdownMenu.Item
            >
          {/each}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  {/if}
</li>
