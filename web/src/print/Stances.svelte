<script lang="ts">
  import { server, type PartView, type StanceView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { size } from "../project/units";
  import { INK, SHAPE } from "../ui/severity";
  import { theme } from "../ui/theme.svelte";
  import { stancePicture } from "./stancePicture";

  let { project, part }: { project: Project; part: PartView } = $props();

  let stances = $state.raw<StanceView[] | null>(null);
  let pictures = $state<Record<string, string>>({});
  let trouble = $state("");
  const units = $derived(project.document.units ?? "mm");

  $effect(() => {
    void part.key;
    void project.version;
    void theme.night;
    const name = part.name;
    const report = project.report;
    let current = true;
    trouble = "";
    server.stances(project.id, name).then(
      (found) => {
        if (!current) return;
        stances = found;
        pictures = {};
        for (const one of found.slice(0, 6)) {
          stancePicture(project.id, report, name, one.matrix).then(
            (drawn) => {
              if (current) pictures[one.stance] = drawn;
            },
            () => {},
          );
        }
      },
      () => (trouble = "The workshop does not answer."),
    );
    return () => {
      current = false;
    };
  });

  function stand(stance: StanceView) {
    project.set(`parts.${part.name}.stance`, stance.stance, `${part.label} stands another way`);
  }
</script>

{#if trouble}<p role="alert" class="text-brick">{trouble}</p>
{:else if stances === null}<p class="text-soft" aria-busy="true">Trying every way it can stand …</p>
{:else}
  <ol class="grid grid-cols-[repeat(auto-fill,minmax(19rem,1fr))] gap-4">
    {#each stances as stance, index (stance.stance)}
      <li
        class={["border bg-sheet", stance.chosen ? "border-ink" : "border-rule"]}
        data-stance={stance.stance}
      >
        <div class="aspect-[15/11] bg-paper">
          {#if pictures[stance.stance]}<img
              src={pictures[stance.stance]}
              alt="{part.label} standing, way {index + 1}"
              class="h-full w-full object-contain"
            />{/if}
        </div>
        <div class="border-t border-rule px-3 py-2">
          <p class="flex items-baseline gap-2">
            <span class="figure text-soft">{index + 1}</span>
            <span class={INK[stance.severity]}
              ><span aria-hidden="true">{SHAPE[stance.severity]}</span> {stance.carried}</span
            >
            {#if stance.chosen}<span class="ml-auto text-small font-semibold">as it stands now</span
              >{:else}<button class="plain-button ml-auto text-small" onclick={() => stand(stance)}
                >stand it so</button
              >{/if}
          </p>
          <p class="text-small text-soft">
            {stance.side}, <span class="figure text-ink">{size(stance.height_mm, units, 1)}</span>
            {units} high<br />
            <span class="figure text-ink">{stance.contact_mm2.toFixed(0)}</span> mm² on the bed, {stance.footing}
          </p>
        </div>
      </li>
    {/each}
  </ol>
{/if}
