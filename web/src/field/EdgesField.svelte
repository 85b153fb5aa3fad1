<script lang="ts">
  import type { FieldView } from "../api/client";
  import type { Units } from "../project/units";
  import NumberField from "./NumberField.svelte";
  import { edgesOf, edgesText } from "./pointed";

  let {
    field,
    units,
    names,
    dirty = false,
    onset,
  }: {
    field: FieldView;
    units: Units;
    names: string[];
    dirty?: boolean;
    onset: (text: string) => void;
  } = $props();

  const edges = $derived(edgesOf(field.text));
  const told = (faces: string) =>
    faces
      .split(" | ")
      .map((face) => face.replace(/^(.*)\.(.*)$/, "$2 of $1").replaceAll("_", " "))
      .join(" and ");

  function sized(index: number, size: string) {
    onset(edgesText(edges.map((one, at) => (at === index ? { ...one, size } : one))));
  }
</script>

<span data-path={field.path} data-dirty={dirty}
  >{#each edges as edge, index (index)}{index ? "; " : ""}the edge of {told(edge.faces)}<NumberField
      field={{
        path: `${field.path}.${index}`,
        kind: "length",
        text: edge.size,
        label: `size of its own, of the edge of ${told(edge.faces)}`,
      }}
      {units}
      {names}
      placeholder="as all"
      onset={(size) => sized(index, size)}
    /><button
      class="word-button h-6 w-6"
      aria-label="leave the edge of {told(edge.faces)} as it is"
      onclick={() => onset(edgesText(edges.filter((_, at) => at !== index)))}>×</button
    >{:else}no edge yet{/each}</span
>
