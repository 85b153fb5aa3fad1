<script lang="ts">
  import { onMount } from "svelte";
  import {
    address as files,
    server,
    type CopiesView,
    type RestoredView,
    type ThrownView,
  } from "../api/client";
  import { here } from "../api/maker.svelte";
  import Makers from "./Makers.svelte";
  import { inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import PageBar from "../ui/PageBar.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let copies = $state.raw<CopiesView | null>(null);
  let thrown = $state.raw<ThrownView[]>([]);
  let came = $state.raw<RestoredView | null>(null);
  let trouble = $state("");
  /** What is thrown out for good with the next press on it. */
  let doomed = $state("");
  const asking = new Action();

  const KINDS: Record<string, string> = {
    daily: "of the day",
    weekly: "of the week",
    before: "before a newer program changed the books",
    asked: "asked for",
  };
  const name = (one: ThrownView) => `${one.kind}-${one.id}`;
  const size = (bytes: number) =>
    bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
  const when = (text: string) =>
    new Date(text).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
  const counted = (count: number, one: string, many: string) =>
    `${count} ${count === 1 ? one : many}`;

  async function load() {
    try {
      if (!here.told) await here.look();
      [copies, thrown] = await Promise.all([
        here.told?.keeper ? server.copies() : null,
        server.restOfBin(),
      ]);
      trouble = "";
    } catch {
      trouble = "The workshop does not answer. Is it running?";
    }
  }
  onMount(() => {
    void load();
  });

  async function make() {
    const made = await asking.run(() => server.makeCopy());
    if (made) copies = made;
  }

  async function bringBack(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    came = await asking.run(() => server.restore(file));
    input.value = "";
    await load();
  }

  async function back(one: ThrownView) {
    await asking.run(() => server.backFromBin(one.kind, one.id));
    await load();
  }

  async function out(one: ThrownView) {
    if (doomed !== name(one)) {
      doomed = name(one);
      return;
    }
    await asking.run(() => server.outForGood(one.kind, one.id));
    doomed = "";
    await load();
  }
</script>

<div class="flex h-full flex-col">
  <PageBar title="Safekeeping" about="copies of the whole workshop, and what was thrown away" />
  <main class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
    <div class="mx-auto max-w-4xl">
      <Trouble of={asking} />
      {#if trouble}
        <p role="alert">{trouble}</p>
        <button class="plain-button mt-3" onclick={load}>Try again</button>
      {:else if here.told && !here.told.keeper}
        <p class="mb-8 text-small text-soft">Copies of the workshop are made by who keeps it.</p>
      {:else if !copies}
        <p class="text-soft" aria-busy="true">Looking for copies …</p>
      {:else}
        {#if here.told?.told_apart}<Makers />{/if}
        <section aria-labelledby="copies-title" class="mb-10">
          <h2 id="copies-title" class="text-lead font-semibold">Copies of the workshop</h2>
          {#if copies.here}
            <p class="mb-3 max-w-prose text-small text-soft">
              One file each, with every project and its history, the bench, the logbook, meshes and
              photos. While the workshop is open one is made every day; seven days and four weeks
              are kept in <span class="figure">{copies.folder}</span>. A copy on the same disk is of
              no use when the disk fails: take one elsewhere now and then.
            </p>
            <div class="mb-3 flex flex-wrap items-center gap-3 text-small">
              <button class="plain-button" disabled={asking.busy} onclick={make}
                >Make a copy now</button
              >
              <label
                class="plain-button cursor-pointer focus-within:border-tide"
                title="in a new workshop all of it; in one with work in it, beside what is here"
                >Bring a copy back<input
                  type="file"
                  accept=".sqlite3,application/vnd.sqlite3"
                  class="sr-only"
                  disabled={asking.busy}
                  onchange={bringBack}
                /></label
              >
              {#if asking.busy}<span class="text-soft" aria-busy="true">working …</span>{/if}
            </div>
            {#if came}
              <p class="mb-3 text-small" role="status">
                {counted(came.projects, "project", "projects")}
                {came.beside
                  ? "came back beside what is here, in a folder of the copy's day"
                  : "came back"},
                {counted(came.processes, "process", "processes")}
                {came.beside ? "more" : ""} on the bench.
                <a class="word-button" href="/" onclick={inPlace}>to the shelf</a>
              </p>
            {/if}
            {#if copies.copies.length}
              <table class="w-full text-left text-small">
                <thead>
                  <tr class="border-b border-rule text-soft">
                    <th class="py-1 font-normal">made</th>
                    <th class="font-normal">which</th>
                    <th class="text-right font-normal">size</th>
                    <td></td>
                  </tr>
                </thead>
                <tbody>
                  {#each copies.copies as one (one.name)}
                    <tr class="border-b border-dashed border-rule">
                      <td class="figure py-1.5">{when(one.made)}</td>
                      <td>{KINDS[one.kind] ?? one.kind}</td>
                      <td class="figure text-right">{size(one.size)}</td>
                      <td class="text-right"
                        ><a class="word-button" download href={files.copy(one.name)}
                          >take it away<span class="sr-only">: {one.name}</span></a
                        ></td
                      >
                    </tr>
                  {/each}
                </tbody>
              </table>
            {:else}
              <p class="text-small text-soft">There is no copy yet.</p>
            {/if}
          {:else}
            <p class="max-w-prose text-small text-soft">
              These books are kept by a database server: back them up with its own tool.
            </p>
          {/if}
        </section>
      {/if}
      {#if !trouble}
        <section aria-labelledby="rest-title">
          <h2 id="rest-title" class="text-lead font-semibold">In the bin</h2>
          <p class="mb-3 text-small text-soft">
            Prints, results, plans and processes lie here for 30 days, and come back as they were.
            Projects have a bin on the <a class="word-button" href="/" onclick={inPlace}>shelf</a>.
          </p>
          <ul>
            {#each thrown as one (name(one))}
              <li
                class="flex flex-wrap items-baseline gap-x-4 border-b border-dashed border-rule py-1.5 text-small"
              >
                <span class="font-semibold">{one.title}</span>
                <span class="text-soft">since {when(one.thrown)}</span>
                <span class="ml-auto flex gap-4">
                  <button class="word-button" onclick={() => back(one)}
                    >bring it back<span class="sr-only">: {one.title}</span></button
                  >
                  <button class="word-button" onclick={() => out(one)}
                    >{doomed === name(one) ? "once more: out for good" : "out for good"}<span
                      class="sr-only">: {one.title}</span
                    ></button
                  >
                </span>
              </li>
            {:else}
              <li class="text-small text-soft">Nothing of these is in the bin.</li>
            {/each}
          </ul>
        </section>
      {/if}
    </div>
  </main>
</div>
