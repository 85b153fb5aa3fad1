<script lang="ts">
  import type { Severity } from "../api/client";
  import { INK, SHAPE, WORD } from "./severity";

  let { severity }: { severity: Severity } = $props();
</script>

<span class={INK[severity]}
  ><span aria-hidden="true">{SHAPE[severity]}</span><span class="sr-only">{WORD[severity]}:</span
  ></span
>
