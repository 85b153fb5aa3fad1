<script lang="ts">
  import { onMount } from "svelte";
  import { server, type FollowView, type ProcessView } from "../api/client";
  import { address } from "../route/route.svelte";
  import { percent } from "../project/units";
  import PageBar from "../ui/PageBar.svelte";
  import ErrorCurves from "./ErrorCurves.svelte";
  import FollowsTable from "./FollowsTable.svelte";
  import GaugeEntry from "./GaugeEntry.svelte";
  import MaterialValues from "./MaterialValues.svelte";
  import NewProcess from "./NewProcess.svelte";
  import { Action } from "../ui/action.svelte";
  import SortHead from "../ui/SortHead.svelte";
  import { inOrder, type Sort } from "../ui/sorting";
  import Struck_ from "../ui/Struck.svelte";
  import { Struck } from "../ui/struck.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let processes = $state.raw<ProcessView[] | null>(null);
  let chosen = $state(0);
  let entering = $state("");
  let follows = $state.raw<FollowView[]>([]);
  let taking = $state<number[]>([]);
  let said = $state("");
  const process = $derived(processes?.find((one) => one.id === chosen) ?? processes?.[0]);
  const gauge = $derived(process?.gauges.find((one) => one.kind === entering));
  const best = $derived(
    process?.gauges.reduce((a, b) => ((b.share ?? 0) > (a.share ?? 0) ? b : a))?.kind,
  );
  const behind = $derived(follows.filter((one) => one.changes));

  type Column = "when" | "gauge" | "how";
  let sort = $state<Sort<Column> | null>(null);
  const onsort = (next: Sort<Column>) => (sort = next);
  const results = $derived.by(() => {
    const titled = (process?.results ?? []).map((one) => ({
      ...one,
      title: process?.gauges.find((gauge) => gauge.kind === one.gauge)?.title ?? one.gauge,
    }));
    const columns: Record<Column, (one: (typeof titled)[number]) => string> = {
      when: (one) => one.when,
      gauge: (one) => one.title,
      how: (one) => (one.made_up ? "made up" : "by hand"),
    };
    return inOrder(titled, sort, (one, key) => columns[key](one));
  });

  const asking = new Action();
  const counted = (count: number, noun: string) => `${count} ${noun}${count === 1 ? "" : "s"}`;

  const listing = new Action();
  async function load() {
    await listing.run(async () => {
      processes = await server.bench();
      if (process) {
        follows = await server.follows(process.id);
        taking = [...new Set(behind.map((one) => one.project))];
      }
    });
  }
  onMount(() => {
    void load();
  });

  async function make(kind: string) {
    const made = await asking.run(() => server.makeGauge(process!.id, kind));
    if (made) address.go(`/p/${made.id}`);
  }

  async function take() {
    const taken = await asking.run(() => server.takeLearnt(process!.id, taking));
    if (!taken) return;
    const { changed } = taken;
    said = `${changed} ${changed === 1 ? "project follows" : "projects follow"} what was learnt`;
    await load();
  }

  const struck = new Struck();
  async function strike(result: number, words: string) {
    await asking.run(() => server.strikeResult(result));
    if (!asking.trouble) struck.told("result", result, words);
    await load();
  }

  async function takeOff() {
    const gone = process!;
    await asking.run(() => server.takeOffBench(gone.id));
    if (asking.trouble) return;
    struck.told("process", gone.id, gone.name);
    chosen = 0;
    await load();
  }

  function choose(id: number) {
    chosen = id;
    entering = said = "";
    void load();
  }
</script>

<div class="flex h-full flex-col">
  <PageBar title="Bench" about="what is known of each printer and material" />
  <div class="flex min-h-0 flex-1">
    <nav aria-label="processes" class="w-52 shrink-0 border-r border-rule p-3">
      {#each processes ?? [] as one (one.id)}
        <button
          class={[
            "mb-1 block w-full rounded-slip border bg-raised px-3 py-1.5 text-left",
            one.id === process?.id ? "border-ink" : "border-rule hover:border-firm",
          ]}
          aria-pressed={one.id === process?.id}
          onclick={() => choose(one.id)}
          >{one.name}<span class="block text-small text-soft"
            >{counted(one.results.length, "result")}, {counted(one.prints, "print")}</span
          ></button
        >
      {/each}
      {#if process}<NewProcess
          like={process}
          onmade={(made) => {
            chosen = made.id;
            void load();
          }}
        />{/if}
    </nav>
    <main class="min-w-0 flex-1 overflow-y-auto px-6 py-5">
      <Trouble of={asking} />
      <Struck_ of={struck} onback={load} />
      {#if listing.trouble}<p role="alert">{listing.trouble}</p>
      {:else if processes === null}<p class="text-soft" aria-busy="true">Looking at the bench …</p>
      {:else if !process}<p>There is nothing on the bench.</p>
      {:else}
        <div class="flex items-baseline gap-4">
          <h2 class="text-lead font-semibold">{process.name}</h2>
          {#if (processes?.length ?? 0) > 1}
            <button class="word-button ml-auto text-small" onclick={takeOff}
              >take it off the bench</button
            >
          {/if}
        </div>
        <p class="mb-4 text-small text-soft">
          <span class="figure">{process.given.nozzle_mm}</span> mm nozzle,
          <span class="figure">{process.given.layer_mm}</span> mm layers, bed
          <span class="figure">{(process.given.bed_mm ?? []).join(" × ")}</span> mm. {process.given
            .material}: <span class="figure">{process.material.density_g_cm3}</span>
          g/cm³{#if process.material.softens_c}, softens at about <span class="figure"
              >{process.material.softens_c}</span
            > °C{/if}, {process.material.source}.
        </p>
        <ErrorCurves before={process.before} now={process.now} />
        {#key process.id}<MaterialValues {process} onchanged={load} />{/key}
        {#each process.questions as question, index (index)}
          <p class="mt-1 text-small text-brass">▲ {question}</p>
        {/each}
        {#if behind.length || said}
          <section class="mt-5" aria-labelledby="follow-title">
            <h3 id="follow-title" class="mb-1 text-small text-soft">
              Projects on this process that do not follow what was learnt yet
            </h3>
            {#if said}<p class="text-small text-tide" role="status">● {said}</p>{/if}
            {#if behind.length}
              <FollowsTable follows={behind} bind:chosen={taking} />
              <button class="plain-button mt-2" disabled={!taking.length} onclick={take}
                >let the ticked ones follow</button
              >
            {/if}
          </section>
        {/if}
        <section class="mt-6" aria-labelledby="gauge-title">
          <h3 id="gauge-title" class="mb-2 text-small text-soft">
            Gauges: small prints that teach
          </h3>
          {#if gauge}
            {#key gauge.kind}
              <GaugeEntry
                {process}
                {gauge}
                onclose={() => (entering = "")}
                onkept={() => {
                  entering = "";
                  void load();
                }}
              />
            {/key}
          {:else}
            <ul class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-3">
              {#each process.gauges as one (one.kind)}
                <li
                  class={[
                    "border bg-sheet px-3 py-2",
                    one.kind === best ? "border-ink" : "border-rule",
                  ]}
                >
                  <p class="font-semibold">{one.title}</p>
                  <p class="text-small text-soft">
                    {one.teaches}; <span class="figure">{one.steps[0]?.label}</span> to
                    <span class="figure">{one.steps.at(-1)?.label}</span>
                  </p>
                  {#if one.share !== null && one.share !== undefined}
                    <p class="text-small">
                      would settle <span class="figure">{percent(one.share)}</span> of what is open{one.kind ===
                      best
                        ? ", most of all"
                        : ""}
                    </p>
                  {/if}
                  <p class="mt-1 flex gap-3 text-small">
                    <button class="word-button" onclick={() => make(one.kind)}>make it</button>
                    <button class="word-button" onclick={() => (entering = one.kind)}
                      >enter what it showed</button
                    >
                  </p>
                </li>
              {/each}
            </ul>
          {/if}
        </section>
        {#if process.results.length}
          <section class="mt-6" aria-labelledby="result-title">
            <h3 id="result-title" class="mb-1 text-small text-soft">Results kept</h3>
            <table class="w-full text-small">
              <thead class="sticky-head text-left text-soft">
                <tr class="border-b border-rule">
                  <SortHead key="when" words="when" {sort} {onsort} />
                  <SortHead key="gauge" words="gauge" {sort} {onsort} />
                  <SortHead key="how" words="how it came" {sort} {onsort} />
                  <td></td>
                </tr>
              </thead>
              <tbody>
                {#each results as result (result.id)}
                  <tr class="border-b border-dashed border-rule">
                    <td class="figure py-1 text-soft">{result.when}</td>
                    <td>{result.title}</td>
                    <td
                      >{#if result.made_up}<span class="text-brass">▲ made up by the stand-in</span
                        >{:else}entered by hand{/if}</td
                    >
                    <td class="text-right"
                      ><button
                        class="word-button"
                        onclick={() => strike(result.id, `the result of the ${result.title}`)}
                        >strike it out</button
                      ></td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
          </section>
        {/if}
      {/if}
    </main>
  </div>
</div>
