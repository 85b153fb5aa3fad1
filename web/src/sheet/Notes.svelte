<script lang="ts">
  import { noteDown } from "../project/edits";
  import type { Project } from "../project/project.svelte";

  /** What the maker wants to remember of the project. */
  let { project }: { project: Project } = $props();

  const MOST = 2000;
  const notes = $derived(project.document.notes ?? "");
  let typed = $derived(notes);
  const first = $derived(notes.trim().split("\n", 1)[0] ?? "");

  function write(text: string) {
    if (text === notes) return;
    project.change(text.trim() ? "notes on the project" : "no notes", (document) =>
      noteDown(document, text),
    );
  }
</script>

<details class="border-t border-dashed border-rule px-5 py-3 text-small">
  <summary class="cursor-pointer truncate text-soft">Notes{first ? `: ${first}` : ""}</summary>
  <textarea
    class="mt-2 block field-sizing-content min-h-16 w-full rounded-slip border border-rule bg-raised px-2 py-1 text-ink"
    data-path="notes"
    aria-label="notes on the project"
    placeholder="where the sizes come from, what to try next"
    maxlength={MOST}
    bind:value={typed}
    onchange={() => write(typed)}></textarea>
  {#if typed.length >= MOST}
    <p class="mt-1 text-brick" role="alert">
      {MOST} letters are the most that is kept here: what goes beyond is left out.
    </p>
  {/if}
</details>
