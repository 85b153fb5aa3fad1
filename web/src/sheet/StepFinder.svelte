<script lang="ts">
  import { Command, Dialog } from "bits-ui";
  import type { Catalogue, EntryInfo } from "../api/client";
  import { matching } from "./matching";

  let {
    open = $bindable(false),
    catalogue,
    where,
    onchoose,
    onclosed,
  }: {
    open: boolean;
    catalogue: Catalogue;
    /** The face the step will stand on, in words; "" where the roomiest is taken. */
    where: string;
    onchoose: (entry: EntryInfo) => void;
    onclosed: () => void;
  } = $props();

  let search = $state("");
  let marked = $state("");
  let chosen = false;

  /** What answers the search, best first. */
  const shown = $derived(
    catalogue.steps
      .map((entry) => ({ entry, score: matching(entry.title, search, entry.also) }))
      .filter((one) => one.score > 0)
      .sort((a, b) => b.score - a.score)
      .map((one) => one.entry),
  );
  $effect(() => {
    marked = shown[0]?.title ?? "";
  });
  $effect(() => {
    if (!open) search = "";
    else chosen = false;
  });

  function choose(entry: EntryInfo) {
    chosen = true;
    open = false;
    onchoose(entry);
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-24 left-8 z-50 w-lg max-w-[calc(100vw-2rem)] max-sm:left-4"
      onCloseAutoFocus={(event) => {
        event.preventDefault();
        if (!chosen) onclosed();
      }}
    >
      <Dialog.Title class="sr-only">Find a step</Dialog.Title>
      <Command.Root label="steps" shouldFilter={false} bind:value={marked}>
        <Command.Input
          class="w-full border-b border-rule bg-transparent px-4 py-3 text-lead outline-none"
          placeholder="raise, cut, hole, hollow, round …"
          aria-label="find a step by a word"
          bind:value={search}
        />
        {#if where}<p class="border-b border-rule px-4 py-1 text-small text-soft">
            on {where}
          </p>{/if}
        <Command.List tabindex={0} aria-label="what answers" class="max-h-80 overflow-y-auto p-1">
          <Command.Viewport>
            <Command.Empty class="px-3 py-2 text-soft">No step goes by that word.</Command.Empty>
            {#each shown as entry (entry.title)}
              <Command.Item
                value={entry.title}
                class="flex cursor-pointer items-baseline gap-3 rounded-slip px-3 py-1.5 data-selected:bg-tide-wash"
                onSelect={() => choose(entry)}
              >
                <span class="shrink-0">{entry.title}</span>
                <span class="ml-auto truncate text-small text-soft">{entry.about}</span>
              </Command.Item>
            {/each}
          </Command.Viewport>
        </Command.List>
      </Command.Root>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
