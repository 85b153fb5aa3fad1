<script lang="ts">
  import { Dialog } from "bits-ui";
  import { server, type Difference, type Side } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let { project, onnew }: { project: Project; onnew: () => void } = $props();

  let open = $state(false);
  let lines = $state.raw<Difference[] | null>(null);
  let chosen = $state<Record<string, Side>>({});
  const asking = new Action();
  /** What both changed, one by one; none where the two cannot be put together at all. */
  const meeting = $derived(project.meeting?.conflicts ?? []);
  const left = $derived(meeting.filter((one) => !chosen[one.path]).length);

  /** Both versions beside each other, before anything is chosen. */
  async function look() {
    open = true;
    chosen = {};
    if (project.meeting) return;
    lines = await asking.run(async () => {
      const theirs = await server.open(project.id);
      return server.differences(theirs.document, project.waiting ?? project.document);
    });
  }

  async function choose(how: () => Promise<void>) {
    await asking.run(how);
    if (!asking.trouble) open = false;
  }

  const all = (side: Side) =>
    (chosen = Object.fromEntries(meeting.map((one) => [one.path, side] as const)));
</script>

<button class="plain-button shrink-0 text-small" onclick={look}>
  {meeting.length ? "choose between them" : "see both versions"}
</button>
<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-20 left-1/2 z-50 max-h-[80vh] w-3xl max-w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto p-4"
    >
      <Dialog.Title class="text-lead font-semibold">Changed elsewhere meanwhile</Dialog.Title>
      <Dialog.Description class="mt-1 text-small text-soft">
        {meeting.length
          ? "What does not touch is kept from both. These were changed here and there: press the one that is to be."
          : "What was typed here is not lost. This is where it differs from what the workshop keeps now."}
      </Dialog.Description>
      <Trouble of={asking} />
      {#if meeting.length}
        <table class="mt-3 w-full text-small">
          <thead
            ><tr class="text-left text-soft"
              ><th class="font-normal">what</th><th class="font-normal">was</th><th
                class="font-normal">there</th
              ><th class="font-normal">here</th></tr
            ></thead
          >
          <tbody>
            {#each meeting as one (one.path)}
              <tr class="border-t border-dashed border-rule align-baseline">
                <td class="py-1 pr-3">{one.what}</td>
                <td class="figure pr-3 break-words text-soft">{one.before}</td>
                {#each [["theirs", one.theirs], ["mine", one.mine]] as const as [side, value] (side)}
                  <td class="pr-3">
                    <button
                      class={[
                        "figure rounded-slip border px-2 py-0.5 text-left break-words",
                        chosen[one.path] === side ? "border-ink bg-tide-wash" : "border-rule",
                      ]}
                      aria-pressed={chosen[one.path] === side}
                      aria-label="{one.what}: {value}, {side === 'mine' ? 'as here' : 'as there'}"
                      onclick={() => (chosen[one.path] = side)}>{value}</button
                    >
                  </td>
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
        <p class="mt-2 flex gap-4 text-small">
          <button class="word-button" onclick={() => all("theirs")}>all as there</button>
          <button class="word-button" onclick={() => all("mine")}>all as here</button>
        </p>
      {:else if lines}
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
      <p class="mt-4 flex flex-wrap items-baseline gap-3">
        {#if meeting.length}
          <button
            class="plain-button"
            disabled={left > 0 || asking.busy}
            onclick={() => choose(() => project.settle({ ...chosen }))}>keep it so</button
          >
          {#if left}<span class="text-small text-soft">{left} still to choose</span>{/if}
        {:else}
          <button class="plain-button" onclick={() => choose(() => project.takeTheirs())}
            >take theirs</button
          >
          <button class="plain-button" onclick={() => choose(() => project.putMine())}
            >keep mine on top</button
          >
        {/if}
        <button class="plain-button" onclick={onnew}>keep mine as a new project</button>
        <button class="word-button ml-auto" onclick={() => (open = false)}>not yet</button>
      </p>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
