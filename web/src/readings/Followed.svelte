<script lang="ts">
  import type { Consequence } from "../api/client";

  let { list }: { list: Consequence[] } = $props();
</script>

<!-- what it is is said in full: where there is no room beside it, its sizes go below -->
<dl class="py-1 text-small">
  {#each list as item, index (index)}
    <div class="flex flex-wrap gap-x-3">
      <dt class="text-soft">{item.label}</dt>
      <dd class="figure ml-auto text-right">
        {#if item.before}<span class="text-soft"
            >{item.before} <span aria-hidden="true">→</span></span
          >{/if}
        {item.after}
      </dd>
    </div>
  {:else}
    <dt class="text-soft">no size, mass, gap or wall changes</dt>
  {/each}
</dl>
