<script lang="ts">
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { server, type PartView, type StanceView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import { INK, SHAPE } from "../ui/severity";
  import { theme } from "../ui/theme.svelte";
  import { stancePicture } from "./stancePicture";

  let { project, part }: { project: Project; part: PartView } = $props();

  let stances = $state.raw<StanceView[] | null>(null);
  let pictures = $state<Record<string, string>>({});
  const asking = new Action();
  const tipping = new Action();
  const units = $derived(project.document.units ?? "mm");

  $effect(() => {
    void part.key;
    void project.version;
    void theme.night;
    const name = part.name;
    const report = project.report;
    let current = true;
    const leave = asking.show(
      () => server.stances(project.id, name),
      (found) => {
        stances = found;
        pictures = {};
        for (const one of found.slice(0, 6)) {
          stancePicture(project.id, report, one.matrices).then(
            (drawn) => {
              if (current) pictures[one.stance] = drawn;
            },
            () => {},
          );
        }
      },
    );
    return () => {
      current = false;
      leave();
    };
  });

  function stand(stance: StanceView) {
    own = null;
    project.stand(stance, `${part.label} stands another way`);
  }

  let forward = $state("0");
  let right = $state("0");
  let own = $state.raw<StanceView | null>(null);
  const wrong = $derived([forward, right].some((text) => degrees(text) === null));

  function degrees(text: string): number | null {
    const value = Number(text.trim().replace(/(°|deg)$/, "") || "0");
    return Number.isFinite(value) && Math.abs(value) <= 180 ? value : null;
  }

  async function tip(event: SubmitEvent) {
    event.preventDefault();
    const name = part.name;
    await tipping.run(async () => {
      own = await server.tipped(project.id, name, degrees(forward)!, degrees(right)!);
      pictures.own = await stancePicture(project.id, project.report, own.matrices);
    });
  }

  $effect(() => {
    void part.name;
    own = null;
  });
</script>

<Trouble of={tipping} />
{#if asking.trouble}<p role="alert" class="text-brick">{asking.trouble}</p>
{:else if stances === null}<p class="text-soft" aria-busy="true">Trying every way it can stand …</p>
{:else}
  <form class="mb-4 flex flex-wrap items-baseline gap-x-2 text-small" onsubmit={tip}>
    <span>Or your own way: tip it forward</span>
    <input
      class="figure w-14 border-b border-dotted border-firm bg-transparent text-right"
      aria-label="tipped forward, degrees"
      bind:value={forward}
    /><span>° and to the right</span>
    <input
      class="figure w-14 border-b border-dotted border-firm bg-transparent text-right"
      aria-label="tipped to the right, degrees"
      bind:value={right}
    /><span>° from how it stands now</span>
    <button class="plain-button text-small" disabled={wrong}>try it</button>
    {#if wrong}<span class="text-brick">an angle between -180° and 180°</span>{/if}
  </form>
  <ol class="grid grid-cols-[repeat(auto-fill,minmax(19rem,1fr))] gap-4">
    {#if own}{@render card(own, "own", "your own way")}{/if}
    {#each stances as stance, index (index)}
      {@render card(stance, stance.stance, String(index + 1))}
    {/each}
  </ol>
{/if}

{#snippet card(stance: StanceView, picture: string, number: string)}
  <li
    class={["border bg-sheet", stance.chosen ? "border-ink" : "border-rule"]}
    data-stance={stance.stance}
  >
    <div class="aspect-[15/11] bg-paper">
      {#if pictures[picture]}<img
          src={pictures[picture]}
          alt="{part.label} standing, {number}"
          class="h-full w-full object-contain"
        />{/if}
    </div>
    <div class="border-t border-rule px-3 py-2">
      <p class="flex items-baseline gap-2">
        <span class="figure shrink-0 text-soft">{number}</span>
        <span class={INK[stance.severity]}
          ><span aria-hidden="true">{SHAPE[stance.severity]}</span> {stance.carried}</span
        >
        {#if stance.chosen}<span class="ml-auto shrink-0 text-small font-semibold"
            >as it stands now</span
          >{:else}<button
            class="plain-button ml-auto shrink-0 text-small"
            onclick={() => stand(stance)}>stand it so</button
          >{/if}
      </p>
      <p class="text-small text-soft">
        {stance.side}, <span class="figure text-ink">{size(stance.height_mm, units, 1)}</span>
        {units} high<br />
        <span class="figure text-ink">{stance.contact_mm2.toFixed(0)}</span> mm² on the bed, {stance.footing}
        {#if stance.weak}<br /><span class="text-brass"
            ><span aria-hidden="true">▲</span> {stance.weak}</span
          >{/if}
      </p>
    </div>
  </li>
{/snippet}
