<script lang="ts">
  import type { ReadingView } from "../api/client";
  import type { Build } from "../project/build.svelte";
  import { INK, SHAPE } from "../ui/severity";

  let {
    readings,
    build,
    chosen,
    onchoose,
  }: {
    readings: ReadingView[];
    build: Build;
    chosen: string | null;
    onchoose: (reading: ReadingView) => void;
  } = $props();
</script>

<section
  class="flex shrink-0 border-t border-ink bg-paper max-md:overflow-x-auto"
  aria-label="readings"
  id="readings"
  tabindex="-1"
>
  {#each readings as reading (reading.name)}
    <button
      class={[
        "min-w-0 flex-1 border-r max-md:min-w-32 border-rule px-3.5 py-2 text-left last:border-r-0 hover:bg-raised",
        chosen === reading.name && "bg-raised",
        build.waits(reading) && "reading-waits",
      ]}
      aria-expanded={chosen === reading.name}
      data-reading={reading.name}
      onclick={() => onchoose(reading)}
    >
      <span class="block truncate text-small text-soft">{reading.name}</span>
      <span class="block truncate"
        ><span class={["figure", reading.value.length > 9 ? "text-lead" : "text-figure"]}
          >{reading.value}</span
        ><span class="unit">{reading.unit}</span></span
      >
      {#if build.waits(reading)}
        <span class="block truncate text-small text-soft">as it was; proving …</span>
      {:else}
        <span class={["block truncate text-small", INK[reading.severity]]}
          ><span aria-hidden="true">{SHAPE[reading.severity]}</span>
          {reading.word}</span
        >
      {/if}
    </button>
  {:else}
    <p class="px-4 py-3 text-small text-soft">
      {build.on ? "Proving: readings come as checks end." : "Readings appear with the first solid."}
    </p>
  {/each}
</section>
