<script lang="ts">
  import { untrack } from "svelte";
  import type { FieldView } from "../api/client";
  import type { Hears } from "../project/ahead";
  import type { Units } from "../project/units";
  import { drafts } from "./drafts";
  import { nudged, type Stride } from "../project/nudge";

  let {
    field,
    units,
    names = [],
    label = field.label,
    placeholder = "",
    because = "",
    dirty = false,
    ahead,
    onset,
  }: {
    field: { path: string; kind: string; text: string; label: string; error?: FieldView["error"] };
    units: Units;
    names?: string[];
    label?: string;
    placeholder?: string;
    /** Why it stands as it does, told where it is pointed at. */
    because?: string;
    /** Typed here, and not taken by the workshop yet. */
    dirty?: boolean;
    /** Hears what is being typed, where that is all that stands at the field's path. */
    ahead?: Hears;
    onset: (text: string) => void;
  } = $props();

  const SETTLE_MS = 140;
  let typing = $state<string | null>(untrack(() => drafts.of(field.path)));
  let timer = 0;
  const shown = $derived(typing ?? field.text);
  const id = $props.id();

  function commit() {
    clearTimeout(timer);
    if (typing !== null && typing.trim() !== field.text.trim()) onset(typing.trim());
    typing = null;
    drafts.drop(field.path);
  }

  /** Selects the number again once it has been drawn, unless the maker has gone elsewhere. */
  function reselect(input: HTMLInputElement) {
    requestAnimationFrame(() => document.activeElement === input && input.select());
  }

  function keys(event: KeyboardEvent & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    if (event.key === "Enter") {
      commit();
      reselect(input);
    } else if (event.key === "Escape") {
      clearTimeout(timer);
      typing = null;
      drafts.drop(field.path);
      ahead?.untyped();
      reselect(input);
    } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      const stride: Stride = event.shiftKey ? "coarse" : event.altKey ? "fine" : "usual";
      const way = event.key === "ArrowUp" ? 1 : -1;
      const next = nudged(shown, way, stride, field.kind, units);
      if (next === null) return;
      event.preventDefault();
      typing = next;
      ahead?.typed(field.path, next);
      clearTimeout(timer);
      timer = window.setTimeout(commit, SETTLE_MS);
      reselect(input);
    } else return;
    event.stopPropagation();
  }
</script>

<input
  class={[
    "figure field-sizing-content max-w-[min(24rem,100%)] min-h-6 min-w-6 rounded-slip border-b border-dotted bg-transparent px-0.5 text-[0.92em]",
    "hover:bg-raised focus:border-solid focus:bg-raised focus:outline-2 focus:outline-tide",
    field.error ? "border-b-2 border-brick text-brick" : "border-firm",
    dirty && "border-b-2 border-dashed border-brass",
  ]}
  value={shown}
  {placeholder}
  title={because || undefined}
  aria-label={label}
  aria-invalid={field.error ? "true" : undefined}
  aria-describedby={field.error ? `${id}-error` : undefined}
  data-path={field.path}
  data-dirty={typing !== null || dirty}
  data-typing={typing !== null}
  list={names.length ? `${id}-names` : undefined}
  autocomplete="off"
  spellcheck="false"
  oninput={(event) => {
    typing = event.currentTarget.value;
    drafts.keep(field.path, typing);
    ahead?.typed(field.path, typing);
  }}
  onfocus={(event) => event.currentTarget.select()}
  onblur={commit}
  onkeydown={keys}
/>{#if field.error}<span id="{id}-error" class="sr-only">{field.error.message}</span
  >{/if}{#if names.length}<datalist id="{id}-names">
    {#each new Set(names) as name (name)}<option value={name}></option>{/each}
  </datalist>{/if}
