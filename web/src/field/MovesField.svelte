<script lang="ts">
  import { untrack } from "svelte";
  import { DropdownMenu } from "bits-ui";
  import { server, type Catalogue, type FieldView } from "../api/client";

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

  let words = $state<Catalogue["moves"]>([]);
  let area = $state<HTMLTextAreaElement>();

  async function look(open: boolean) {
    if (open && !words.length) words = (await server.catalogue()).moves;
  }

  /** One more move at the end, its numbers to be typed over. */
  function add(example: string) {
    typing = [(typing ?? field.text).trim().replace(/,$/, ""), example].filter(Boolean).join(", ");
    drafts.keep(field.path, typing);
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
  bind:this={area}
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
  data-typing={typing !== null}
  rows="1"
  spellcheck="false"
  oninput={(event) => {
    typing = event.currentTarget.value;
    drafts.keep(field.path, typing);
  }}
  onblur={commit}
  onkeydown={keys}></textarea><DropdownMenu.Root onOpenChange={(open) => void look(open)}
  ><DropdownMenu.Trigger
    class="ml-0.5 inline-grid h-6 w-6 place-items-center rounded-slip text-soft hover:bg-raised hover:text-ink"
    aria-label="{field.label}: add a move">+</DropdownMenu.Trigger
  >
  <DropdownMenu.Portal to="#overlays">
    <DropdownMenu.Content
      class="slip z-40 max-h-80 w-96 max-w-[calc(100vw-2rem)] overflow-y-auto p-1 text-small"
      align="start"
      onCloseAutoFocus={(event) => {
        event.preventDefault();
        area?.focus();
        area?.setSelectionRange(area.value.length, area.value.length);
      }}
    >
      {#each words as move (move.example)}
        <DropdownMenu.Item
          class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
          onSelect={() => add(move.example)}
          ><span class="figure block">{move.example}</span><span class="block text-soft"
            >{move.about}</span
          ></DropdownMenu.Item
        >
      {/each}
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
</DropdownMenu.Root>
