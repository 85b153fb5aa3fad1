<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Views from "../ui/Views.svelte";
  import {
    server,
    type GaugeEntryIn,
    type GaugeView,
    type ProcessView,
    type Teaching,
  } from "../api/client";
  import ErrorCurves from "./ErrorCurves.svelte";
  import FollowsTable from "./FollowsTable.svelte";

  /** What a gauge showed, typed in the way it is read, and what it would teach. */
  let {
    process,
    gauge,
    onkept,
    onclose,
  }: { process: ProcessView; gauge: GaugeView; onkept: () => void; onclose: () => void } = $props();

  type Row = { felt: string; readings: string; clean: "" | "clean" | "not" };
  const blank = (): Row[] => gauge.steps.map(() => ({ felt: "", readings: "", clean: "" }));
  let rows = $state<Row[]>(blank());
  let madeUp = $state(false);
  let teaching = $state.raw<Teaching | null>(null);
  const asking = new Action();

  const numbers = (text: string) =>
    text
      .replaceAll(",", ".")
      .split(/[\s;]+/)
      .filter(Boolean)
      .map(Number);
  const wrong = $derived(
    rows.some((row) => numbers(row.readings).some((v) => !Number.isFinite(v))),
  );
  const empty = $derived(rows.every((row) => !row.felt && !row.readings.trim() && !row.clean));

  const entries = (): GaugeEntryIn[] =>
    gauge.steps.map((step, index) => {
      const row = rows[index]!;
      return {
        label: step.label,
        value: step.value,
        face: step.face,
        felt: row.felt || null,
        readings: numbers(row.readings),
        clean: row.clean ? row.clean === "clean" : null,
      };
    });

  const CLEAN: { value: "" | "clean" | "not"; words: string }[] = [
    { value: "clean", words: "clean" },
    { value: "not", words: "not clean" },
  ];

  async function send(keep: boolean) {
    const taught = await asking.run(() =>
      server.enterResult(process.id, gauge.kind, entries(), keep, madeUp),
    );
    if (!taught) return;
    if (keep) onkept();
    else teaching = taught;
  }

  async function standIn() {
    const made = await asking.run(() => server.standIn(process.id, gauge.kind));
    if (!made) return;
    rows = made.entries.map((entry) => ({
      felt: entry.felt ?? "",
      readings: (entry.readings ?? []).map((v) => v.toFixed(2)).join(" "),
      clean: entry.clean == null ? "" : entry.clean ? "clean" : "not",
    }));
    madeUp = true;
    teaching = null;
  }
</script>

<section class="border border-ink bg-sheet p-4" aria-label="what the gauge showed">
  <div class="flex items-baseline gap-3">
    <h3 class="font-semibold">{gauge.title}: what it showed</h3>
    <button class="word-button ml-auto text-small" onclick={onclose}>close</button>
  </div>
  <p class="mt-1 text-small text-soft">
    {#if gauge.reads === "feel"}How each step feels by hand. Leave out what you did not try.
    {:else if gauge.reads === "caliper"}Caliper readings of each size in millimetres, several with
      blanks between.
    {:else}Which steps came out clean.{/if}
    <button class="word-button ml-2" onclick={standIn}>let the stand-in printer try it</button>
  </p>
  {#if madeUp}<p class="mt-1 text-small text-brass">
      ▲ made up by a stand-in printer and caliper, not by a machine
    </p>{/if}
  <div class="mt-2">
    {#each gauge.steps as step, index (index)}
      <div class="flex items-baseline gap-3 border-b border-dashed border-rule py-1 text-small">
        <span class="figure w-28 shrink-0"
          >{step.label} {gauge.reads === "caliper" ? "" : gauge.unit}</span
        >
        {#if gauge.reads === "feel"}
          <Views
            value={rows[index]!.felt}
            options={process.felt.map((felt) => ({ value: felt, words: felt }))}
            label="how {step.label} felt"
            onset={(felt) => {
              rows[index]!.felt = felt;
              teaching = null;
            }}
          />
        {:else if gauge.reads === "caliper"}
          <input
            class="figure w-64 border-b border-dotted border-firm bg-transparent"
            aria-label="readings of {step.label}"
            placeholder="{step.value.toFixed(2)} {step.value.toFixed(2)} …"
            bind:value={rows[index]!.readings}
            oninput={() => (teaching = null)}
          />
        {:else}
          <Views
            value={rows[index]!.clean}
            options={CLEAN}
            label="how {step.label} came out"
            onset={(clean) => {
              rows[index]!.clean = clean;
              teaching = null;
            }}
          />
        {/if}
      </div>
    {/each}
  </div>
  {#if wrong}<p class="mt-2 text-small text-brick" role="alert">
      readings are numbers in millimetres
    </p>{/if}
  <Trouble of={asking} />
  <p class="mt-3 flex gap-3">
    <button class="plain-button" disabled={wrong || empty} onclick={() => send(false)}
      >see what it teaches</button
    >
    {#if teaching}<button class="plain-button font-semibold" onclick={() => send(true)}
        >keep it</button
      >{/if}
  </p>
  {#if teaching}
    <div class="mt-4">
      {#each teaching.questions as question, index (index)}
        <p class="text-small text-brass">▲ {question}</p>
      {/each}
      <ErrorCurves before={teaching.before} now={teaching.after} />
      <h4 class="mt-3 mb-1 text-small text-soft">What the fits on this process would become</h4>
      <FollowsTable follows={teaching.follows} />
    </div>
  {/if}
</section>
