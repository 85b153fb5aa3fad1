<script lang="ts" generics="T extends string">
  import { RadioGroup } from "bits-ui";

  let {
    value,
    options,
    label,
    class: extra = "",
    onset,
  }: {
    value: T;
    options: readonly { value: T; words: string }[];
    label: string;
    class?: string;
    onset: (value: T) => void;
  } = $props();
</script>

<RadioGroup.Root
  {value}
  onValueChange={(next) => {
    const chosen = options.find((one) => one.value === next);
    if (chosen) onset(chosen.value);
  }}
  aria-label={label}
  orientation="horizontal"
  class={["flex gap-4", extra]}
>
  {#each options as option (option.value)}
    <RadioGroup.Item
      value={option.value}
      class={[
        "min-h-6 border-b-2 pb-0.5",
        value === option.value
          ? "border-ink font-semibold"
          : "border-transparent hover:border-firm",
      ]}>{option.words}</RadioGroup.Item
    >
  {/each}
</RadioGroup.Root>
