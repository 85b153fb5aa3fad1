<script lang="ts">
  import { setUse } from "../project/edits";
  import type { Project } from "../project/project.svelte";

  let { project }: { project: Project } = $props();

  const use = $derived(project.document.use);
  const SORTS = [
    { key: "toy", word: "a toy for small children" },
    { key: "food", word: "touches food" },
    { key: "load", word: "someone relies on it under load" },
  ] as const;
  const chosen = $derived(SORTS.filter(({ key }) => use?.[key]).map(({ word }) => word));
  const said = $derived(
    [...chosen, ...(use?.warm_c != null ? [`up to ${use.warm_c} °C`] : [])].join(", "),
  );
  let wrong = $state("");

  function tick(key: "toy" | "food" | "load", on: boolean, word: string) {
    project.change(on ? word : `not ${word}`, (document) => setUse(document, { [key]: on }));
  }

  function warm(event: Event & { currentTarget: HTMLInputElement }) {
    const text = event.currentTarget.value.replace(/°?\s*C?\s*$/i, "").trim();
    const value = text === "" ? null : Number(text);
    wrong =
      value !== null && !(value >= -60 && value <= 400) ? "a temperature from -60 to 400 °C" : "";
    if (wrong) return;
    project.change(value === null ? "no warmth to bear" : `bears ${value} °C`, (document) =>
      setUse(document, { warm_c: value }),
    );
  }
</script>

<details class="border-t border-dashed border-rule px-5 py-3 text-small">
  <summary class="cursor-pointer text-soft">What it is for{said ? `: ${said}` : ""}</summary>
  <div class="mt-2 flex flex-col gap-1">
    {#each SORTS as { key, word } (key)}
      <label
        ><input
          type="checkbox"
          class="accent-tide"
          checked={use?.[key] ?? false}
          onchange={(event) => tick(key, event.currentTarget.checked, word)}
        />
        {word}</label
      >
    {/each}
    <label
      >gets as warm as <input
        class="figure w-12 border-b border-dotted border-firm bg-transparent text-right"
        aria-label="as warm as it gets, °C"
        placeholder="any"
        value={use?.warm_c ?? ""}
        onchange={warm}
      /> °C</label
    >
    {#if wrong}<p class="text-brick" role="alert">{wrong}</p>{/if}
    <p class="text-soft">
      Says what rules there are and measures what can be measured. It never says that something is
      safe.
    </p>
  </div>
</details>
