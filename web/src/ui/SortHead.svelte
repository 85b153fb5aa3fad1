<script lang="ts" generics="Key extends string">
  import type { Sort } from "./sorting";

  /** The head of a column by which a table can be sorted: pressed again it runs the other way. */
  let {
    key,
    words,
    sort,
    right = false,
    onsort,
  }: {
    key: Key;
    words: string;
    sort: Sort<Key> | null;
    right?: boolean;
    onsort: (sort: Sort<Key>) => void;
  } = $props();

  const here = $derived(sort?.key === key);
</script>

<th
  class={["py-1 font-normal", right && "text-right"]}
  aria-sort={here ? (sort!.down ? "descending" : "ascending") : "none"}
>
  <button
    class="min-h-6 hover:text-ink"
    onclick={() => onsort({ key, down: here ? !sort!.down : false })}
    >{words}<span aria-hidden="true" class={["ml-1", !here && "opacity-30"]}
      >{here && sort!.down ? "▾" : "▴"}</span
    ></button
  >
</th>
