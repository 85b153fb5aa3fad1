<script lang="ts">
  import { Dialog } from "bits-ui";
  import { server, type Sharing } from "../api/client";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let { id }: { id: number } = $props();

  let open = $state(false);
  let told = $state.raw<Sharing | null>(null);
  type How = "read" | "edit" | "";
  const asking = new Action();
  const WAYS: { value: How; words: string }[] = [
    { value: "read", words: "to read" },
    { value: "edit", words: "to change" },
    { value: "", words: "not any more" },
  ];

  async function look() {
    open = true;
    told = await asking.run(() => server.sharing(id));
  }

  async function share(maker: string, how: How) {
    const next = await asking.run(() => server.share(id, maker, how));
    if (next) told = next;
  }
</script>

<button class="word-button shrink-0 text-small" onclick={look}>share</button>
<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-32 left-1/2 z-50 w-md max-w-[calc(100vw-2rem)] -translate-x-1/2 p-4"
    >
      <Dialog.Title class="text-lead font-semibold">Who may see this project?</Dialog.Title>
      <Dialog.Description class="mt-1 text-small text-soft">
        It is on your shelf alone, and on theirs whom you share it with.
      </Dialog.Description>
      <Trouble of={asking} />
      {#if told}
        <ul class="mt-3 text-small">
          {#each told.shares as one (one.maker)}
            <li class="flex items-baseline gap-4 border-b border-dashed border-rule py-1.5">
              <span class="font-semibold">{one.maker}</span>
              <span class="ml-auto"
                ><Choose
                  value={one.how}
                  options={WAYS}
                  label="how {one.maker} may use it"
                  onset={(how) => share(one.maker, how)}
                /></span
              >
            </li>
          {/each}
          {#each told.others as name (name)}
            <li class="flex items-baseline gap-4 border-b border-dashed border-rule py-1.5">
              <span>{name}</span>
              <span class="ml-auto flex gap-3">
                <button class="word-button" onclick={() => share(name, "read")}
                  >to read<span class="sr-only">: {name}</span></button
                >
                <button class="word-button" onclick={() => share(name, "edit")}
                  >to change<span class="sr-only">: {name}</span></button
                >
              </span>
            </li>
          {/each}
          {#if !told.shares.length && !told.others.length}
            <li class="text-soft">There is no other maker here yet.</li>
          {/if}
        </ul>
      {/if}
      <p class="mt-4"><button class="plain-button" onclick={() => (open = false)}>done</button></p>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
