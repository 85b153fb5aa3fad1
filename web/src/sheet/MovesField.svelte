<script lang="ts">
  import type { FieldView } from "../api/client";

  let { field, onset }: { field: FieldView; onset: (text: string) => void } = $props();

  let typing = $state<string | null>(null);

  function commit() {
    if (typing !== null && typing.trim() !== field.text.trim()) onset(typing.trim());
    typing = null;
  }

  function keys(event: KeyboardEvent) {
    if (event.key === "Enter" && !event.shiftKey) {
      event.preventDefault();
      commit();
    } else if (event.key === "Escape") {
      typing = null;
    } else return;
    event.stopPropagation();
  }
</script>

<textarea
  class={[
    "figure field-sizing-content max-w-full resize-none rounded-slip border-b border-dotted bg-transparent px-0.5 align-bottom text-[0.92em]",
    "hover:bg-raised focus:border-solid focus:bg-raised focus:outline-2 focus:outline-tide",
    field.error ? "border-b-2 border-brick text-brick" : "border-firm",
  ]}
  value={typing ?? field.text}
  aria-label="{field.label}: right, left, up, down, along, to, turn, arc to, round, mirror, close; ? for what closing settles"
  aria-invalid={field.error ? "true" : undefined}
  data-path={field.path}
  rows="1"
  spellcheck="false"
  oninput={(event) => (typing = event.currentTarget.value)}
  onblur={commit}
  onkeydown={keys}></textarea>
