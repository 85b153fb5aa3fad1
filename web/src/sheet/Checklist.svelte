<script lang="ts">
  import { addCheck, setCheck, takeCheckAway } from "../project/edits";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import Mark from "../ui/Mark.svelte";
  import ErrorLine from "./ErrorLine.svelte";
  import NumberField from "../field/NumberField.svelte";

  let { project }: { project: Project } = $props();

  const units = $derived(project.document.units ?? "mm");
  const lines = $derived(project.shown.checklist);

  function set(index: number, key: "what" | "size" | "wanted" | "within", text: string) {
    project.change(`drawing, line ${index + 1}: ${text}`, (document) =>
      setCheck(document, index, key, text),
    );
  }

  function add() {
    const size = project.document.measures?.[0]?.name ?? "10";
    project.change("a line added to the checklist", (document) => addCheck(document, size));
  }

  function remove(index: number) {
    project.change("a line struck off the checklist", (document) => takeCheckAway(document, index));
  }

  const field = (index: number, key: "size" | "wanted" | "within", label: string) => ({
    path: `checklist.${index}.${key}`,
    kind: lines[index]?.takes ?? "length",
    text: lines[index]?.[key] ?? "",
    label,
  });
</script>

<details class="group/list border-t border-dashed border-rule px-5 py-2" open={lines.length > 0}>
  <summary class="text-small text-soft hover:text-ink"
    >Against a drawing or a measured thing</summary
  >
  <ul class="mt-1">
    {#each lines as line, index (index)}
      <li class="flex flex-wrap items-baseline gap-x-1.5 py-0.5 text-small">
        <Mark severity={line.severity} />
        <input
          class="field-sizing-content min-w-8 border-b border-dotted border-firm bg-transparent placeholder:text-soft"
          placeholder="what it is"
          aria-label="what line {index + 1} of the checklist is about"
          value={line.what}
          onchange={(event) => set(index, "what", event.currentTarget.value)}
        />
        {#if line.of.length}
          <span class="text-soft">{line.what ? "" : `${line.reads}, `}measured</span>
        {:else}
          <NumberField
            field={field(index, "size", "size in the model")}
            {units}
            names={project.report.names}
            onset={(text) => set(index, "size", text)}
          />
        {/if}
        {#if line.found_mm !== null && line.found_mm !== undefined}
          <span class="figure text-ink"
            >{line.of.length ? "" : "= "}{line.takes === "angle"
              ? `${Number(line.found_mm.toFixed(3))}°`
              : size(line.found_mm, units, 3)}</span
          >
        {/if}
        should be
        <NumberField
          field={field(index, "wanted", "size on the drawing")}
          {units}
          onset={(text) => set(index, "wanted", text)}
        />
        within
        <NumberField
          field={field(index, "within", "tolerance")}
          {units}
          onset={(text) => set(index, "within", text)}
        />
        <span class={line.severity === "good" ? "text-tide" : "text-brass"}>{line.word}</span>
        <button
          class="word-button ml-auto px-1"
          aria-label="strike line {index + 1} off the checklist"
          onclick={() => remove(index)}>×</button
        >
        {#if line.error}<span class="w-full"><ErrorLine error={line.error} /></span>{/if}
      </li>
    {/each}
  </ul>
  <button class="word-button text-small" onclick={add}>add a size to tick off</button>
</details>
