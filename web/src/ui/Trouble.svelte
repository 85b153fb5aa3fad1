<script lang="ts">
  import type { Action } from "./action.svelte";

  let { of: action }: { of: Action } = $props();
</script>

{#if action.trouble}
  <p class="text-small text-brick" role="alert">
    <span aria-hidden="true">■</span>
    {action.trouble}
    <button type="button" class="word-button px-1" onclick={() => (action.trouble = "")}
      ><span class="sr-only">close this message</span>×</button
    >
  </p>
{/if}
