<script lang="ts" generics="T extends string">
  import { Select } from "bits-ui";

  interface Option {
    value: T;
    words: string;
  }

  let {
    value,
    options,
    label,
    path = "",
    dirty = false,
    invalid = false,
    wide = false,
    coming = false,
    onopen,
    onlook,
    onset,
  }: {
    value: string;
    options: readonly Option[];
    label: string;
    path?: string;
    /** Chosen here, and not taken by the workshop yet. */
    dirty?: boolean;
    invalid?: boolean;
    wide?: boolean;
    /** More is on its way. */
    coming?: boolean;
    /** The list is opened; what it holds may come then. */
    onopen?: () => void;
    /** One of them is looked at for a moment, and may be chosen; at last the one that stays. */
    onlook?: (value: T) => void;
    onset: (value: T) => void;
  } = $props();

  const LOOKED_AT_MS = 80;
  let looked = 0;
  let chosen = false;
  function look(item: string) {
    clearTimeout(looked);
    const one = options.find((option) => keyed(option.value) === item);
    if (one && onlook) looked = window.setTimeout(() => onlook(one.value), LOOKED_AT_MS);
  }

  function opened(open: boolean) {
    clearTimeout(looked);
    if (open) {
      chosen = false;
      onopen?.();
    } else if (!chosen) look(keyed(value)); // left as it was
  }

  function choose(item: string) {
    clearTimeout(looked);
    chosen = true;
    const one = options.find((option) => keyed(option.value) === item);
    if (one && one.value !== value) onset(one.value);
  }

  /** An empty value is a value too; the list below needs one that is not. */
  const keyed = (text: string) => `=${text}`;
  const shown = $derived(options.find((one) => one.value === value)?.words ?? (value || "none"));
  const items = $derived(options.map((one) => ({ value: keyed(one.value), label: one.words })));
</script>

<Select.Root
  type="single"
  value={keyed(value)}
  {items}
  onOpenChange={opened}
  onValueChange={choose}
>
  <Select.Trigger
    class={[
      "inline-block min-h-6 max-w-72 truncate rounded-slip border-b border-dotted px-0.5 text-left align-baseline hover:bg-raised data-[state=open]:bg-raised",
      invalid ? "border-b-2 border-brick text-brick" : "border-firm",
      dirty && "border-b-2 border-dashed border-brass",
      wide && "w-full",
    ]}
    aria-label="{label}: {shown}"
    data-path={path || undefined}
    data-dirty={dirty}>{shown}</Select.Trigger
  >
  <Select.Portal to="#overlays">
    <Select.Content class="slip z-50 max-h-80 max-w-96 min-w-32 overflow-y-auto p-1" sideOffset={4}>
      <Select.Viewport>
        {#each items as item (item.value)}
          <Select.Item
            value={item.value}
            label={item.label}
            onHighlight={() => look(item.value)}
            class="cursor-pointer rounded-slip px-2 py-1 text-small data-highlighted:bg-tide-wash data-[selected]:font-semibold"
            >{item.label}</Select.Item
          >
        {/each}
        {#if coming}<Select.Item
            value="coming"
            label="looking …"
            disabled
            class="px-2 py-1 text-small text-soft">looking …</Select.Item
          >{/if}
      </Select.Viewport>
    </Select.Content>
  </Select.Portal>
</Select.Root>
