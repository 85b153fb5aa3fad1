<script lang="ts">
  import { untrack } from "svelte";
  import type { FieldView } from "../api/client";
  import type { Hears } from "../project/ahead";
  import { drafts } from "./drafts";

  let {
    field,
    dirty = false,
    ahead,
    onset,
  }: {
    field: FieldView;
    dirty?: boolean;
    /** Hears what is being typed. */
    ahead?: Hears;
    onset: (text: string) => void;
  } = $props();

  let typing = $state<string | null>(untrack(() => drafts.of(field.path)));
  const id = $props.id();

  function commit() {
    if (typing !== null && typing.trim() !== field.text.trim()) onset(typing.trim());
    typing = null;
    drafts.drop(field.path);
  }

  function keys(event: KeyboardEvent & { currentTarget: HTMLInputElement }) {
    if (event.key === "Enter") commit();
    else if (event.key === "Escape") {
      typing = null;
      drafts.drop(field.path);
      ahead?.untyped();
    } else return;
    event.currentTarget.select();
    event.stopPropagation();
  }
</script>

<input
  class={[
    "field-sizing-content min-h-6 max-w-64 min-w-6 rounded-slip border-b border-dotted bg-transparent px-0.5",
    "hover:bg-raised focus:border-solid focus:bg-raised focus:outline-2 focus:outline-tide",
    field.error ? "border-b-2 border-brick text-brick" : "border-firm",
    dirty && "border-b-2 border-dashed border-brass",
  ]}
  value={typing ?? field.text}
  aria-label={field.label}
  aria-invalid={field.error ? "true" : undefined}
  placeholder={field.hint}
  data-path={field.path}
  data-dirty={typing !== null || dirty}
  data-typing={typing !== null}
  list={field.options?.length ? `${id}-known` : undefined}
  autocomplete="off"
  spellcheck="false"
  maxlength="120"
  oninput={(event) => {
    typing = event.currentTarget.value;
    drafts.keep(field.path, typing);
    ahead?.typed(field.path, typing);
  }}
  onfocus={(event) => event.currentTarget.select()}
  onblur={commit}
  onkeydown={keys}
/>{#if field.options?.length}<datalist id="{id}-known">
    {#each field.options as one (one.value)}<option value={one.value}></option>{/each}
  </datalist>{/if}
