<script lang="ts">
  import type { Snippet } from "svelte";
  import { Tooltip } from "bits-ui";

  let {
    words,
    children,
  }: {
    /** What is said of the thing; nothing is shown where it is empty. */
    words: string;
    children: Snippet<[Record<string, unknown>]>;
  } = $props();
</script>

{#if words}
  <Tooltip.Root delayDuration={350}>
    <Tooltip.Trigger>
      {#snippet child({ props })}{@render children(props)}{/snippet}
    </Tooltip.Trigger>
    <Tooltip.Portal to="#overlays">
      <Tooltip.Content class="slip z-50 max-w-72 px-2 py-1 text-small" sideOffset={6}
        >{words}</Tooltip.Content
      >
    </Tooltip.Portal>
  </Tooltip.Root>
{:else}{@render children({})}{/if}
