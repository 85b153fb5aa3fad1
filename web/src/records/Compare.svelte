<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Hint from "../ui/Hint.svelte";
  import { server, type BreakEven, type CompareView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { volume } from "../project/units";
  import { inPlace } from "../route/route.svelte";
  import SortHead from "../ui/SortHead.svelte";
  import { inOrder, type Sort } from "../ui/sorting";
  import Variants from "./Variants.svelte";

  /** Materials side by side, and when a lasting thing beats a throwaway. */
  let { project }: { project: Project } = $props();

  let told = $state.raw<CompareView | null>(null);
  const asking = new Action();
  const breaking = new Action();
  let material = $state("");
  let throwaway = $state("12");
  let each = $state("0");
  let found = $state.raw<BreakEven | null>(null);
  const plastic = $derived(volume(told?.volume_mm3 ?? 0, project.document.units ?? "mm"));
  const row = $derived(told?.rows.find((one) => one.material === material));
  const heaviest = $derived(Math.max(...(told?.rows.map((one) => one.mass_g) ?? [1])));
  const wrong = $derived(![throwaway, each].every((text) => Number(text) >= 0 && text.trim()));

  $effect(() => {
    void project.version;
    return asking.show(
      () => server.materials(project.id),
      (view) => {
        told = view;
        material ||= view.material;
      },
    );
  });
  $effect(() => {
    const lasting = row?.footprint_g;
    if (lasting === null || lasting === undefined || wrong) {
      found = null;
      return;
    }
    return breaking.show(
      () => server.breakEven(lasting, Number(throwaway), Number(each)),
      (answer) => (found = answer),
    );
  });

  type Column = "material" | "mass_g" | "cost" | "footprint_g" | "warm_c";
  let sort = $state<Sort<Column> | null>(null);
  const sorted = $derived(inOrder(told?.rows ?? [], sort, (one, key) => one[key]));
  const hours = (seconds: number) =>
    `${Math.floor(seconds / 3600)} h ${Math.round((seconds % 3600) / 60)} min`;
</script>

<section class="flex shrink-0 items-baseline gap-3 px-5 pt-2.5 pb-1" aria-label="what this is">
  <h2 class="text-lead font-semibold">Compare</h2>
  <p class="text-small text-soft">everything this project prints, as sliced, in each material</p>
  <a class="word-button ml-auto text-small" href="/p/{project.id}" onclick={inPlace}
    >back to the desk</a
  >
</section>
<main class="min-h-0 flex-1 scroll-pt-10 overflow-y-auto px-5 pb-3">
  {#if asking.trouble}<p role="alert">{asking.trouble}</p>
  {:else if told === null}<p class="text-soft" aria-busy="true">Slicing every part …</p>
  {:else}
    <p class="mb-3 text-small">
      <span class="figure">{plastic[0]}</span>
      {plastic[1]} of plastic,
      <span class="figure">{told.filament_m.toFixed(1)}</span> m of filament, about
      <span class="figure">{hours(told.seconds)}</span>, whatever the material (an estimate: ± 30 %
      of the time).
    </p>
    <table class="w-full text-small">
      <thead class="sticky-head text-left text-soft">
        <tr class="border-b border-rule">
          <SortHead key="material" words="material" {sort} onsort={(next) => (sort = next)} />
          <SortHead key="mass_g" words="mass" right {sort} onsort={(next) => (sort = next)} />
          <th class="w-1/4"><span class="sr-only">drawn</span></th>
          <SortHead key="cost" words="cost" right {sort} onsort={(next) => (sort = next)} />
          <SortHead
            key="footprint_g"
            words="footprint"
            right
            {sort}
            onsort={(next) => (sort = next)}
          />
          <SortHead
            key="warm_c"
            words="keeps its shape to"
            right
            {sort}
            onsort={(next) => (sort = next)}
          />
          <th class="pl-6 font-normal">bending</th>
        </tr>
      </thead>
      <tbody>
        {#each sorted as one (one.material)}
          <tr
            class={[
              "border-b border-dashed border-rule",
              one.material === told.material && "bg-tide-wash",
            ]}
          >
            <td class="py-1"
              >{one.material}{#if one.material === told.material}<span class="text-soft"
                  >, as now</span
                >{/if}</td
            >
            <td class="text-right"
              ><Hint words={one.working}
                >{#snippet children(props)}<button {...props} class="figure min-h-6"
                    >{one.mass_g.toFixed(1)} g</button
                  >{/snippet}</Hint
              ></td
            >
            <td class="pl-3"
              ><svg
                viewBox="0 0 100 8"
                class="h-2 w-full"
                preserveAspectRatio="none"
                aria-hidden="true"
                ><rect width={(100 * one.mass_g) / heaviest} height="8" class="fill-firm" /></svg
              ></td
            >
            <td class="figure text-right">{one.cost == null ? "-" : one.cost.toFixed(2)}</td>
            <td class="figure text-right"
              >{one.footprint_g == null ? "not known" : `${one.footprint_g.toFixed(0)} g`}</td
            >
            <td class="figure pl-6 text-right">{one.warm_c.toFixed(0)} °C</td>
            <td class="pl-6"
              >{one.bends}, <span class="figure">{one.strain_percent}</span> % once,
              <span class="figure">{one.modulus_mpa.toFixed(0)}</span> MPa</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="mt-2 text-small text-soft">
      Footprints are CO₂e from cradle to gate, rough: ± <span class="figure"
        >{(told.footprint_within * 100).toFixed(0)}</span
      >
      %, from memory of published eco-profiles whose year is not kept. {#if told.price_per_kg == null}A
        price per kg is given on the bed, layer by layer.{/if}
    </p>
    <section class="mt-6" aria-labelledby="even-title">
      <h3 id="even-title" class="mb-2 text-small text-soft">When does the lasting thing win?</h3>
      <p class="flex flex-wrap items-baseline gap-x-2">
        <span>Printed in</span>
        <Choose
          value={material}
          options={told.rows
            .filter((one) => one.footprint_g != null)
            .map((one) => ({ value: one.material, words: one.material }))}
          label="material it is printed in"
          onset={(next) => (material = next)}
        />
        <span>instead of a throwaway of</span>
        <input
          class="figure w-14 border-b border-dotted border-firm bg-transparent text-right"
          aria-label="footprint of a throwaway, grams"
          bind:value={throwaway}
        />
        <span>g CO₂e each time; washing it adds</span>
        <input
          class="figure w-14 border-b border-dotted border-firm bg-transparent text-right"
          aria-label="what each use adds, grams"
          bind:value={each}
        />
        <span>g a use.</span>
      </p>
      {#if wrong}<p class="text-small text-brick" role="alert">grams, nought or more</p>
      {:else if found}
        <p class="mt-2 text-lead" role="status">
          {#if found.uses === null}It never is: {found.working}.
          {:else}Better from use <span class="figure font-semibold">{found.uses}</span> on{/if}
        </p>
        {#if found.uses !== null}
          <p class="text-small text-soft">
            {found.working}; between <span class="figure">{found.best ?? "never"}</span> and
            <span class="figure">{found.worst ?? "never"}</span> when both footprints are off by {(
              told.footprint_within * 100
            ).toFixed(0)} %.
          </p>
        {/if}
      {/if}
    </section>
    <Variants {project} />
  {/if}
</main>
