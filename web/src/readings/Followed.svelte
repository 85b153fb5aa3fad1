<script lang="ts">
  import type { Consequence } from "../api/client";

  let { list }: { list: Consequence[] } = $props();
</script>

<dl class="grid grid-cols-[1fr_auto_auto_auto] gap-x-2 py-1 text-small">
  {#each list as item, index (index)}
    <dt class="truncate text-soft">{item.label}</dt>
    <dd class="figure text-right text-soft">{item.before}</dd>
    <dd class="text-soft" aria-hidden="true">{item.before ? "→" : ""}</dd>
    <dd class="figure text-right">{item.after}</dd>
  {:else}
    <dt class="col-span-4 text-soft">no size, mass, gap or wall changes</dt>
  {/each}
</dl>
