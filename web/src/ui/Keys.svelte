<script lang="ts">
  import { Dialog, Switch } from "bits-ui";
  import { shortcuts } from "./shortcuts.svelte";

  const GROUPS: [string, [string, string][]][] = [
    [
      "anywhere",
      [
        ["?", "this page"],
        ["/", "add a step, at the desk"],
        ["Esc", "leave what is open; back to the desk"],
        ["Ctrl Z", "take the last change back"],
        ["Ctrl Y, Ctrl Shift Z", "bring it back"],
      ],
    ],
    [
      "in a number",
      [
        ["↑ ↓", "a step more or less; Shift ten, Alt a tenth"],
        ["Enter", "keep it"],
        ["Esc", "as it was"],
        ["emptied", "left alone again, where it need not be set"],
      ],
    ],
    [
      "on the stage",
      [
        ["← → ↑ ↓", "turn the table, tip the eye"],
        ["+ −", "nearer, further"],
        ["Home", "see it all"],
        ["drag a distance", "whole steps; Alt for finer ones"],
      ],
    ],
    ["on the rail", [["← →", "the part before, the part after"]]],
  ];
</script>

<Dialog.Root bind:open={shortcuts.listed}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-16 left-1/2 z-50 max-h-[85vh] w-xl max-w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto p-5"
    >
      <Dialog.Title class="text-lead font-semibold">Keys</Dialog.Title>
      {#each GROUPS as [name, keys] (name)}
        <h3 class="mt-3 text-small text-soft">{name}</h3>
        <dl class="grid grid-cols-[11rem_1fr] gap-y-0.5 text-small">
          {#each keys as [key, does] (key)}
            <dt><span class="key">{key}</span></dt>
            <dd>{does}</dd>
          {/each}
        </dl>
      {/each}
      <p class="mt-4 flex items-center gap-3 border-t border-rule pt-3 text-small">
        <Switch.Root
          id="single-keys"
          class="relative h-6 w-11 rounded-slip border border-firm bg-paper data-[state=checked]:bg-tide-wash"
          checked={!shortcuts.off}
          onCheckedChange={(on) => shortcuts.set(!on)}
        >
          <Switch.Thumb
            class="block h-4 w-4 translate-x-1 bg-ink transition-transform data-[state=checked]:translate-x-6"
          />
        </Switch.Root>
        <label for="single-keys">single keys (? and /) do something outside text fields</label>
      </p>
      <Dialog.Close class="plain-button mt-4">close</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
