<script lang="ts">
  import { Select } from "bits-ui";

  let {
    value,
    options,
    label,
    path = "",
    onset,
  }: {
    /** What is chosen, with commas between. */
    value: string;
    options: readonly { value: string; words: string }[];
    label: string;
    path?: string;
    onset: (value: string) => void;
  } = $props();

  const chosen = $derived(
    value
      .split(",")
      .map((one) => one.trim())
      .filter(Boolean),
  );
  const words = $derived(new Map(options.map((one) => [one.value, one.words])));
  const shown = $derived(chosen.map((one) => words.get(one) ?? one).join(" and ") || "none");
</script>

<Select.Root
  type="multiple"
  value={chosen}
  onValueChange={(next) => onset(next.join(", "))}
  items={options.map((one) => ({ value: one.value, label: one.words }))}
>
  <Select.Trigger
    class="inline-block min-h-6 max-w-72 rounded-slip border-b border-dotted border-firm px-0.5 text-left align-baseline hover:bg-raised data-[state=open]:bg-raised"
    aria-label="{label}: {shown}"
    data-path={path || undefined}>{shown}</Select.Trigger
  >
  <Select.Portal to="#overlays">
    <Select.Content class="slip z-50 max-h-80 min-w-32 overflow-y-auto p-1" sideOffset={4}>
      <Select.Viewport>
        {#each options as option (option.value)}
          <Select.Item
            value={option.value}
            label={option.words}
            class="flex cursor-pointer gap-2 rounded-slip px-2 py-1 text-small data-highlighted:bg-tide-wash"
          >
            {#snippet children({ selected })}
              <span aria-hidden="true">{selected ? "✓" : "·"}</span>{option.words}
            {/snippet}
          </Select.Item>
        {/each}
      </Select.Viewport>
    </Select.Content>
  </Select.Portal>
</Select.Root>
