<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import { server, type MeshAnswer } from "../api/client";
  import { address } from "../route/route.svelte";

  /** Told when a mesh is so large that it is brought in by long work. */
  let { onqueued }: { onqueued: () => void } = $props();

  const SAYS_UNIT = /\.(3mf|glb)$/i;
  let file = $state<File | null>(null);
  let units = $state("mm");
  let answer = $state<MeshAnswer | null>(null);
  const asking = new Action();

  function pick(event: Event & { currentTarget: HTMLInputElement }) {
    file = event.currentTarget.files?.[0] ?? null;
    event.currentTarget.value = "";
    answer = null;
    asking.trouble = "";
    if (file && SAYS_UNIT.test(file.name)) void send(false);
  }

  async function send(mend: boolean) {
    if (!file) return;
    const sent = file;
    answer = await asking.run(() => server.bringMesh(sent, units, mend));
    if (!answer) return;
    if (answer.job !== null && answer.job !== undefined) {
      file = answer = null;
      onqueued();
    } else if (answer.project !== null && answer.project !== undefined && !answer.faults.length) {
      address.go(`/p/${answer.project}`);
    }
  }
</script>

<label
  class="plain-button cursor-pointer focus-within:border-tide"
  title="stl, 3mf, obj, ply or glb"
>
  A mesh to be proved<input
    type="file"
    accept=".stl,.3mf,.obj,.ply,.glb"
    class="sr-only"
    aria-label="bring in a mesh to be proved"
    onchange={pick}
  />
</label>
{#if file}
  <div class="slip w-full max-w-2xl px-4 py-3" role="group" aria-label="the mesh {file.name}">
    <p class="font-semibold">{file.name}</p>
    {#if asking.trouble}<p class="text-brick" role="alert">■ {asking.trouble}</p>
    {:else if answer && answer.faults.length}
      <p class="mt-1">This mesh is not sound:</p>
      <ul class="ml-4 list-disc text-small">
        {#each answer.faults as fault, index (index)}<li>{fault}</li>{/each}
      </ul>
      {#if answer.project !== null && answer.project !== undefined}
        <p class="mt-2 text-small">
          Mended{#if answer.left.length}; still there: {answer.left.join(", ")}{:else}: nothing of
            it is left{/if}. The file as it came is kept.
        </p>
        <button class="plain-button mt-1" onclick={() => address.go(`/p/${answer!.project}`)}
          >open it</button
        >
      {:else if answer.left.length && answer.left.join() !== answer.faults.join()}
        <p class="mt-2 text-small text-brick">
          ■ Mending leaves {answer.left.join(", ")}: it cannot be made a solid here.
        </p>
      {:else}
        <button class="plain-button mt-2" disabled={asking.busy} onclick={() => send(true)}
          >mend it and open it</button
        >
      {/if}
    {:else if asking.busy}<p class="text-soft" aria-busy="true">Reading …</p>
    {:else if !answer}
      <p class="mt-1">
        The file does not say its unit. It was drawn in
        <Choose
          value={units}
          options={["mm", "in", "cm", "m"].map((unit) => ({ value: unit, words: unit }))}
          label="unit of the mesh"
          onset={(next) => (units = next)}
        />
        <button class="plain-button ml-2" onclick={() => send(false)}>bring it in</button>
      </p>
    {/if}
  </div>
{/if}
