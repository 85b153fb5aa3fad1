<script lang="ts">
  import { onMount } from "svelte";
  import type { Project } from "../project/project.svelte";
  import { address, inPlace } from "../route/route.svelte";
  import { shortcuts } from "../ui/shortcuts.svelte";
  import Views from "../ui/Views.svelte";
  import BedPlan from "./BedPlan.svelte";
  import Layers from "./Layers.svelte";
  import Stances from "./Stances.svelte";
  import Takes from "./Takes.svelte";
  import WritePrint from "./WritePrint.svelte";

  let { project }: { project: Project } = $props();

  const made = $derived(project.shown.parts.filter((part) => part.key && !part.bought));
  let chosen = $state("");
  let view = $state<"stances" | "layers" | "plan" | "takes" | "printed">("stances");
  const part = $derived(made.find((one) => one.name === chosen) ?? made[0]);
  const VIEWS = [
    { value: "stances", words: "how it stands" },
    { value: "layers", words: "layer by layer" },
    { value: "plan", words: "all on the bed" },
    { value: "takes", words: "what it takes" },
    { value: "printed", words: "printed" },
  ] as const;

  onMount(() => shortcuts.on("Escape", () => address.go(`/p/${project.id}`)));
</script>

<section class="flex shrink-0 items-baseline gap-3 px-5 pt-2.5 pb-1" aria-label="what this is">
  <h2 class="text-lead font-semibold">On the bed</h2>
  <p class="text-small text-soft">{project.report.process}</p>
  <Views
    value={view}
    options={VIEWS}
    label="what to see"
    class="ml-4"
    onset={(next) => (view = next)}
  />
  <a class="word-button ml-auto text-small" href="/p/{project.id}" onclick={inPlace}
    >back to the desk <span class="key">Esc</span></a
  >
</section>
<main class="flex min-h-0 flex-1">
  <nav aria-label="parts" class="w-44 shrink-0 border-r border-rule p-3">
    {#each made as one (one.name)}
      <button
        class={[
          "mb-1 block w-full rounded-slip border bg-raised px-3 py-1.5 text-left",
          one.name === part?.name ? "border-ink" : "border-rule hover:border-firm",
        ]}
        aria-pressed={one.name === part?.name}
        onclick={() => (chosen = one.name)}
      >
        <span
          class="mr-1 inline-block h-2.5 w-2.5 border border-ink"
          style:background={one.colour}
          aria-hidden="true"
        ></span>{one.label}
        <span class="block text-small text-soft">{one.mass?.mass_g.toFixed(1)} g</span>
      </button>
    {/each}
  </nav>
  <div class="min-w-0 flex-1 overflow-y-auto p-4">
    {#if !part}<p class="text-soft">Nothing here is printed yet.</p>
    {:else if view === "printed"}<WritePrint {project} />
    {:else if view === "plan"}<BedPlan {project} />
    {:else if view === "takes"}<Takes {project} />
    {:else if view === "layers"}<Layers {project} {part} />
    {:else}<Stances {project} {part} />{/if}
  </div>
</main>
