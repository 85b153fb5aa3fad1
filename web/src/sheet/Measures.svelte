<script lang="ts">
  import { addMeasure, editMeasure, measuresOf, takeMeasureAway } from "../project/edits";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { Popover } from "bits-ui";
  import { server, type MeasureView } from "../api/client";
  import { asName, copy, freshName, partOf, textAt, type MeasureSpec } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import Choose from "../ui/Choose.svelte";
  import ErrorLine from "./ErrorLine.svelte";
  import NumberField from "../field/NumberField.svelte";
  import PushRule from "./PushRule.svelte";
  import { Pushing } from "./pushing.svelte";

  let {
    project,
    part = "",
  }: {
    project: Project;
    /** The part whose own measures these are; "" for the project's. */
    part?: string;
  } = $props();

  const pushing = new Pushing(() => project);
  let adding = $state("");
  const renaming = new Action();
  const measures = $derived(
    project.shown.measures.filter((measure) => (measure.part || "") === part),
  );
  const units = $derived(project.document.units ?? "mm");

  /** As typed here, though the workshop may not have taken it yet. */
  const typedText = (measure: MeasureView) =>
    textAt(project.document, measure.path) || measure.text;

  function working(measure: MeasureView): string {
    if (measure.error || measure.value === null) return "";
    if (!measure.formula) return "";
    return measure.formula === measure.shown.split(" ")[0]
      ? `= ${measure.shown}`
      : `= ${measure.formula} = ${measure.shown}`;
  }

  /** The list these measures are kept in. */
  const taken = () => [
    ...measuresOf(copy(project.document), part ?? "").map((one) => one.name),
    ...(part ? (partOf(project.document, part)?.steps ?? []).map((one) => one.id) : []),
  ];
  const kindOf = (expression: string) => (/(deg|°)\s*$/.test(expression) ? "angle" : "length");

  const KINDS = (["length", "angle", "number", "count"] as const).map((kind) => ({
    value: kind,
    words: kind,
  }));

  function setSpec(measure: MeasureView, words: string, edit: (spec: MeasureSpec) => void) {
    project.change(`${measure.name}: ${words}`, (document) =>
      editMeasure(document, part ?? "", measure.name, edit),
    );
  }

  function add(event: Event) {
    event.preventDefault();
    const [wish, ...rest] = adding.split("=");
    if (!wish?.trim()) return;
    const expression = rest.join("=").trim() || "10";
    const name = freshName(asName(wish), taken());
    project.change(`added ${name} = ${expression}`, (document) =>
      addMeasure(document, part ?? "", name, expression, kindOf(expression)),
    );
    adding = "";
  }

  async function rename(measure: MeasureView, input: HTMLInputElement) {
    const name = asName(input.value);
    if (name === measure.name) {
      input.value = measure.name;
      return;
    }
    const found = await renaming.run(() => server.rename(project.document, measure.name, name));
    if (found) project.put(found.document, `${measure.name} is now called ${name}`);
    else input.value = measure.name;
  }

  /** A measure that is a plain number itself, which others follow. */
  const pushable = (measure: MeasureView) =>
    !measure.formula && !measure.error && Boolean(measure.value);

  function where(name: string): string {
    const word = new RegExp(`(?<![\\w.])${name}(?![\\w.])`);
    const places = project.shown.parts.flatMap((part) =>
      part.steps
        .filter((step) => step.fields.some((field) => field.typed && word.test(field.text)))
        .map((step) => `${part.label} ${step.id}`),
    );
    const measures = project.shown.measures
      .filter((one) => word.test(one.text))
      .map((one) => one.name);
    const fits = project.shown.fits
      .filter(
        (fit) => word.test(fit.gap_text) || fit.fields.some((f) => f.typed && word.test(f.text)),
      )
      .map((fit) => fit.label || fit.name);
    return [...measures, ...places, ...fits].join(", ");
  }

  function remove(measure: MeasureView) {
    if (measure.used) {
      renaming.trouble = `${measure.name} is used in ${where(measure.name)}: change that first`;
      return;
    }
    renaming.trouble = "";
    project.change(`took ${measure.name} away`, (document) =>
      takeMeasureAway(document, part ?? "", measure.name),
    );
  }
</script>

<section
  aria-label={part ? "measures of this part alone" : "key measures"}
  class={["px-5", part ? "pb-2" : "pt-4 pb-3"]}
>
  {#if part && measures.length}<h3 class="text-small text-soft">Measures of this part alone</h3>
  {:else if !part}<h2 class="mb-1.5 text-small text-soft">Key measures</h2>{/if}
  <dl class="grid grid-cols-[minmax(4.5rem,auto)_auto_1fr_auto] items-baseline gap-x-4 gap-y-0.5">
    {#each measures as measure (measure.name)}
      <dt>
        {#if part}<span class="px-0.5">{measure.name}</span>{:else}<input
            class="field-sizing-content min-h-6 w-full max-w-40 truncate rounded-slip bg-transparent hover:bg-raised"
            value={measure.name}
            aria-label="name of the measure {measure.name}; changing it changes it everywhere"
            autocomplete="off"
            spellcheck="false"
            onchange={(event) => rename(measure, event.currentTarget)}
            onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          />{/if}
      </dt>
      <dd>
        <NumberField
          field={{ ...measure, label: measure.name, text: typedText(measure) }}
          dirty={typedText(measure) !== measure.text}
          {units}
          label="measure {measure.name}"
          ahead={project}
          onset={(text) =>
            project.set(measure.path, text, `${measure.name} ${measure.text} → ${text}`)}
        />
      </dd>
      <dd class="min-w-0 truncate text-small text-soft">
        {working(measure)}
        {#if measure.used === 0}<span class="italic">not used</span>{/if}
      </dd>
      <dd>
        <Popover.Root>
          <Popover.Trigger
            class="grid h-6 w-6 place-items-center text-soft hover:text-ink"
            aria-label="what to do with {measure.name}">⋮</Popover.Trigger
          >
          <Popover.Portal to="#overlays">
            <Popover.Content
              class="slip z-40 flex w-64 flex-col gap-1.5 p-3 text-small"
              align="end"
            >
              <p>
                it is a <Choose
                  value={measure.kind}
                  options={KINDS}
                  label="what {measure.name} is"
                  onset={(kind) => setSpec(measure, `a ${kind}`, (spec) => (spec.kind = kind))}
                />
              </p>
              <label
                >why it is so
                <input
                  class="min-h-6 w-full border-b border-dotted border-firm bg-transparent"
                  maxlength="120"
                  value={measure.note}
                  onchange={(event) => {
                    const note = event.currentTarget.value;
                    setSpec(measure, `note ${note}`, (spec) => (spec.note = note));
                  }}
                /></label
              >
              <button class="word-button self-start text-brick" onclick={() => remove(measure)}
                >take {measure.name} away</button
              >
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </dd>
      {#if measure.note}
        <dd class="col-span-4 text-small text-soft italic">{measure.note}</dd>
      {/if}
      {#if pushing.of(measure.path)}
        <dd class="col-span-4 pb-1.5">
          <PushRule found={pushing.of(measure.path)!} {pushing} />
        </dd>
      {/if}
      {#if measure.error}
        <dd class="col-span-4"><ErrorLine error={measure.error} text={measure.text} /></dd>
      {/if}
    {/each}
  </dl>
  <Trouble of={renaming} />
  <form onsubmit={add} class="mt-1.5 flex items-baseline gap-4">
    <input
      bind:value={adding}
      class="figure w-60 border-b border-dotted border-rule bg-transparent text-small placeholder:text-soft focus:border-tide"
      placeholder={part ? "one of this part alone: rib = 2" : "lip = wall / 2 - 0.1"}
      aria-label={part
        ? "add a measure of this part alone, as name = expression"
        : "add a measure, as name = expression"}
      autocomplete="off"
      spellcheck="false"
    />
    {#if pushing.under}
      <span class="text-small text-soft" role="status">pushing {pushing.under} …</span>
      <button type="button" class="word-button text-small" onclick={() => pushing.stop()}
        >stop</button
      >
    {:else if pushing.done}
      <button type="button" class="word-button text-small" onclick={() => pushing.stop()}
        >put the limits away</button
      >
    {:else if !part && measures.some(pushable)}
      <button
        type="button"
        class="word-button text-small"
        onclick={() => pushing.start(measures.filter(pushable).map((one) => one.path))}
        >how far can each go?</button
      >
    {/if}
  </form>
  {#if pushing.looking}
    <p class="mt-2 text-small" role="status">
      Looking at {pushing.looking.name} = <span class="figure">{pushing.looking.shown}</span>;
      nothing is kept.
      <button class="word-button" onclick={() => pushing.look(null)}>back to how it is</button>
    </p>
  {/if}
</section>
