<script lang="ts">
  import { onMount } from "svelte";
  import { server, type PlanView } from "../api/client";
  import { inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import Struck_ from "../ui/Struck.svelte";
  import { Struck } from "../ui/struck.svelte";
  import Trouble from "../ui/Trouble.svelte";

  /** What is next on each printer, how long it takes, and whether the spool lasts. */
  let plan = $state.raw<PlanView[]>([]);
  const asking = new Action();
  onMount(() =>
    asking.show(
      () => server.plan(),
      (found) => (plan = found),
    ),
  );
  const shown = $derived(plan.filter((one) => one.items.length || one.process !== null));

  async function setSpool(one: PlanView, event: Event & { currentTarget: HTMLInputElement }) {
    const text = event.currentTarget.value.replace(",", ".").trim();
    const grams = text === "" ? null : Number(text);
    if (grams !== null && !(grams >= 0)) {
      event.currentTarget.value = one.spool_g?.toFixed(0) ?? "";
      return;
    }
    const input = event.currentTarget;
    const next = await asking.run(() => server.setSpool(one.process!, grams));
    if (next) plan = next;
    else input.value = one.spool_g?.toFixed(0) ?? "";
  }

  const struck = new Struck();
  async function drop(id: number, title: string) {
    const next = await asking.run(() => server.unplan(id));
    if (!next) return;
    plan = next;
    struck.told("planned", id, `the planned print of ${title}`);
  }

  async function again() {
    const next = await asking.run(() => server.plan());
    if (next) plan = next;
  }

  const hours = (seconds: number) => {
    const minutes = Math.round(seconds / 60);
    return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  };
</script>

<Trouble of={asking} />
<Struck_ of={struck} onback={again} />
{#if shown.length}
  <section class="mb-6 max-w-4xl" aria-labelledby="plan-title">
    <h2 id="plan-title" class="mb-1 text-small text-soft">Next on the printers</h2>
    {#each shown as one, index (index)}
      <div class="border-b border-rule py-2">
        <p class="flex flex-wrap items-baseline gap-x-3">
          <span class="font-semibold">{one.name}</span>
          {#if one.process !== null}
            <label class="text-small text-soft"
              >on the spool <input
                class="figure w-14 border-b border-dotted border-firm bg-transparent text-right text-ink"
                aria-label="filament left on the spool of {one.name}, grams"
                placeholder="?"
                value={one.spool_g === null || one.spool_g === undefined
                  ? ""
                  : one.spool_g.toFixed(0)}
                onchange={(event) => setSpool(one, event)}
              /> g</label
            >
          {/if}
          {#if one.items.length}
            <span class="text-small text-soft"
              >all of it <span class="figure"
                >{hours(one.items.reduce((sum, item) => sum + item.seconds, 0))}</span
              >,
              <span class="figure"
                >{one.items.reduce((sum, item) => sum + item.mass_g, 0).toFixed(0)}</span
              > g</span
            >
          {/if}
        </p>
        <ol class="text-small">
          {#each one.items as item (item.id)}
            <li class="flex items-baseline gap-3 py-0.5">
              <a class="hover:text-tide" href="/p/{item.project}/print" onclick={inPlace}
                >{item.title}</a
              >
              <span class="text-soft">{item.parts.join(", ")}</span>
              <span class="figure text-soft">{hours(item.seconds)}, {item.mass_g.toFixed(1)} g</span
              >
              {#if item.left_g !== null && item.left_g !== undefined}
                {#if item.left_g < 0}<span class="text-brick"
                    >■ the spool ends <span class="figure">{(-item.left_g).toFixed(0)}</span> g short</span
                  >{:else}<span class="text-soft"
                    >leaves <span class="figure">{item.left_g.toFixed(0)}</span> g</span
                  >{/if}
              {/if}
              <button class="word-button ml-auto" onclick={() => drop(item.id, item.title)}
                >not after all</button
              >
            </li>
          {:else}<li class="py-0.5 text-soft">nothing planned</li>{/each}
        </ol>
      </div>
    {/each}
  </section>
{/if}
