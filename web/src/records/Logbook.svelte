<script lang="ts">
  import { onMount } from "svelte";
  import { address as addresses, server, type PrintView } from "../api/client";
  import { inPlace } from "../route/route.svelte";
  import Plan from "./Plan.svelte";
  import PageBar from "../ui/PageBar.svelte";
  import { Action } from "../ui/action.svelte";
  import Struck_ from "../ui/Struck.svelte";
  import { Struck } from "../ui/struck.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let words = $state("");
  let prints = $state.raw<PrintView[] | null>(null);
  const listing = new Action();

  function load() {
    listing.show(
      () => server.logbook(words),
      (found) => (prints = found),
    );
  }
  onMount(load);

  async function strike(one: PrintView) {
    await asking.run(() => server.strikePrint(one.id));
    if (!asking.trouble) struck.told("print", one.id, `the print of ${one.title}`);
    load();
  }

  const asking = new Action();
  const struck = new Struck();
  async function photo(one: PrintView, event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = "";
    if (!file) return;
    if (await asking.run(() => server.addPhoto(one.id, file))) {
      turned += 1;
      load();
    }
  }

  async function photoBack(one: PrintView) {
    if (await asking.run(() => server.bringPhotoBack(one.id))) {
      turned += 1;
      load();
    }
  }
  /** Counts changes of photos: a photo's address is the same, what it shows is not. */
  let turned = $state(0);

  const minutes = (one: PrintView) => Math.round(Number(one.details.seconds ?? 0) / 60);
</script>

<div class="flex h-full flex-col">
  <PageBar title="Logbook" about="what was printed, and how it turned out" />
  <main class="min-h-0 flex-1 overflow-y-auto px-6 py-4">
    <Plan />
    <div class="mb-3 flex items-baseline gap-4 text-small">
      <label
        >look for <input
          class="w-64 border-b border-dotted border-firm bg-transparent"
          placeholder="part, process, outcome, note"
          bind:value={words}
          oninput={load}
        /></label
      >
      <Struck_ of={struck} onback={load} />
      <a class="word-button ml-auto" download href={addresses.logbookTable()}>take it away as csv</a
      >
    </div>
    <Trouble of={asking} />
    {#if listing.trouble}<p role="alert">{listing.trouble}</p>
    {:else if prints === null}<p class="text-soft" aria-busy="true">Leafing through …</p>
    {:else}
      <ol>
        {#each prints as one (one.id)}
          <li class="flex gap-4 border-b border-dashed border-rule py-3" data-print={one.id}>
            <span class="figure w-24 shrink-0 text-small text-soft">{one.printed}</span>
            <div class="min-w-0 flex-1">
              <p>
                {#if one.project !== null && one.project !== undefined}<a
                    class="font-semibold hover:text-tide"
                    href="/p/{one.project}"
                    onclick={inPlace}>{one.title}</a
                  >{:else}<span class="font-semibold">{one.title}</span>{/if}
                <span class="text-small text-soft"
                  >version <span class="figure">{one.revision}</span>, {one.parts.join(", ")}</span
                >
              </p>
              <p class="text-small text-soft">
                {one.process}:
                <span class="figure">{Number(one.details.mass_g ?? 0).toFixed(1)}</span>
                g,
                <span class="figure">{minutes(one)}</span> min{#if one.details.cost != null}, cost
                  <span class="figure">{Number(one.details.cost).toFixed(2)}</span>{/if}, estimated
              </p>
              {#each one.outcomes.filter((outcome) => outcome.felt) as outcome, index (index)}
                <p class="text-small">
                  {outcome.label || outcome.fit}: <span class="font-semibold">{outcome.felt}</span>
                  <span class="text-soft"
                    >at <span class="figure">{outcome.gap_mm.toFixed(2)}</span> mm a side, {outcome.feel}
                    wanted</span
                  >
                </p>
              {/each}
              {#each one.readings as size, index (index)}
                <p class="text-small">
                  {size.label}:
                  <span class="figure"
                    >{(size.readings ?? []).map((v) => v.toFixed(2)).join(" ")}</span
                  >
                  <span class="text-soft"
                    >mm read, <span class="figure">{size.value.toFixed(2)}</span> designed</span
                  >
                </p>
              {/each}
              {#if one.made_up}<p class="text-small text-brass">
                  ▲ made up by the stand-in printer
                </p>{/if}
              {#each one.suggestions as told, index (index)}
                <p class="text-small text-brass">▲ next time: {told}</p>
              {/each}
              {#if one.notes}<p class="mt-1 text-small whitespace-pre-line">{one.notes}</p>{/if}
              <p class="mt-1 flex gap-3 text-small">
                <label class="word-button cursor-pointer focus-within:text-tide"
                  >{one.photo ? "another photo" : "add a photo"}<input
                    type="file"
                    accept="image/png,image/jpeg"
                    class="sr-only"
                    onchange={(event) => photo(one, event)}
                  /></label
                >
                {#if one.photo_before}
                  <button class="word-button" onclick={() => photoBack(one)}
                    >bring the photo before back</button
                  >
                {/if}
                <button class="word-button" onclick={() => strike(one)}>strike it out</button>
              </p>
            </div>
            {#if one.photo}<img
                src="{addresses.photo(one.id)}?{turned}"
                alt="the print of {one.title}"
                class="h-28 w-36 shrink-0 border border-rule object-cover"
              />{/if}
          </li>
        {:else}
          <li class="py-6 text-soft">
            {words
              ? "Nothing in the logbook says that."
              : "Nothing is written here yet. A project's page On the bed has a line for it."}
          </li>
        {/each}
      </ol>
    {/if}
  </main>
</div>
