<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { server, type ProcessView } from "../api/client";

  /** The values of a process' material, to be put right by its maker, with where they are from. */
  let { process, onchanged }: { process: ProcessView; onchanged: () => void } = $props();

  const FIELDS = [
    { key: "density_g_cm3", word: "density", unit: "g/cm³" },
    { key: "softens_c", word: "softens at about", unit: "°C" },
    { key: "strain_once_percent", word: "may be bent once by", unit: "%" },
    { key: "modulus_mpa", word: "modulus", unit: "MPa" },
    { key: "footprint_kg", word: "footprint", unit: "kg CO₂e per kg" },
  ] as const;
  type Key = (typeof FIELDS)[number]["key"];

  const stuff = $derived(process.material);
  let typed = $state<Partial<Record<Key, string>>>({});
  let source = $state("");
  const asking = new Action();
  const changed = $derived(Object.keys(typed).length > 0);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    asking.trouble = "";
    const name = stuff.name;
    const before = process.given.own?.[name];
    const own = { ...before, source: source.trim() };
    for (const { key, word } of FIELDS) {
      const text = typed[key];
      if (text === undefined) continue;
      const value = Number(text.replace(",", "."));
      if (!text.trim() || !Number.isFinite(value)) {
        asking.trouble = `${word}: a number`;
        return;
      }
      own[key] = value;
    }
    const next = { ...process.given, own: { ...process.given.own, [name]: own } };
    const changed = { name: process.name, process: next };
    if (!(await asking.run(() => server.changeProcess(process.id, changed)))) return;
    typed = {};
    source = "";
    onchanged();
  }
</script>

<details class="mt-4 max-w-2xl text-small">
  <summary class="cursor-pointer text-soft">{stuff.name}: its values, {stuff.source}</summary>
  <form class="mt-2 flex flex-col gap-1" onsubmit={keep}>
    {#each FIELDS as { key, word, unit } (key)}
      <label class="flex items-baseline gap-2"
        ><span class="w-40">{word}</span>
        <input
          class="figure w-20 border-b border-dotted border-firm bg-transparent text-right"
          aria-label="{stuff.name} {word}"
          value={typed[key] ?? stuff[key] ?? ""}
          oninput={(event) => (typed = { ...typed, [key]: event.currentTarget.value })}
        />
        <span class="text-soft">{unit}</span></label
      >
    {/each}
    {#if changed}
      <label class="flex items-baseline gap-2"
        ><span class="w-40">where they are from</span>
        <input
          class="w-64 border-b border-dotted border-firm bg-transparent"
          required
          maxlength="200"
          placeholder="data sheet, weighed, …"
          bind:value={source}
        /></label
      >
      <p class="mt-1 flex gap-3">
        <button class="plain-button text-small">keep them</button>
        <button type="button" class="word-button" onclick={() => (typed = {})}>no</button>
      </p>
    {/if}
    <Trouble of={asking} />
  </form>
</details>
