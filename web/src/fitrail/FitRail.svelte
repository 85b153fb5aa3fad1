<script lang="ts">
  import type { Catalogue, FitView, PartView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { inPlace } from "../route/route.svelte";
  import Mark from "../ui/Mark.svelte";
  import AddToRail from "./AddToRail.svelte";
  import GapGauge from "./GapGauge.svelte";

  let {
    project,
    part,
    catalogue,
    onselect,
    onfit,
  }: {
    project: Project;
    part: string;
    catalogue: Catalogue | null;
    onselect: (part: string) => void;
    onfit: () => void;
  } = $props();

  type Stop = { part: PartView } | { fit: FitView; back: string };

  /** Parts in order, each followed by the fits that lead on from it. */
  const stops = $derived.by(() => {
    const { parts, fits } = project.shown;
    const seen = new Set<string>();
    const order: Stop[] = [];
    const visit = (view: PartView) => {
      if (seen.has(view.name)) return;
      seen.add(view.name);
      order.push({ part: view });
      for (const fit of fits) {
        if (fit.parts[0] !== view.name) continue;
        const other = parts.find((one) => one.name === fit.parts[1]);
        order.push({ fit, back: other && seen.has(other.name) ? other.label : "" });
        if (other) visit(other);
      }
    };
    parts.forEach(visit);
    return order;
  });
  /** Past this many, tokens are drawn small and the rail takes a second line. */
  const crowded = $derived(stops.length > 9);
  const units = $derived(project.document.units ?? "mm");

  function keys(event: KeyboardEvent, name: string) {
    if (event.key !== "ArrowRight" && event.key !== "ArrowLeft") return;
    const parts = stops.flatMap((stop) => ("part" in stop ? [stop.part.name] : []));
    const next = parts[parts.indexOf(name) + (event.key === "ArrowRight" ? 1 : -1)];
    if (!next) return;
    event.preventDefault();
    onselect(next);
    document.querySelector<HTMLElement>(`[data-part="${next}"]`)?.focus();
  }
</script>

<nav
  aria-label="parts and the fits between them"
  class={[
    "relative flex shrink-0 items-center gap-x-2 border-b border-rule px-4 py-2",
    crowded ? "max-h-40 flex-wrap gap-y-1 overflow-y-auto" : "overflow-x-auto",
  ]}
>
  {#each stops as stop, index (index)}
    {#if "part" in stop}
      <button
        class={[
          "flex shrink-0 flex-col rounded-slip border bg-raised text-left",
          crowded ? "px-2 py-0.5 text-small" : "min-w-28 px-3 py-1.5",
          part === stop.part.name
            ? "border-ink shadow-[3px_3px_0_var(--color-rule)]"
            : "border-rule hover:border-firm",
        ]}
        aria-pressed={part === stop.part.name}
        data-part={stop.part.name}
        onclick={() => onselect(stop.part.name)}
        onkeydown={(event) => keys(event, stop.part.name)}
      >
        <span class="flex items-center gap-1.5"
          ><span
            class="h-2.5 w-2.5 shrink-0 border border-ink"
            style:background={stop.part.colour}
            aria-hidden="true"
          ></span>{stop.part.label}
          {#if stop.part.severity === "stop" || stop.part.severity === "warning"}<Mark
              severity={stop.part.severity}
            />{/if}{#if project.hidden.has(stop.part.name)}<span class="text-small text-soft"
              >hidden</span
            >{/if}</span
        >
        <span class={["text-small text-soft", crowded && "sr-only"]}>
          {stop.part.mass ? `${stop.part.mass.mass_g.toFixed(1)} g · ` : ""}{stop.part.steps.length}
          {stop.part.steps.length === 1 ? "step" : "steps"}
        </span>
      </button>
    {:else}
      <a
        class="shrink-0 rounded-slip border border-transparent px-1 py-0.5 hover:border-rule hover:bg-raised"
        href="/p/{project.id}/fit/{stop.fit.name}"
        onclick={inPlace}
        ><GapGauge fit={stop.fit} {units} small={crowded} />{#if stop.back}<span
            class="block text-center text-small text-soft">to {stop.back}</span
          >{/if}</a
      >
    {/if}
  {/each}
  <AddToRail {project} {part} {catalogue} {onselect} {onfit} />
</nav>
