<script lang="ts">
  import { AlertDialog } from "bits-ui";
  import { onMount } from "svelte";
  import { Refused, server, type Catalogue, type ShelfItem } from "../api/client";
  import { address, inPlace } from "../route.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import PageBar from "../ui/PageBar.svelte";
  import Begin from "./Begin.svelte";
  import BringMesh from "./BringMesh.svelte";
  import Work from "./Work.svelte";
  import Picture from "./Picture.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let work = $state<Work | null>(null);
  let items = $state<ShelfItem[] | null>(null);
  let catalogue = $state<Catalogue | null>(null);
  let trouble = $state("");
  let refused = $state("");
  let doomed = $state<ShelfItem | null>(null);
  let beginning = $state<Catalogue["starters"][number] | null>(null);
  const asking = new Action();
  const meeting = $derived((catalogue?.starters ?? []).filter((one) => one.asks.length));
  const pages = $derived((catalogue?.starters ?? []).filter((one) => !one.asks.length));

  async function load() {
    trouble = "";
    try {
      const asked = server.catalogue();
      items = await server.shelf();
      catalogue = await asked;
    } catch {
      trouble = "The workshop does not answer. Is it running?";
    }
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
      const made = await server.bringIn(JSON.parse(await file.text()));
      address.go(`/p/${made.id}`);
    } catch (problem) {
      refused =
        problem instanceof Refused
          ? `${file.name}: ${problem.message}${problem.remedy ? `; ${problem.remedy}` : ""}`
          : `${file.name} is not a project: it is not JSON`;
      input.value = "";
    }
  }

  async function remove(id: number) {
    await asking.run(() => server.remove(id));
    doomed = null;
    await load();
    document.getElementById("shelf-title")?.focus();
  }

  const when = (iso: string) =>
    new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
</script>

<div class="flex h-full flex-col overflow-y-auto">
  <PageBar title="Fair Hinge" about="say what must fit together, and how it should feel" />
  <main class="mx-auto w-full max-w-6xl px-6 py-6">
    {#if trouble}
      <div class="py-16 text-center">
        <p class="text-lead">{trouble}</p>
        <button class="plain-button mt-3" onclick={load}>Try again</button>
      </div>
    {:else}
      <Work bind:this={work} ondone={load} />
      <section aria-labelledby="start-title" class="mb-10">
        <h2 id="start-title" class="text-lead font-semibold">What must meet?</h2>
        <p class="mb-3 text-small text-soft">
          Begin with a thing that goes together, its sizes asked first.
        </p>
        <ul class="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3">
          {#each meeting as starter (starter.name)}
            <li>
              <button
                class="plain-button h-full w-full px-4 py-2 text-left"
                onclick={() => (beginning = starter)}
              >
                <span class="block font-semibold">{starter.title}</span>
                <span class="block text-small text-soft">{starter.meets}</span>
              </button>
            </li>
          {/each}
        </ul>
        <h3 class="mt-5 mb-2 text-small text-soft">Or begin with</h3>
        <div class="flex flex-wrap items-stretch gap-3">
          {#each pages as starter (starter.name)}
            <button class="plain-button px-4 py-2 text-left" onclick={() => start(starter.name)}>
              <span class="block font-semibold">{starter.title}</span>
              <span class="block text-small text-soft">{starter.about}</span>
            </button>
          {/each}
          <label class="plain-button cursor-pointer px-4 py-2 focus-within:border-tide">
            <span class="block font-semibold">A project file</span>
            <span class="block text-small text-soft">that was taken away as json</span>
            <input type="file" accept=".json,application/json" class="sr-only" onchange={bringIn} />
          </label>
          <BringMesh onqueued={() => work?.queued()} />
        </div>
        <Trouble of={asking} />
        {#if refused}<p class="mt-3 text-brick" role="alert">■ {refused}</p>{/if}
      </section>
      <section aria-labelledby="shelf-title">
        <h2 id="shelf-title" tabindex="-1" class="mb-3 text-small text-soft">On the shelf</h2>
        {#if items === null}
          <p class="py-10 text-soft" aria-busy="true">Looking along the shelf …</p>
        {:else if items.length === 0}
          <p class="py-6">The shelf is empty. Start from something above.</p>
        {:else}
          <ul class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-5">
            {#each items as item (item.id)}
              <li class="group relative border border-rule bg-sheet hover:border-ink">
                <a href="/p/{item.id}" onclick={inPlace} class="block">
                  <Picture id={item.id} version={item.version} />
                  <span class="block border-t border-rule px-4 py-3">
                    <span class="block font-semibold">{item.title}</span>
                    <span class="block text-small text-soft"
                      >{item.parts.join(", ")} · {item.units} · {when(item.updated)}</span
                    >
                    <span class="mt-1 block truncate text-small">
                      <span
                        class={item.count ? INK[item.severity as "warning"] : INK.good}
                        aria-hidden="true"
                        >{item.count ? SHAPE[item.severity as "warning"] : SHAPE.good}</span
                      >
                      {item.worst}{item.count > 1 ? `, and ${item.count - 1} more` : ""}
                    </span>
                  </span>
                </a>
                <button
                  class="absolute top-2 right-2 min-h-6 rounded-slip bg-paper px-1.5 text-small text-soft hover:text-brick"
                  onclick={() => (doomed = item)}
                  >throw <span class="sr-only">{item.title}</span> away</button
                >
              </li>
            {/each}
          </ul>
        {/if}
      </section>
    {/if}
  </main>
</div>
<Begin starter={beginning} onclosed={() => (beginning = null)} />
<AlertDialog.Root
  open={doomed !== null}
  onOpenChange={(open) => {
    if (!open) doomed = null;
  }}
>
  <AlertDialog.Portal>
    <AlertDialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <AlertDialog.Content
      class="slip fixed top-40 left-1/2 z-50 w-md max-w-[calc(100vw-2rem)] -translate-x-1/2 p-4"
    >
      <AlertDialog.Title class="text-lead font-semibold"
        >Throw {doomed?.title} away?</AlertDialog.Title
      >
      <AlertDialog.Description class="mt-1 text-small text-soft">
        It goes for good, with its history. Take it away as json first to keep it.
      </AlertDialog.Description>
      <p class="mt-4 flex gap-3">
        <AlertDialog.Cancel class="plain-button">keep it</AlertDialog.Cancel>
        <AlertDialog.Action
          class="plain-button text-brick"
          onclick={() => doomed && remove(doomed.id)}>throw it away</AlertDialog.Action
        >
      </p>
    </AlertDialog.Content>
  </AlertDialog.Portal>
</AlertDialog.Root>
