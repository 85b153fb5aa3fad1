<script lang="ts">
  import { Action } from "./action.svelte";
  import type { Struck } from "./struck.svelte";
  import Trouble from "./Trouble.svelte";

  /** What was just thrown away, with the press that brings it back. */
  let { of: struck, onback }: { of: Struck; onback: () => void } = $props();
  const asking = new Action();

  async function back() {
    await asking.run(() => struck.back());
    if (!asking.trouble) onback();
  }
</script>

{#if struck.last}
  <p role="status" class="text-small">
    {struck.last.words} is in the bin.
    <button class="word-button text-ink" onclick={back}>bring it back</button>
  </p>
{/if}
<Trouble of={asking} />
