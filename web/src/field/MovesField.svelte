<script lang="ts">
  import { untrack } from "svelte";
  import type { FieldView } from "../api/client";

  import { drafts } from "./drafts";

  let {
    field,
    dirty = false,
    onset,
  }: { field: FieldView; dirty?: boolean; onset: (text: string) => void } = $props();

  let typing = $state<string | null>(untrack(() => drafts.of(field.path)));

  function commit() {
    if (typing !== null && typing.trim() !== field.text.trim()) onset(typing.trim());
    typing = null;
    drafts.drop(field.path);
  }

  function keys(event: KeyboardEvent) {
    if (event.key === "Enter" && !event.shiftKey) {
      event.preventDefault();
      commit();
    } else if (event.key === "Escape") {
      typing = null;
      drafts.drop(field.path);
    } else return;
    event.stopPropagation();
  }
</script>

<textarea
  class={[
    "figure field-sizing-content max-w-full resize-none rounded-slip border-b border-dotted bg-transparent px-0.5 align-bottom text-[0.92em]",
    "hover:bg-raised focus:border-solid focus:bg-raised focus:outline-2 focus:outline-tide",
    field.error ? "border-b-2 border-brick text-brick" : "border-firm",
    dirty && "border-b-2 border-dashed border-brass",
  ]}
  value={typing ?? field.text}
  aria-label="{field.label}: right, left, up, down, along, to, turn, arc to, round, mirror, close; ? for what closing settles"
  aria-invalid={field.error ? "true" : undefined}
  data-path={field.path}
  data-dirty={typing !== null || dirty}
  rows="1"
  spellcheck="false"
  oninput={(event) => {
    typing = event.currentTarget.value;
    drafts.keep(field.path, typing);
  }}
  onblur={commit}
  onkeydown={keys}></textarea>
