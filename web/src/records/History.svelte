<script lang="ts">
  import { onMount } from "svelte";
  import { server, type Compared, type RevisionView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import Followed from "../readings/Followed.svelte";
  import { inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import SortHead from "../ui/SortHead.svelte";
  import { inOrder, type Sort } from "../ui/sorting";
  import Trouble from "../ui/Trouble.svelte";

  /** Every change with its words; versions named, compared, gone back to. */
  let { project }: { project: Project } = $props();

  let list = $state.raw<RevisionView[] | null>(null);
  let from = $state(0);
  let to = $state(0);
  let told = $state.raw<Compared | null>(null);
  const asking = new Action();
  const comparing = new Action();

  async function load() {
    const found = await asking.run(() => server.history(project.id));
    if (!found) return;
    list = found;
    const current = found.find((one) => one.current);
    to ||= current?.number ?? 0;
    from ||= current?.parent ?? current?.number ?? 0;
  }
  onMount(() => void load());

  $effect(() => {
    if (!from || !to) return;
    told = null;
    return comparing.show(
      () => server.compareVersions(project.id, from, to),
      (found) => (told = found),
    );
  });

  async function name(one: RevisionView, text: string) {
    const named = await asking.run(() => server.nameVersion(project.id, one.number, text));
    if (named) list = named;
  }

  async function back(one: RevisionView) {
    await project.goBack(one.number, one.name || `version ${one.number}`);
    from = to = 0;
    await load();
  }

  type Column = "number" | "words" | "name";
  let sort = $state<Sort<Column> | null>({ key: "number", down: true });
  const sorted = $derived(inOrder(list ?? [], sort, (one, key) => one[key]));

  const when = (iso: string) =>
    new Date(iso).toLocaleString("en-GB", {
      day: "numeric",
      month: "short",
      hour: "2-digit",
      minute: "2-digit",
    });
</script>

<section class="flex shrink-0 items-baseline gap-3 px-5 pt-2.5 pb-1" aria-label="what this is">
  <h2 class="text-lead font-semibold">History</h2>
  <p class="text-small text-soft">nothing is ever lost: going back is a change like any other</p>
  <a class="word-button ml-auto text-small" href="/p/{project.id}" onclick={inPlace}
    >back to the desk</a
  >
</section>
<main class="flex min-h-0 flex-1">
  <Trouble of={asking} />
  <div class="min-w-0 flex-[3] scroll-pt-10 overflow-y-auto border-r border-rule px-5 pb-3">
    {#if comparing.trouble}<p role="alert">{comparing.trouble}</p>
    {:else if list === null}<p class="text-soft" aria-busy="true">Looking back …</p>
    {:else}
      <table class="w-full text-small">
        <thead class="sticky-head text-left text-soft">
          <tr class="border-b border-rule">
            <th class="py-1 font-normal">from</th>
            <th class="font-normal">to</th>
            <SortHead key="number" words="version" {sort} onsort={(next) => (sort = next)} />
            <SortHead key="words" words="what was done" {sort} onsort={(next) => (sort = next)} />
            <SortHead key="name" words="called" {sort} onsort={(next) => (sort = next)} />
            <td></td>
          </tr>
        </thead>
        <tbody>
          {#each sorted as one (one.number)}
            <tr
              class={[
                "border-b border-dashed border-rule align-baseline",
                one.current && "bg-tide-wash",
              ]}
              data-revision={one.number}
            >
              <td class="py-1.5"
                ><input
                  type="radio"
                  class="accent-tide"
                  name="from"
                  value={one.number}
                  bind:group={from}
                  aria-label="compare from version {one.number}"
                /></td
              >
              <td
                ><input
                  type="radio"
                  class="accent-tide"
                  name="to"
                  value={one.number}
                  bind:group={to}
                  aria-label="compare to version {one.number}"
                /></td
              >
              <td class="pr-3 whitespace-nowrap"
                ><span class="figure">{one.number}</span>
                <span class="text-soft">{when(one.when)}</span></td
              >
              <td class="pr-3"
                >{one.words}{#if one.current}<span class="text-soft">, as it is now</span>{/if}</td
              >
              <td>
                <input
                  class="w-28 border-b border-dotted border-firm bg-transparent placeholder:text-soft"
                  maxlength="80"
                  placeholder="a name"
                  aria-label="name of version {one.number}"
                  value={one.name}
                  onchange={(event) => name(one, event.currentTarget.value)}
                  onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
                />
              </td>
              <td class="text-right">
                {#if !one.current}<button class="word-button" onclick={() => back(one)}
                    >go back to it</button
                  >{/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </div>
  <div class="min-w-0 flex-[2] overflow-y-auto px-5 py-3" aria-live="polite">
    {#if from && to}
      <h3 class="mb-2 font-semibold">From {from} to {to}</h3>
      {#if told === null}<p class="text-soft" aria-busy="true">Working both out …</p>
      {:else}
        <table class="w-full text-small">
          <tbody>
            {#each told.differences as one, index (index)}
              <tr class="border-b border-dashed border-rule align-baseline">
                <td class="py-1 pr-3">{one.what}</td>
                <td class="figure text-soft">{one.before}</td>
                <td class="px-2 text-soft">→</td>
                <td class="figure">{one.after}</td>
              </tr>
            {:else}<tr><td class="text-soft">Nothing differs.</td></tr>{/each}
          </tbody>
        </table>
        {#if told.consequences.length}
          <h4 class="mt-4 mb-1 text-small text-soft">What followed</h4>
          <Followed list={told.consequences} />
        {/if}
      {/if}
    {/if}
  </div>
</main>
