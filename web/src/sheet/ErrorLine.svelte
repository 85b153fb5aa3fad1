<script lang="ts">
  import type { FieldView } from "../api/client";

  let { error, text = "" }: { error: NonNullable<FieldView["error"]>; text?: string } = $props();

  const at = $derived(error.position ?? null);
</script>

<p class="mt-0.5 text-small text-brick" role="alert">
  <span aria-hidden="true">■</span>
  {#if text && at !== null && text.length > 1}
    <span class="figure"
      >{text.slice(0, at)}<span class="bg-brick-wash underline decoration-wavy"
        >{text.slice(at, at + 1) || "␣"}</span
      >{text.slice(at + 1)}</span
    >:
  {/if}
  {error.message}{#if error.remedy}; {error.remedy}{/if}
</p>
