<script lang="ts">
  import { AlertDialog } from "bits-ui";
  import type { ShelfItem } from "../api/client";

  let {
    items,
    onback,
    onforever,
  }: {
    items: readonly ShelfItem[];
    onback: (item: ShelfItem) => void;
    onforever: (item: ShelfItem) => void;
  } = $props();

  const DAYS = 30;
  let doomed = $state<ShelfItem | null>(null);
  const left = (item: ShelfItem) =>
    Math.max(
      0,
      Math.ceil(DAYS - (Date.now() - new Date(item.thrown ?? "").getTime()) / (24 * 3600 * 1000)),
    );
</script>

<section aria-labelledby="bin-title" class="mt-8">
  <h2 id="bin-title" class="text-small text-soft">
    In the bin, each with its history, for {DAYS} days
  </h2>
  <ul>
    {#each items as item (item.id)}
      <li class="flex flex-wrap items-baseline gap-x-4 border-b border-dashed border-rule py-1.5">
        <span class="font-semibold">{item.title}</span>
        <span class="text-small text-soft">{item.parts.join(", ")}</span>
        <span class="text-small text-soft"
          >{left(item)} {left(item) === 1 ? "day" : "days"} left</span
        >
        <span class="ml-auto flex gap-4 text-small">
          <button class="word-button" onclick={() => onback(item)}
            >bring <span class="sr-only">{item.title}</span> back</button
          >
          <button class="word-button" onclick={() => (doomed = item)}
            >out for good<span class="sr-only">: {item.title}</span></button
          >
        </span>
      </li>
    {/each}
  </ul>
</section>
<AlertDialog.Root
  open={doomed !== null}
  onOpenChange={(open) => {
    if (!open) doomed = null;
  }}
>
  <AlertDialog.Portal>
    <AlertDialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <AlertDialog.Content
      class="slip fixed top-40 left-1/2 z-50 w-md max-w-[calc(100vw-2rem)] -translate-x-1/2 p-4"
    >
      <AlertDialog.Title class="text-lead font-semibold"
        >Throw {doomed?.title} out for good?</AlertDialog.Title
      >
      <AlertDialog.Description class="mt-1 text-small text-soft">
        It goes with its history and cannot be brought back.
      </AlertDialog.Description>
      <p class="mt-4 flex gap-3">
        <AlertDialog.Cancel class="plain-button">leave it in the bin</AlertDialog.Cancel>
        <AlertDialog.Action
          class="plain-button text-brick"
          onclick={() => {
            if (doomed) onforever(doomed);
            doomed = null;
          }}>throw it out</AlertDialog.Action
        >
      </p>
    </AlertDialog.Content>
  </AlertDialog.Portal>
</AlertDialog.Root>
