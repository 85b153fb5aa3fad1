<script lang="ts">
  import { onMount, tick } from "svelte";
  import { server, type Catalogue, type KindInfo } from "../api/client";
  import { freshName, partOf, type StepSpec } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import Bought from "./Bought.svelte";
  import Checklist from "./Checklist.svelte";
  import UsedFor from "./UsedFor.svelte";
  import Measures from "./Measures.svelte";
  import StepFinder from "./StepFinder.svelte";
  import StepLine from "./StepLine.svelte";

  let {
    project,
    part: partName,
    lit = $bindable(null),
  }: {
    project: Project;
    part: string;
    lit: { part: string; step: string } | null;
  } = $props();

  const STANCES = ["bottom", "top", "front", "back", "left", "right"];
  let current = $state("");
  let finding = $state(false);
  let catalogue = $state<Catalogue | null>(null);
  let list = $state<HTMLElement>();

  const part = $derived(project.shown.parts.find((one) => one.name === partName));
  const spec = $derived(partOf(project.document, partName));

  onMount(() => {
    void server.catalogue().then(
      (found) => (catalogue = found),
      () => {},
    );
  });

  async function find() {
    catalogue ??= await server.catalogue().catch(() => null);
    finding = catalogue !== null;
  }

  function keys(event: KeyboardEvent) {
    const at = event.target as HTMLElement;
    const typing = at.matches("input, textarea, select, [contenteditable]");
    if (event.key === "/" && !typing && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      void find();
    }
  }

  const defaults = (kind: KindInfo) =>
    Object.fromEntries(
      kind.fields
        .filter((field) => field.default !== "")
        .map((field) => [field.name, field.default]),
    );

  async function add(kind: KindInfo, outline: KindInfo | null) {
    const steps = spec?.steps ?? [];
    const id = freshName(kind.kind.replaceAll(" ", "_"), [
      ...steps.map((step) => step.id),
      ...(spec?.measures ?? []).map((measure) => measure.name),
    ]);
    const step: StepSpec = {
      id,
      kind: kind.kind,
      label: "",
      note: "",
      enabled: true,
      fields: defaults(kind),
      outline: outline ? { kind: outline.kind, fields: defaults(outline), more: [] } : null,
      stations:
        kind.has_stations && outline
          ? [
              {
                outline: { kind: outline.kind, fields: defaults(outline), more: [] },
                up: "20 mm",
                x: "0",
                y: "0",
                turn: "0",
              },
            ]
          : [],
      place: null,
    };
    const top = [...(part?.places ?? [])].reverse().find((place) => place.endsWith(".top"));
    if (kind.has_place && top) step.place = { on: top, x: "0", y: "0", out: "0", turn: "0" };
    const after = steps.findIndex((one) => one.id === current);
    project.change(`added ${kind.title.toLowerCase()} to ${part?.label}`, (document) => {
      const target = partOf(document, partName)!;
      const all = (target.steps ??= []);
      all.splice(after < 0 ? all.length : after + 1, 0, step);
    });
    current = id;
    // The sentence is there once the server has answered; then its first number is selected.
    const started = Date.now();
    const select = () => {
      const input = list?.querySelector<HTMLInputElement>(
        `[data-step="${id}"] :is(input, textarea)`,
      );
      if (input) input.focus();
      else if (Date.now() - started < 5000) requestAnimationFrame(select);
    };
    await tick();
    select();
  }

  function act(id: string, what: string) {
    if (what === "current") {
      current = id;
      return;
    }
    const words: Record<string, string> = {
      up: "moved up",
      down: "moved down",
      duplicate: "written again",
      toggle: "switched",
      remove: "struck out",
      station: "one more outline",
      unstation: "one outline less",
      join: "an outline joined",
      unjoin: "the joined outline taken off",
    };
    project.change(`${part?.label} ${id}: ${words[what]}`, (document) => {
      const steps = partOf(document, partName)!.steps!;
      const at = steps.findIndex((step) => step.id === id);
      const step = steps[at];
      if (!step) return;
      const stations = (step.stations ??= []);
      const last = stations.at(-1);
      if (what === "station") {
        const outline = last?.outline ?? step.outline!;
        stations.push({
          outline: JSON.parse(JSON.stringify(outline)),
          up: last ? `${last.up} + 10 mm` : "20 mm",
          x: last?.x ?? "0",
          y: last?.y ?? "0",
          turn: "0",
        });
      }
      if (what === "unstation") stations.pop();
      if (what === "join" && step.outline)
        (step.outline.more ??= []).push({
          mode: "add",
          outline: { kind: "circle", fields: { diameter: "10 mm" }, more: [] },
          x: "10 mm",
          y: "0",
          turn: "0",
        });
      if (what === "unjoin") step.outline?.more?.pop();
      if (what === "toggle") step.enabled = !step.enabled;
      if (what === "remove") steps.splice(at, 1);
      if (what === "duplicate") {
        const again = JSON.parse(JSON.stringify(step)) as StepSpec;
        again.id = freshName(
          step.id,
          steps.map((one) => one.id),
        );
        steps.splice(at + 1, 0, again);
      }
      const to = what === "up" ? at - 1 : what === "down" ? at + 1 : at;
      if (to !== at && to >= 0 && to < steps.length) {
        steps.splice(at, 1);
        steps.splice(to, 0, step);
      }
    });
  }

  function setMass(text: string) {
    const grams = Number(text);
    const given = Number.isFinite(grams) && grams > 0;
    project.change(
      `${part?.label}: ${given ? `should weigh ${grams} g` : "no mass expected"}`,
      (document) => {
        partOf(document, partName)!.expected_mass = given
          ? { grams, tolerance_percent: 2, material: "" }
          : null;
      },
    );
  }
</script>

<svelte:window onkeydown={keys} />

<div class="flex h-full flex-col overflow-y-auto bg-sheet" bind:this={list}>
  <Measures {project} />
  {#if part && spec}
    <section aria-label="{part.label}, step by step" class="pb-4">
      <div class="flex items-baseline gap-3 px-5 pb-1.5">
        <h2 class="text-small text-soft">
          <span class="text-body font-semibold text-ink">{part.label}</span>, {part.steps.length}
          {part.steps.length === 1 ? "step" : "steps"}
        </h2>
        <button class="word-button ml-auto text-small" onclick={find}
          >add a step <span class="key">/</span></button
        >
      </div>
      <ol>
        {#each part.steps as step, index (step.id)}
          <StepLine
            {project}
            {part}
            {step}
            number={index + 1}
            current={current === step.id}
            lit={lit?.part === partName && (lit.step === step.id || lit.step === step.fit)}
            onenter={(inside) =>
              (lit = inside ? { part: partName, step: step.fit || step.id } : null)}
            onact={(what) => act(step.id, what)}
            {catalogue}
          />
        {:else}
          <li class="border-t border-dashed border-rule px-5 py-4 text-soft">
            Nothing here yet. Press <span class="key">/</span> and begin with an outline to extrude.
          </li>
        {/each}
      </ol>
      <p class="border-t border-dashed border-rule px-5 pt-2 text-small text-soft">
        Printed standing on its
        <select
          class="border-b border-dotted border-firm bg-transparent text-ink"
          aria-label="which face of the {part.label} stands on the bed"
          value={spec.stance ?? "bottom"}
          onchange={(event) =>
            project.set(
              `parts.${partName}.stance`,
              event.currentTarget.value,
              `${part.label} stands on its ${event.currentTarget.value}`,
            )}
        >
          {#if !STANCES.includes(spec.stance ?? "bottom")}<option value={spec.stance}
              >side chosen on the bed</option
            >{/if}
          {#each STANCES as stance (stance)}<option value={stance}>{stance}</option>{/each}
        </select>. Should weigh
        <input
          class="figure field-sizing-content min-w-6 border-b border-dotted border-firm bg-transparent text-ink"
          aria-label="expected mass of the {part.label} in grams"
          placeholder="any"
          value={spec.expected_mass?.grams ?? ""}
          onchange={(event) => setMass(event.currentTarget.value)}
        />
        g.
        {#if part.mass}
          Solid it is <span class="figure text-ink">{part.mass.mass_g.toFixed(1)}</span> g:
          {((part.volume_mm3 ?? 0) / 1000).toFixed(2)} cm³ × {part.mass.density_g_cm3} g/cm³.
        {/if}
      </p>
      <Bought {project} {part} {spec} />
    </section>
    <UsedFor {project} />
    <Checklist {project} />
  {/if}
</div>

{#if catalogue}
  <StepFinder bind:open={finding} {catalogue} onchoose={add} />
{/if}
