<script lang="ts">
  import type { Catalogue } from "../api/client";

  type Starter = Catalogue["starters"][number];

  let { starters, onchoose }: { starters: readonly Starter[]; onchoose: (one: Starter) => void } =
    $props();

  const FEW = 6;
  let all = $state(false);
  const shown = $derived(all ? starters : starters.slice(0, FEW));
</script>

<ul class="grid grid-cols-[repeat(auto-fill,minmax(8.4rem,1fr))] gap-2">
  {#each shown as starter (starter.name)}
    <li>
      <button
        class="plain-button flex h-full w-full flex-col items-center px-2 pt-2 pb-1.5 text-center"
        title={starter.about}
        data-starter={starter.name}
        onclick={() => onchoose(starter)}
      >
        <img src="/help/starters/{starter.name}.svg" alt="" class="h-16 w-full object-contain" />
        <span class="mt-1.5 block text-small leading-tight font-semibold">{starter.title}</span>
        <span class="sr-only">{starter.meets}</span>
      </button>
    </li>
  {/each}
  {#if starters.length > FEW}
    <li>
      <button
        class="word-button grid h-full w-full place-items-center text-small"
        aria-expanded={all}
        onclick={() => (all = !all)}>{all ? "fewer" : `all ${starters.length} …`}</button
      >
    </li>
  {/if}
</ul>
