<script lang="ts">
  import { theme } from "../ui/theme.svelte";
  import { pictureOf } from "./picture";

  let { id, version }: { id: number; version: number } = $props();

  let picture = $state("");
  $effect(() => {
    const look = theme.night ? "night" : "day";
    pictureOf(id, version, look).then(
      (drawn) => (picture = drawn),
      () => (picture = ""),
    );
  });
</script>

<div class="aspect-[26/17] bg-paper">
  {#if picture}<img src={picture} alt="" class="h-full w-full object-contain" />{/if}
</div>
