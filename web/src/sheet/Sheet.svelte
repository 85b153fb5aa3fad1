<script lang="ts">
  import { tick } from "svelte";
  import { server, type Catalogue, type EntryInfo } from "../api/client";
  import { edgesTouched } from "../field/pointed";
  import { partOf } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import type { Lit, Touch } from "../stage/scene";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Bought from "./Bought.svelte";
  import Checklist from "./Checklist.svelte";
  import Measures from "./Measures.svelte";
  import Notes from "./Notes.svelte";
  import PartBar from "./PartBar.svelte";
  import StepLine from "./StepLine.svelte";
  import UsedFor from "./UsedFor.svelte";
  import { actOn, allowMass, expectMass, meanMass, SAID, type StepAct } from "../project/edits";

  let {
    project,
    part: partName,
    catalogue,
    touch,
    lit = $bindable(null),
    current = $bindable(""),
    onselect,
    onbegun,
    onfind,
  }: {
    project: Project;
    part: string;
    catalogue: Catalogue | null;
    /** The face pressed last, on which the next step stands. */
    touch: Touch | null;
    lit: Pick<Lit, "part" | "step"> | null;
    current: string;
    onselect: (part: string) => void;
    onbegun: () => void;
    onfind: () => void;
  } = $props();

  const STANCES = ["bottom", "top", "front", "back", "left", "right"];
  /** The part that is about to get a measure of its own. */
  let measuring = $state("");
  let list = $state<HTMLElement>();
  let held = "";
  const asking = new Action();

  const part = $derived(project.shown.parts.find((one) => one.name === partName));
  const spec = $derived(partOf(project.document, partName));
  const face = $derived(
    touch?.part === partName && part?.places.includes(touch.place) ? touch : null,
  );

  // What was set from a clause stands elsewhere now: the cursor goes with it. A field that is left
  // says so; one that is taken out of the page does not.
  $effect(() => {
    void project.report;
    void tick().then(() => {
      if (!held || document.activeElement !== document.body) return;
      list?.querySelector<HTMLElement>(`[data-path="${CSS.escape(held)}"]`)?.focus();
    });
  });

  /** Adds a step and puts the cursor on its first number. */
  export async function add(entry: EntryInfo) {
    if (!part) return;
    const given = {
      part: partName,
      kind: entry.kind,
      way: entry.way,
      outline: entry.outline,
      on: face?.place ?? "",
      near: face?.at ?? null,
      edge: touch?.part === partName && entry.at_edge ? edgesTouched(touch) : "",
      after: part.steps.some((one) => one.id === current && !one.implicit) ? current : "",
    };
    const words = `${part.label}: ${entry.title.toLowerCase()}`;
    const id = await asking.run(() =>
      project.begin(words, (document) => server.beginStep(document, given)),
    );
    if (!id) return;
    current = id;
    onbegun();
    focusStep(id, "input, textarea");
  }

  /** The sentence is there once the workshop has answered; then its first number is selected. */
  function focusStep(id: string, what: string) {
    const started = Date.now();
    const select = () => {
      const line = list?.querySelector<HTMLElement>(`[data-step="${id}"]`);
      const target =
        line?.querySelector<HTMLElement>(what) ?? line?.querySelector<HTMLElement>("button");
      if (target) target.focus();
      else if (Date.now() - started < 8000) requestAnimationFrame(select);
    };
    requestAnimationFrame(select);
  }

  function act(id: string, what: StepAct) {
    let next = id;
    project.change(`${part?.label} ${id}: ${SAID[what]}`, (document) => {
      next = actOn(document, partName, id, what);
    });
    current = next;
    if (next) focusStep(next, "[aria-haspopup=menu]");
    else list?.querySelector<HTMLElement>("[data-add]")?.focus();
  }

  function setTolerance(text: string) {
    const percent = Number(text);
    if (!(percent > 0 && percent <= 100)) return;
    project.change(`${part?.label}: its mass within ${percent} %`, (document) =>
      allowMass(document, partName, percent),
    );
  }

  function setMass(text: string) {
    const grams = Number(text);
    const given = Number.isFinite(grams) && grams > 0;
    project.change(
      `${part?.label}: ${given ? `should weigh ${grams} g` : "no mass expected"}`,
      (document) => expectMass(document, partName, given ? grams : null),
    );
  }

  const pathOf = (at: EventTarget | null) =>
    at instanceof HTMLElement ? (at.dataset.path ?? "") : "";
</script>

<div
  class="flex h-full flex-col overflow-y-auto bg-sheet"
  bind:this={list}
  onfocusin={(event) => (held = pathOf(event.target))}
  onfocusout={() => (held = "")}
>
  <Measures {project} />
  {#if part && spec}
    <section aria-label="{part.label}, step by step" class="pb-4">
      <div class="flex items-start gap-3 px-5 pb-1.5">
        <PartBar
          {project}
          {part}
          {spec}
          {catalogue}
          {onselect}
          onmeasure={() => (measuring = partName)}
        />
        <button
          class="plain-button ml-auto shrink-0 text-small"
          data-add
          disabled={!catalogue}
          onclick={onfind}>add a step <span class="key">/</span></button
        >
      </div>
      <div class="px-5"><Trouble of={asking} /></div>
      {#if spec.measures?.length || measuring === partName}
        <Measures {project} part={partName} />
      {/if}
      <ol>
        {#each part.steps as step, index (step.id)}
          <StepLine
            {project}
            {part}
            {step}
            number={index + 1}
            current={current === step.id}
            lit={lit?.part === partName && (lit.step === step.id || lit.step === step.fit)}
            onenter={(inside) =>
              (lit = inside ? { part: partName, step: step.fit || step.id } : null)}
            oncurrent={() => (current = step.id)}
            onact={(what) => act(step.id, what)}
            {catalogue}
          />
        {:else}
          <li class="border-t border-dashed border-rule px-5 py-4 text-soft">
            Nothing here yet. Press <span class="key">/</span> and begin with an outline to raise.
          </li>
        {/each}
      </ol>
      <p class="border-t border-dashed border-rule px-5 pt-2 text-small text-soft">
        Printed standing on its
        <Choose
          value={spec.stance ?? "bottom"}
          options={[
            ...STANCES.map((one) => ({ value: one, words: one })),
            ...(STANCES.includes(spec.stance ?? "bottom")
              ? []
              : [{ value: spec.stance ?? "", words: "side chosen on the bed" }]),
          ]}
          label="which face of the {part.label} stands on the bed"
          onset={(stance) =>
            project.set(
              `parts.${partName}.stance`,
              stance,
              `${part.label} stands on its ${stance}`,
            )}
        />. Should weigh
        <input
          class="figure field-sizing-content min-h-6 min-w-6 border-b border-dotted border-firm bg-transparent text-ink"
          aria-label="expected mass of the {part.label} in grams"
          placeholder="any"
          value={spec.expected_mass?.grams ?? ""}
          onchange={(event) => setMass(event.currentTarget.value)}
        />
        g{#if spec.expected_mass}, within
          <input
            class="figure field-sizing-content min-h-6 min-w-6 border-b border-dotted border-firm bg-transparent text-ink"
            aria-label="how far that mass may be off, percent"
            value={spec.expected_mass.tolerance_percent ?? 1}
            onchange={(event) => setTolerance(event.currentTarget.value)}
          />
          % in
          <Choose
            value={spec.expected_mass.material ?? ""}
            options={[
              { value: "", words: "its material" },
              ...(catalogue?.materials ?? []).map((name) => ({ value: name, words: name })),
            ]}
            label="of which material that mass is"
            onset={(material) =>
              project.change(
                `${part.label}: its mass is meant in ${material || "its own material"}`,
                (document) => meanMass(document, partName, material),
              )}
          />{/if}.
        {#if part.mass}
          Solid it is <span class="figure text-ink">{part.mass.mass_g.toFixed(1)}</span> g:
          {((part.volume_mm3 ?? 0) / 1000).toFixed(2)} cm³ × {part.mass.density_g_cm3} g/cm³.
        {/if}
      </p>
      <Bought {project} {part} {spec} />
    </section>
    <UsedFor {project} />
    <Checklist {project} />
  {/if}
  <Notes {project} />
</div>
