<script lang="ts">
  import type { FieldView, Piece } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import FieldControl from "./FieldControl.svelte";

  let {
    project,
    pieces,
    fields,
    part,
    words,
    names = project.report.names,
  }: {
    project: Project;
    pieces: readonly Piece[];
    fields: readonly FieldView[];
    /** The part whose faces a press on the stage may name; by the field where two parts meet. */
    part: string | ((field: FieldView) => string);
    words: string;
    names?: string[];
  } = $props();

  const byName = $derived(new Map(fields.map((field) => [field.name, field])));
</script>

{#each pieces as piece, index (piece.field || index)}{@const field = byName.get(
    piece.field ?? "",
  )}{#if field}<FieldControl
      {project}
      {field}
      part={typeof part === "string" ? part : part(field)}
      {words}
      {names}
    />{:else}{piece.text}{/if}{/each}
