<script lang="ts">
  import { onMount } from "svelte";
  import { Refused, server, type Catalogue, type ShelfItem } from "../api/client";
  import { address } from "../route/route.svelte";
  import { Search } from "../finder/search";
  import PageBar from "../ui/PageBar.svelte";
  import Begin from "./Begin.svelte";
  import Bin from "./Bin.svelte";
  import BringMesh from "./BringMesh.svelte";
  import Card from "./Card.svelte";
  import Starters from "./Starters.svelte";
  import Work from "./Work.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let work = $state<Work | null>(null);
  let items = $state.raw<ShelfItem[] | null>(null);
  let thrown = $state.raw<ShelfItem[]>([]);
  let playSet = $state.raw<{ count: number; away: boolean } | null>(null);
  let catalogue = $state.raw<Catalogue | null>(null);
  const listing = new Action();
  let refused = $state("");
  let search = $state("");
  let folder = $state("");
  let binOpen = $state(false);
  /** What was just thrown away, to be brought back with one press. */
  let last = $state.raw<ShelfItem | null>(null);
  let beginning = $state<Catalogue["starters"][number] | null>(null);
  const asking = new Action();
  const meeting = $derived((catalogue?.starters ?? []).filter((one) => one.asks.length));
  const pages = $derived((catalogue?.starters ?? []).filter((one) => !one.asks.length));

  const folders = $derived(
    [...new Set((items ?? []).map((one) => one.folder))].filter(Boolean).sort(),
  );
  const index = $derived(
    new Search(
      (items ?? []).map((one) => ({
        key: String(one.id),
        group: "page" as const,
        title: one.title,
        about: "",
        also: [[one.folder], one.parts, one.fits, one.materials],
        picture: "",
        act: () => {},
      })),
    ),
  );
  const shown = $derived.by(() => {
    const byId = new Map((items ?? []).map((one) => [String(one.id), one]));
    return index
      .of(search)
      .map((one) => byId.get(one.key)!)
      .filter((one) => !folder || one.folder === folder);
  });

  async function load() {
    await listing.run(async () => {
      [items, catalogue, thrown, playSet] = await Promise.all([
        server.shelf(),
        server.catalogue(),
        server.bin(),
        server.playSet(),
      ]);
      if (!items.some((one) => one.folder === folder)) folder = "";
    });
  }
  onMount(() => {
    void load();
  });

  async function start(name: string) {
    const made = await asking.run(() => server.create(name));
    if (made) address.go(`/p/${made.id}`);
  }

  async function bringIn(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    refused = "";
    try {
      const made = file.name.toLowerCase().endsWith(".zip")
        ? await server.bringWhole(file)
        : await server.bringIn(JSON.parse(await file.text()));
      address.go(`/p/${made.id}`);
    } catch (problem) {
      refused =
        problem instanceof Refused
          ? `${file.name}: ${problem.message}${problem.remedy ? `; ${problem.remedy}` : ""}`
          : `${file.name} is not a project: it is not JSON`;
      input.value = "";
    }
  }

  async function act(what: () => Promise<unknown>) {
    await asking.run(what);
    await load();
  }

  async function throwAway(item: ShelfItem) {
    await act(() => server.remove(item.id));
    last = item;
    document.getElementById("shelf-title")?.focus();
  }

  async function bringBack(item: ShelfItem) {
    await act(() => server.bringBack(item.id));
    last = null;
    if (!thrown.length) binOpen = false;
  }
</script>

<div class="flex h-full flex-col overflow-y-auto">
  <PageBar title="Fair Hinge" about="say what must fit together, and how it should feel" />
  <main class="mx-auto w-full max-w-6xl px-6 py-6">
    {#if listing.trouble}
      <div class="py-16 text-center">
        <p class="text-lead">{listing.trouble}</p>
        <button class="plain-button mt-3" onclick={load}>Try again</button>
      </div>
    {:else}
      <Work bind:this={work} ondone={load} />
      <section aria-labelledby="start-title" class="mb-10">
        <h2 id="start-title" class="text-lead font-semibold">What must meet?</h2>
        <p class="mb-3 text-small text-soft">
          Begin with a thing that goes together, its sizes asked first.
        </p>
        <Starters starters={meeting} onchoose={(one) => (beginning = one)} />
        <div class="mt-3 flex flex-wrap items-center gap-2 text-small">
          <h3 class="text-soft">Or begin with</h3>
          {#each pages as starter (starter.name)}
            <button class="plain-button" title={starter.about} onclick={() => start(starter.name)}
              >{starter.title}</button
            >
          {/each}
          <label
            class="plain-button cursor-pointer focus-within:border-tide"
            title="one that was taken away, as json or with its history as zip"
            >A project file<input
              type="file"
              accept=".json,.zip,application/json,application/zip"
              class="sr-only"
              onchange={bringIn}
            /></label
          >
          <BringMesh onqueued={() => work?.queued()} />
        </div>
        <Trouble of={asking} />
        {#if refused}<p class="mt-3 text-brick" role="alert">■ {refused}</p>{/if}
      </section>
      <section aria-labelledby="shelf-title">
        <div class="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2 text-small">
          <h2 id="shelf-title" tabindex="-1" class="text-lead font-semibold">Used last</h2>
          <input
            type="search"
            class="w-72 rounded-slip border border-rule bg-raised px-2 py-1"
            placeholder="word, part, fit, material"
            aria-label="find a project by a word, a part, a fit or a material"
            bind:value={search}
          />
          {#if folders.length}
            <span class="flex flex-wrap gap-2" role="group" aria-label="folders">
              {#each ["", ...folders] as one (one)}
                <button
                  class={[
                    "min-h-6 border-b-2 px-1",
                    folder === one ? "border-ink" : "border-transparent text-soft hover:text-ink",
                  ]}
                  aria-pressed={folder === one}
                  onclick={() => (folder = one)}>{one || "all"}</button
                >
              {/each}
            </span>
          {/if}
          <span class="ml-auto flex flex-wrap gap-4">
            {#if last}
              <span role="status"
                >{last.title} is in the bin.
                <button class="word-button text-ink" onclick={() => bringBack(last!)}
                  >bring it back</button
                ></span
              >
            {/if}
            {#if playSet?.count}
              <button
                class="word-button"
                onclick={() => act(() => server.putPlaySet(!playSet!.away))}
                >{playSet.away ? "bring the play set back" : "put the play set away"}</button
              >
            {/if}
            {#if thrown.length}
              <button
                class="word-button"
                aria-expanded={binOpen}
                onclick={() => (binOpen = !binOpen)}>the bin, {thrown.length}</button
              >
            {/if}
          </span>
        </div>
        {#if items === null}
          <p class="py-10 text-soft" aria-busy="true">Looking along the shelf …</p>
        {:else if items.length === 0}
          <p class="py-6">The shelf is empty. Start from something above.</p>
        {:else if shown.length === 0}
          <p class="py-6 text-soft">Nothing on the shelf goes by that.</p>
        {:else}
          <ul class="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-4">
            {#each shown as item (item.id)}
              <Card
                {item}
                {folders}
                onset={(given) => act(() => server.setOnShelf(item.id, given))}
                onact={(what) =>
                  what === "throw" ? throwAway(item) : act(() => server.copyProject(item.id))}
              />
            {/each}
          </ul>
        {/if}
        {#if binOpen && thrown.length}
          <Bin
            items={thrown}
            onback={bringBack}
            onforever={(item) => act(() => server.remove(item.id))}
          />
        {/if}
      </section>
    {/if}
  </main>
</div>
<Begin starter={beginning} feels={catalogue?.feels ?? []} onclosed={() => (beginning = null)} />
