<script lang="ts">
  import { tick } from "svelte";
  import { DropdownMenu } from "bits-ui";
  import type { ShelfItem } from "../api/client";
  import { inPlace } from "../route/route.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import Picture from "./Picture.svelte";

  type Act = "copy" | "throw";

  let {
    item,
    folders,
    onset,
    onact,
  }: {
    item: ShelfItem;
    folders: readonly string[];
    onset: (given: { title?: string; folder?: string }) => void;
    onact: (act: Act) => void;
  } = $props();

  let editing = $state<"" | "title" | "folder">("");
  let input = $state<HTMLInputElement>();
  const id = $props.id();

  const when = (iso: string) =>
    new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });

  async function edit(what: "title" | "folder") {
    editing = what;
    await tick();
    input?.focus();
    input?.select();
  }

  function commit() {
    const text = input?.value.trim() ?? "";
    if (editing === "title" && text && text !== item.title) onset({ title: text });
    if (editing === "folder" && text !== item.folder) onset({ folder: text });
    editing = "";
  }

  function keys(event: KeyboardEvent) {
    if (event.key === "Enter") commit();
    else if (event.key === "Escape") editing = "";
    else return;
    event.preventDefault();
  }

  const acts: [string, () => void][] = $derived([
    ["rename", () => void edit("title")],
    [item.folder ? "into another folder" : "into a folder", () => void edit("folder")],
    ["once more, as a copy", () => onact("copy")],
    ["throw away", () => onact("throw")],
  ]);
</script>

<li class="group relative border border-rule bg-sheet hover:border-ink" data-project={item.id}>
  <a href="/p/{item.id}" onclick={inPlace} class="block">
    <Picture id={item.id} version={item.version} />
    <span class="block border-t border-rule px-3 py-2">
      <span class="block truncate pr-6 font-semibold">{item.title}</span>
      <span class="block truncate text-small text-soft"
        >{item.parts.join(", ")} · {item.units} · {when(item.updated)}</span
      >
      <span class="mt-0.5 block truncate text-small">
        <span class={item.count ? INK[item.severity] : INK.good} aria-hidden="true"
          >{item.count ? SHAPE[item.severity] : SHAPE.good}</span
        >
        {item.worst}{item.count > 1 ? `, and ${item.count - 1} more` : ""}
      </span>
    </span>
  </a>
  {#if item.folder}
    <span
      class="pointer-events-none absolute top-2 left-2 rounded-slip bg-brass-wash px-1.5 text-small text-ink"
      >{item.folder}</span
    >
  {/if}
  {#if editing}
    <label class="slip absolute inset-x-2 bottom-2 flex items-center gap-2 px-2 py-1 text-small">
      <span class="text-soft">{editing === "title" ? "title" : "folder"}</span>
      <input
        bind:this={input}
        class="min-w-0 flex-1 border-b border-firm bg-transparent"
        value={editing === "title" ? item.title : item.folder}
        maxlength={editing === "title" ? 120 : 60}
        list={editing === "folder" ? `${id}-folders` : undefined}
        onblur={commit}
        onkeydown={keys}
      />
      <datalist id="{id}-folders">
        {#each folders as folder (folder)}<option value={folder}></option>{/each}
      </datalist>
    </label>
  {:else}
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        class="absolute right-1 bottom-11 grid h-7 w-7 place-items-center text-soft hover:text-ink"
        aria-label="what to do with {item.title}">⋮</DropdownMenu.Trigger
      >
      <DropdownMenu.Portal to="#overlays">
        <DropdownMenu.Content class="slip z-40 w-52 p-1 text-small" align="end">
          {#each acts as [name, act] (name)}
            <DropdownMenu.Item
              class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
              onSelect={act}>{name}</DropdownMenu.Item
            >
          {/each}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  {/if}
</li>
