<script lang="ts">
  import { address, inPlace } from "./route.svelte";
  import Bench from "./bench/Bench.svelte";
  import Logbook from "./records/Logbook.svelte";
  import Shelf from "./shelf/Shelf.svelte";
  import ProjectView from "./project/ProjectView.svelte";

  const route = $derived(address.current);
</script>

{#if route.view === "shelf"}
  <Shelf />
{:else if route.view === "bench"}
  <Bench />
{:else if route.view === "logbook"}
  <Logbook />
{:else if route.view === "lost"}
  <main class="grid h-full place-items-center">
    <div class="text-center">
      <h1 class="text-title font-semibold">There is nothing at this address</h1>
      <p class="mt-2">
        <a class="text-tide underline" href="/" onclick={inPlace}>Back to the shelf</a>
      </p>
    </div>
  </main>
{:else}
  {#key route.project}
    <ProjectView
      id={route.project}
      fit={route.view === "fit" ? route.fit : null}
      view={route.view}
    />
  {/key}
{/if}
