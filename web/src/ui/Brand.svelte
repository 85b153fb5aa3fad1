<script lang="ts">
  import { inPlace } from "../route/route.svelte";
</script>

<a href="/" onclick={inPlace} aria-label="Fair Hinge, to the shelf" class="block shrink-0">
  <svg viewBox="0 0 24 24" class="h-6 w-6" aria-hidden="true">
    <path d="M3 5h8v6H3zM3 15h6v5H3z" fill="var(--color-tide)" />
    <path d="M13 9h8v6h-8z" fill="var(--color-brass)" />
    <circle
      cx="12"
      cy="12"
      r="2.6"
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      stroke-width="1.6"
    />
    <path d="M12 1v8M12 15v8" stroke="var(--color-ink)" stroke-width="1.6" />
  </svg>
</a>
