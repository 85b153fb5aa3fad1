<script lang="ts">
  import { theme } from "./theme.svelte";
</script>

<button
  class="word-button text-small"
  onclick={() => theme.toggle()}
  aria-label={theme.night ? "change to the day theme" : "change to the night theme"}
>
  {theme.night ? "day" : "night"}
</button>
