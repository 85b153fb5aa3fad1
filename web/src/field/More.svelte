<script lang="ts">
  import type { FieldView, Piece } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import Sentence from "./Sentence.svelte";

  let {
    project,
    clauses,
    fields,
    part,
    words,
    open = false,
    names = project.report.names,
    onopen,
  }: {
    project: Project;
    /** What is left alone, clause by clause; each joins the sentence once it is set. */
    clauses: readonly (readonly Piece[])[];
    fields: readonly FieldView[];
    part: string | ((field: FieldView) => string);
    words: string;
    open?: boolean;
    names?: string[];
    onopen: (open: boolean) => void;
  } = $props();

  const id = $props.id();
</script>

{#if clauses.length}
  <button
    class="word-button ml-1 min-h-6 px-1 text-small"
    aria-expanded={open}
    aria-controls="{id}-more"
    aria-label={open ? "less of what can be set" : `more that can be set, ${clauses.length}`}
    onclick={() => onopen(!open)}>{open ? "less" : "more"}</button
  >
  {#if open}
    <ul id="{id}-more" class="my-1 border-l-2 border-rule pl-3 text-soft">
      {#each clauses as clause (clause.map((piece) => piece.field).join())}
        <li>
          <Sentence {project} pieces={clause} {fields} {part} {words} {names} />
        </li>
      {/each}
    </ul>
  {/if}
{/if}
