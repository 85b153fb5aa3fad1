<script lang="ts">
  import { Command, Dialog } from "bits-ui";
  import type { Catalogue, KindInfo } from "../api/client";
  import { matching } from "./matching";

  let {
    open = $bindable(false),
    catalogue,
    onchoose,
  }: {
    open: boolean;
    catalogue: Catalogue;
    onchoose: (kind: KindInfo, outline: KindInfo | null) => void;
  } = $props();

  interface Entry {
    kind: KindInfo;
    outline: KindInfo | null;
    title: string;
  }

  const named = (kind: KindInfo, outline: KindInfo) =>
    kind.title.includes("an outline")
      ? kind.title.replace(
          "an outline",
          `${/^(L |o)/.test(outline.title) ? "an" : "a"} ${outline.title}`,
        )
      : `${kind.title}: ${outline.title}`;

  const entries: Entry[] = $derived(
    catalogue.steps
      .filter((kind) => kind.kind !== "fit")
      .flatMap((kind): Entry[] =>
        kind.has_outline
          ? catalogue.outlines.map((outline) => ({
              kind,
              outline,
              title: named(kind, outline),
            }))
          : [{ kind, outline: null, title: kind.title }],
      ),
  );

  let search = $state("");
  let marked = $state("");

  /** What answers the search, best first. */
  const shown = $derived(
    entries
      .map((entry) => ({
        entry,
        score: matching(entry.title, search, [...entry.kind.also, entry.kind.kind]),
      }))
      .filter((one) => one.score > 0)
      .sort((a, b) => b.score - a.score)
      .map((one) => one.entry),
  );
  $effect(() => {
    marked = shown[0]?.title ?? "";
  });
  $effect(() => {
    if (!open) search = "";
  });

  function choose(entry: Entry) {
    open = false;
    onchoose(entry.kind, entry.outline);
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-24 left-8 z-50 w-md"
      onCloseAutoFocus={(event) => event.preventDefault()}
    >
      <Dialog.Title class="sr-only">Find a step</Dialog.Title>
      <Command.Root label="steps" shouldFilter={false} bind:value={marked}>
        <Command.Input
          class="w-full border-b border-rule bg-transparent px-4 py-3 text-lead outline-none"
          placeholder="hollow, boss, drill, round …"
          aria-label="find a step by a word"
          bind:value={search}
        />
        <Command.List class="max-h-80 overflow-y-auto p-1">
          <Command.Viewport>
            <Command.Empty class="px-3 py-2 text-soft">No step goes by that word.</Command.Empty>
            {#each shown as entry (entry.title)}
              <Command.Item
                value={entry.title}
                class="flex cursor-pointer items-baseline gap-2 rounded-slip px-3 py-1.5 data-selected:bg-tide-wash"
                onSelect={() => choose(entry)}
              >
                {entry.title}
                <span class="ml-auto truncate text-small text-soft"
                  >{entry.kind.also.slice(0, 3).join(", ")}</span
                >
              </Command.Item>
            {/each}
          </Command.Viewport>
        </Command.List>
      </Command.Root>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
