<script lang="ts">
  import type { MarksView } from "../api/client";
  import { INK, SHAPE, WORD } from "../ui/severity";
  import { SLANT, SPACING } from "./hatching";

  let { marks }: { marks: MarksView | null } = $props();

  const KINDS = ["wall", "slot", "overhang"];
  const INKS = ["var(--color-soft)", "var(--color-soft)", "var(--color-ink)", "var(--color-brick)"];
</script>

<div class="slip w-72 px-3 py-2 text-small" role="group" aria-label="what the hatching says">
  {#if marks === null}<p class="text-soft" aria-busy="true">Looking all surfaces over …</p>
  {:else}
    {#each marks.legend as one, index (index)}
      <p class="flex items-start gap-2 py-0.5">
        <svg width="34" height="20" class="mt-0.5 shrink-0 border border-firm" aria-hidden="true">
          <pattern
            id="hatch-{index}"
            width={SPACING[one.level]}
            height={SPACING[one.level]}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate({-(SLANT[KINDS.indexOf(one.kind)] ?? 0)})"
          >
            <path d="M0 0.5h{SPACING[one.level]}" stroke={INKS[one.level]} stroke-width="1.3" />
          </pattern>
          <rect width="34" height="20" fill="url(#hatch-{index})" />
        </svg>
        <span class="min-w-0">
          <span class={INK[one.severity]} aria-hidden="true">{SHAPE[one.severity]}</span>
          <span class="sr-only">{WORD[one.severity]}:</span>
          {one.words}
        </span>
      </p>
    {:else}
      <p>Nothing to hatch: no thin wall, no narrow slot, nothing that leans.</p>
    {/each}
  {/if}
</div>
