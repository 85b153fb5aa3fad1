<script lang="ts">
  import type { FieldView } from "../api/client";
  import type { Units } from "../project/units";
  import { nudged, type Stride } from "./nudge";

  let {
    field,
    units,
    names = [],
    label = field.label,
    placeholder = "",
    onset,
  }: {
    field: { path: string; kind: string; text: string; label: string; error?: FieldView["error"] };
    units: Units;
    names?: string[];
    label?: string;
    placeholder?: string;
    onset: (text: string) => void;
  } = $props();

  const SETTLE_MS = 140;
  let typing = $state<string | null>(null);
  let timer = 0;
  const shown = $derived(typing ?? field.text);
  const id = $props.id();

  function commit() {
    clearTimeout(timer);
    if (typing !== null && typing.trim() !== field.text.trim()) onset(typing.trim());
    typing = null;
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
      reselect(input);
    } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      const stride: Stride = event.shiftKey ? "coarse" : event.altKey ? "fine" : "usual";
      const way = event.key === "ArrowUp" ? 1 : -1;
      const next = nudged(shown, way, stride, field.kind, units);
      if (next === null) return;
      event.preventDefault();
      typing = next;
      clearTimeout(timer);
      timer = setTimeout(commit, SETTLE_MS) as unknown as number;
      reselect(input);
    } else return;
    event.stopPropagation();
  }
</script>

<input
  class={[
    "figure field-sizing-content max-w-64 min-w-[1.1em] rounded-slip border-b border-dotted bg-transparent px-0.5 text-[0.92em]",
    "hover:bg-raised focus:border-solid focus:bg-raised focus:outline-2 focus:outline-tide",
    field.error ? "border-b-2 border-brick text-brick" : "border-firm",
  ]}
  value={shown}
  {placeholder}
  aria-label={label}
  aria-invalid={field.error ? "true" : undefined}
  aria-describedby={field.error ? `${id}-error` : undefined}
  data-path={field.path}
  data-dirty={typing !== null}
  list={names.length ? `${id}-names` : undefined}
  autocomplete="off"
  spellcheck="false"
  oninput={(event) => (typing = event.currentTarget.value)}
  onfocus={(event) => event.currentTarget.select()}
  onblur={commit}
  onkeydown={keys}
/>{#if field.error}<span id="{id}-error" class="sr-only">{field.error.message}</span
  >{/if}{#if names.length}<datalist id="{id}-names">
    {#each names as name (name)}<option value={name}></option>{/each}
  </datalist>{/if}
