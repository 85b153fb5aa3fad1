<script lang="ts">
  import Choose from "../ui/Choose.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { server, type ProcessView } from "../api/client";

  /** Puts a process on the bench, starting from another one's. */
  let { like, onmade }: { like: ProcessView; onmade: (made: ProcessView) => void } = $props();

  let open = $state(false);
  const asking = new Action();
  let printer = $state("");
  let material = $state("PLA");
  let nozzle = $state("0.4");
  let layer = $state("0.2");
  let bed = $state("220 220 240");
  let materials = $state<string[]>([]);

  async function begin() {
    open = true;
    const catalogue = await asking.run(() => server.catalogue());
    if (catalogue) materials = catalogue.materials;
  }

  async function make(event: SubmitEvent) {
    event.preventDefault();
    asking.trouble = "";
    const sides = bed
      .split(/[\s×x]+/)
      .filter(Boolean)
      .map(Number);
    const [wide, deep, tall] = sides;
    if (sides.length !== 3 || sides.some((side) => !(side > 0))) {
      asking.trouble = "the bed is three sizes in mm: width, depth, height";
      return;
    }
    const made = await asking.run(() =>
      server.newProcess({
        like: like.id,
        printer: printer.trim(),
        material,
        nozzle_mm: Number(nozzle),
        layer_mm: Number(layer),
        bed_mm: [wide!, deep!, tall!],
      }),
    );
    if (!made) return;
    open = false;
    printer = "";
    onmade(made);
  }
  const field = "figure border-b border-dotted border-firm bg-transparent";
</script>

{#if !open}
  <button class="word-button mt-2 text-small" onclick={begin}>put another on the bench</button>
{:else}
  <form class="mt-2 flex flex-col gap-1.5 text-small" onsubmit={make}>
    <label
      >printer <input
        class={[field, "w-full"]}
        required
        maxlength="80"
        bind:value={printer}
      /></label
    >
    <label
      >material
      <Choose
        value={material}
        options={materials.map((name) => ({ value: name, words: name }))}
        label="material"
        onset={(next) => (material = next)}
      /></label
    >
    <label>nozzle <input class={[field, "w-14"]} required bind:value={nozzle} /> mm</label>
    <label>layers <input class={[field, "w-14"]} required bind:value={layer} /> mm</label>
    <label>bed <input class={[field, "w-28"]} required bind:value={bed} /> mm</label>
    <Trouble of={asking} />
    <p class="flex gap-2">
      <button class="plain-button text-small">put it there</button>
      <button type="button" class="word-button" onclick={() => (open = false)}>no</button>
    </p>
  </form>
{/if}
