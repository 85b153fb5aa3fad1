<script lang="ts">
  import type { FieldView } from "../api/client";
  import type { Units } from "../project/units";
  import NumberField from "./NumberField.svelte";
  import { alike, allAlike, edgesOf, edgesText, edgeWords, isOneOfSeveral } from "./pointed";

  let {
    field,
    units,
    names,
    dirty = false,
    onlook,
    onset,
  }: {
    field: FieldView;
    units: Units;
    names: string[];
    dirty?: boolean;
    /** The pointer comes to an edge of the list, or leaves them all. */
    onlook: (faces: string | null) => void;
    onset: (text: string) => void;
  } = $props();

  const edges = $derived(edgesOf(field.text));
  $effect(() => () => onlook(null));
  function sized(index: number, size: string) {
    onset(edgesText(edges.map((one, at) => (at === index ? { ...one, size } : one))));
  }

  /** All edges of the same two faces, in the place of those chosen one by one. */
  function all(index: number) {
    const { faces, size } = edges[index]!;
    const rest = edges.filter((one) => !alike(one.faces, faces));
    onset(edgesText([...rest, { faces: allAlike(faces), size }]));
  }
</script>

<span data-path={field.path} data-dirty={dirty}
  >{#each edges as edge, index (index)}{index ? "; " : ""}<span
      role="group"
      aria-label={edgeWords(edge.faces)}
      class="rounded-slip hover:bg-tide-wash"
      data-edge={index}
      onpointerenter={() => onlook(edge.faces)}
      onpointerleave={() => onlook(null)}
      onfocusin={() => onlook(edge.faces)}
      onfocusout={() => onlook(null)}
      >{edgeWords(edge.faces)}{#if isOneOfSeveral(edge.faces)}<button
          class="word-button mx-1 h-6"
          aria-label="{edgeWords(edge.faces)}: all like it"
          onclick={() => all(index)}>(all like it)</button
        >{/if}<NumberField
        field={{
          path: `${field.path}.${index}`,
          kind: "length",
          text: edge.size,
          label: `size of its own, of ${edgeWords(edge.faces)}`,
        }}
        {units}
        {names}
        placeholder="as all"
        onset={(size) => sized(index, size)}
      /><button
        class="word-button h-6 w-6"
        aria-label="leave {edgeWords(edge.faces)} as it is"
        onclick={() => onset(edgesText(edges.filter((_, at) => at !== index)))}>×</button
      ></span
    >{:else}no edge yet{/each}</span
>
