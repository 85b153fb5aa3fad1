<script lang="ts">
  import { onMount, tick } from "svelte";
  import { server, type JobView } from "../api/client";
  import { inPlace } from "../route/route.svelte";

  /** Long work under way, and what came of it. */
  let { ondone }: { ondone: () => void } = $props();

  const LOOK_MS = 500;
  let jobs = $state.raw<JobView[]>([]);
  let timer = 0;
  let section = $state<HTMLElement | null>(null);
  const busy = (job: JobView) => job.state === "waiting" || job.state === "working";

  /** Something was queued: show it. */
  export async function queued() {
    await look();
    await tick();
    section?.scrollIntoView({ block: "nearest" });
  }

  async function look() {
    clearTimeout(timer);
    try {
      const before = jobs.filter(busy).map((job) => job.id);
      jobs = await server.jobs();
      if (jobs.some((job) => before.includes(job.id) && job.project !== null)) ondone();
    } catch {
      // the shelf itself says when the workshop does not answer
    }
    if (jobs.some(busy)) timer = window.setTimeout(look, LOOK_MS);
  }
  onMount(() => {
    void look();
    return () => clearTimeout(timer);
  });

  async function act(what: (id: number) => Promise<unknown>, job: JobView) {
    await what(job.id).catch(() => undefined);
    await look();
  }
</script>

{#if jobs.length}
  <section aria-labelledby="work-title" class="mb-8" bind:this={section}>
    <h2 id="work-title" class="mb-2 text-small text-soft">Large meshes brought in</h2>
    <ul>
      {#each jobs as job (job.id)}
        <li class="flex flex-wrap items-baseline gap-x-4 border-b border-dashed border-rule py-2">
          <span class="font-semibold">{job.name}</span>
          {#if busy(job)}
            <progress
              class="h-2 w-48 self-center accent-tide"
              max="1"
              value={job.progress}
              aria-label="how far {job.name} is"
            ></progress>
            <span class="text-small text-soft" role="status">{job.words}</span>
            <button
              class="word-button ml-auto text-small"
              onclick={() => act(server.cancelJob, job)}>stop it</button
            >
          {:else}
            {#if job.project !== null && job.project !== undefined}
              <span class="text-small"><span class="text-tide">●</span> {job.words}</span>
              <a class="plain-button text-small" href="/p/{job.project}" onclick={inPlace}
                >open it</a
              >
            {:else if job.state === "done" && !job.mended}
              <span class="text-small"
                ><span class="text-brass">▲</span> This mesh is not sound: {job.faults.join(
                  ", ",
                )}</span
              >
              <button class="plain-button text-small" onclick={() => act(server.mendJob, job)}
                >mend it and open it</button
              >
            {:else}
              <span class="text-small">
                {#if job.state !== "cancelled"}<span class="text-brick">■</span>{/if}
                {job.words}{job.faults.length && job.mended ? `: ${job.faults.join(", ")}` : ""}
              </span>
            {/if}
            <button
              class="word-button ml-auto text-small"
              onclick={() => act(server.putJobAway, job)}>put away</button
            >
          {/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}
