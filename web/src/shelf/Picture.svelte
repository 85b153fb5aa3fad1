<script lang="ts">
  import { address as files } from "../api/client";

  let { id, version }: { id: number; version: number } = $props();

  /** The workshop draws aside: what has no picture yet is asked for again a little later. */
  const AGAIN_MS = 1500;
  const MOST = 6;
  let tries = $state(0);
  let there = $state(true);

  function missed() {
    there = false;
    if (tries < MOST) setTimeout(() => ((tries += 1), (there = true)), AGAIN_MS);
  }
</script>

<div class="aspect-[8/5] bg-paper">
  {#if there}
    <img
      src="{files.picture(id, version)}{tries ? `&again=${tries}` : ''}"
      alt=""
      loading="lazy"
      class="h-full w-full object-contain p-2"
      onerror={missed}
    />
  {/if}
</div>
