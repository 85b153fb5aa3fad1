<script lang="ts">
  import { Command, Dialog } from "bits-ui";
  import { GROUPS, type Entry } from "./entries";
  import { Search } from "./search";

  let {
    open = $bindable(false),
    entries,
    ready,
    where,
    onclosed,
  }: {
    open: boolean;
    entries: readonly Entry[];
    /** All entries are there. */
    ready: boolean;
    /** The face a step or a fit will stand on, in words; "" where the roomiest is taken. */
    where: string;
    onclosed: () => void;
  } = $props();

  const MOST = 60;
  let search = $state("");
  let chosen = false;
  /** Enter was pressed before there was anything to choose: the first that answers is meant. */
  let hasty = $state(false);

  const index = $derived(new Search(entries));
  const shown = $derived(index.of(search).slice(0, MOST));
  /** The first that answers, until another is gone to. */
  let marked = $derived(shown[0]?.key ?? "");
  $effect(() => {
    hasty = false;
    if (!open) search = "";
    else chosen = false;
  });
  $effect(() => {
    if (ready && hasty && shown[0]) choose(shown[0]);
  });

  function choose(entry: Entry) {
    chosen = true;
    open = false;
    entry.act();
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-20 left-8 z-50 w-2xl max-w-[calc(100vw-2rem)] max-sm:left-4"
      onCloseAutoFocus={(event) => {
        event.preventDefault();
        if (!chosen) onclosed();
      }}
    >
      <Dialog.Title class="sr-only">Find anything</Dialog.Title>
      <Command.Root label="what there is" shouldFilter={false} bind:value={marked}>
        <Command.Input
          class="w-full border-b border-rule bg-transparent px-4 py-3 text-lead outline-none"
          placeholder="raise, cut, hole, round, a lid, a hinge, the weight …"
          aria-label="find anything by a word"
          bind:value={search}
          onkeydown={(event: KeyboardEvent) => {
            if (event.key === "Enter" && !ready) hasty = true;
          }}
        />
        {#if where}<p class="border-b border-rule px-4 py-1 text-small text-soft">
            steps and fits go on {where}
          </p>{/if}
        <Command.List
          tabindex={0}
          aria-label="what answers"
          class="max-h-[60vh] overflow-y-auto p-1"
        >
          <Command.Viewport>
            <Command.Empty class="px-3 py-2 text-soft"
              >{ready
                ? "Nothing goes by that word. Steps, fits, parts, faces, measures, checks and pages are found here."
                : "One moment …"}</Command.Empty
            >
            {#each shown as entry (entry.key)}
              <Command.Item
                value={entry.key}
                class="flex cursor-pointer items-center gap-3 rounded-slip px-2 py-1 data-selected:bg-tide-wash"
                onSelect={() => choose(entry)}
              >
                <span
                  class="grid h-9 w-12 shrink-0 place-items-center overflow-hidden rounded-slip"
                >
                  {#if entry.picture}
                    <img
                      src={entry.picture}
                      alt=""
                      loading="lazy"
                      class={[
                        "h-9 w-12",
                        entry.picture.endsWith("png")
                          ? "scale-175 object-cover"
                          : "object-contain p-0.5",
                      ]}
                    />
                  {:else}
                    <span class="text-small text-soft" aria-hidden="true"
                      >{entry.group === "none" ? "✕" : "→"}</span
                    >
                  {/if}
                </span>
                <span class="min-w-0 flex-1">
                  <span class="block truncate">{entry.title}</span>
                  <span class="block truncate text-small text-soft">{entry.about}</span>
                </span>
                <span class="shrink-0 text-small text-soft">{GROUPS[entry.group]}</span>
              </Command.Item>
            {/each}
          </Command.Viewport>
        </Command.List>
      </Command.Root>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
