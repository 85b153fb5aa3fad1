<script lang="ts">
  import { Dialog } from "bits-ui";
  import { server, type Difference } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let { project, onnew }: { project: Project; onnew: () => void } = $props();

  let open = $state(false);
  let lines = $state.raw<Difference[] | null>(null);
  const asking = new Action();

  /** Both versions beside each other, before one of them is chosen. */
  async function look() {
    open = true;
    lines = await asking.run(async () => {
      const theirs = await server.open(project.id);
      return server.differences(theirs.document, project.waiting ?? project.document);
    });
  }

  async function choose(how: () => Promise<void>) {
    await asking.run(how);
    if (!asking.trouble) open = false;
  }
</script>

<button class="plain-button shrink-0 text-small" onclick={look}>see both versions</button>
<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-20 left-1/2 z-50 max-h-[80vh] w-2xl max-w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto p-4"
    >
      <Dialog.Title class="text-lead font-semibold">Changed elsewhere meanwhile</Dialog.Title>
      <Dialog.Description class="mt-1 text-small text-soft">
        What was typed here is not lost. This is where it differs from what the workshop keeps now.
      </Dialog.Description>
      <Trouble of={asking} />
      {#if lines}
        <table class="mt-3 w-full text-small">
          <thead
            ><tr class="text-left text-soft"
              ><th class="font-normal">what</th><th class="font-normal">there</th><th
                class="font-normal">here</th
              ></tr
            ></thead
          >
          <tbody>
            {#each lines as line, index (index)}
              <tr class="border-t border-dashed border-rule align-baseline"
                ><td class="py-0.5 pr-3">{line.what}</td><td class="figure pr-3 break-words"
                  >{line.before}</td
                ><td class="figure break-words">{line.after}</td></tr
              >
            {:else}
              <tr><td colspan="3" class="text-soft">Both are the same.</td></tr>
            {/each}
          </tbody>
        </table>
      {:else if asking.busy}<p class="mt-3 text-soft" aria-busy="true">Comparing …</p>{/if}
      <p class="mt-4 flex flex-wrap gap-3">
        <button class="plain-button" onclick={() => choose(() => project.takeTheirs())}
          >take theirs</button
        >
        <button class="plain-button" onclick={() => choose(() => project.putMine())}
          >keep mine on top</button
        >
        <button class="plain-button" onclick={onnew}>keep mine as a new project</button>
        <button class="word-button ml-auto" onclick={() => (open = false)}>not yet</button>
      </p>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
