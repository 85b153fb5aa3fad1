<script lang="ts">
  import { DropdownMenu, Popover } from "bits-ui";
  import { server, type Catalogue, type PartView } from "../api/client";
  import { type PartSpec } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { editPart, movePart, takePartAway } from "../project/edits";

  let {
    project,
    part,
    spec,
    catalogue,
    onselect,
    onmeasure,
  }: {
    project: Project;
    part: PartView;
    spec: PartSpec;
    catalogue: Catalogue | null;
    onselect: (name: string) => void;
    onmeasure: () => void;
  } = $props();

  const asking = new Action();
  const parts = $derived(project.document.parts ?? []);
  const at = $derived(parts.findIndex((one) => one.name === part.name));
  const colours = $derived(catalogue?.colours ?? []);

  function set(words: string, edit: (spec: PartSpec) => void) {
    project.change(`${part.label}: ${words}`, (document) => editPart(document, part.name, edit));
  }

  function rename(event: Event & { currentTarget: HTMLInputElement }) {
    const label = event.currentTarget.value.trim();
    if (label && label !== spec.label) set(`now called ${label}`, (one) => (one.label = label));
    else event.currentTarget.value = part.label;
  }

  const materials = $derived([
    { value: "", words: "as the project" },
    ...(catalogue?.materials ?? []).map((name) => ({ value: name, words: name })),
  ]);

  async function duplicate() {
    const name = await asking.run(() =>
      project.begin(`${part.label} once more`, (document) => server.beginCopy(document, part.name)),
    );
    if (name) onselect(name);
  }

  function move(way: -1 | 1) {
    project.change(`${part.label} ${way < 0 ? "earlier" : "later"}`, (document) =>
      movePart(document, part.name, way),
    );
  }

  function takeAway() {
    let next = "";
    project.change(`took the part ${part.label} away`, (document) => {
      next = takePartAway(document, part.name);
    });
    onselect(next);
  }

  /** Draws it so, or solid again where it is drawn so. */
  function drawn(how: "hidden" | "seen through", words: string, back: string): Act {
    const now = spec.shown === how;
    return [
      now ? back : words,
      () => set(now ? "drawn solid" : how, (one) => (one.shown = now ? "solid" : how)),
      true,
    ];
  }

  type Act = [string, () => void, boolean];
  const acts: Act[] = $derived([
    ["a measure of its own", onmeasure, true],
    ["once more, without its fits", duplicate, true],
    ["earlier on the rail", () => move(-1), at > 0],
    ["later on the rail", () => move(1), at < parts.length - 1],
    drawn("hidden", "hide it", "show it"),
    drawn("seen through", "see through it", "draw it solid"),
    [`take ${part.label} and its fits away`, takeAway, true],
  ]);
</script>

<div class="flex flex-wrap items-baseline gap-x-2 text-small text-soft">
  <Popover.Root>
    <Popover.Trigger
      class="h-6 w-6 self-center rounded-slip border border-ink"
      style="background: {spec.colour}"
      aria-label="colour of the {part.label}"
    ></Popover.Trigger>
    <Popover.Portal to="#overlays">
      <Popover.Content class="slip z-40 flex items-center gap-2 p-2" sideOffset={4}>
        {#each colours as colour (colour)}
          <button
            class={[
              "h-7 w-7 rounded-slip border",
              spec.colour === colour ? "border-ink" : "border-rule",
            ]}
            style:background={colour}
            aria-label="colour {colour}"
            aria-pressed={spec.colour === colour}
            onclick={() => set("another colour", (one) => (one.colour = colour))}
          ></button>
        {/each}
        <label class="text-small"
          >any<input
            type="color"
            class="ml-1 h-7 w-9"
            value={spec.colour}
            onchange={(event) => {
              const colour = event.currentTarget.value;
              set("another colour", (one) => (one.colour = colour));
            }}
          /></label
        >
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
  <h2 class="contents">
    <span class="sr-only">{part.label}</span>
    <input
      class="field-sizing-content min-h-6 max-w-56 min-w-12 truncate rounded-slip border-b border-transparent bg-transparent text-body font-semibold text-ink hover:border-firm"
      value={part.label}
      aria-label="name of this part"
      maxlength="120"
      onchange={rename}
      onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  </h2>
  <span
    >{part.steps.length}
    {part.steps.length === 1 ? "step" : "steps"}, material
    <Choose
      value={spec.material ?? ""}
      options={materials}
      label="material of the {part.label}"
      onset={(material) =>
        set(`material ${material || "as the project"}`, (one) => (one.material = material))}
    /></span
  >
  {#if project.hidden.has(part.name)}<span class="text-brass">hidden</span>{/if}
  <DropdownMenu.Root>
    <DropdownMenu.Trigger
      class="grid h-6 w-6 place-items-center hover:text-ink"
      aria-label="what to do with the {part.label}">⋮</DropdownMenu.Trigger
    >
    <DropdownMenu.Portal to="#overlays">
      <DropdownMenu.Content class="slip z-40 w-60 p-1 text-small" align="start">
        {#each acts as [name, act, can] (name)}
          <DropdownMenu.Item
            disabled={!can}
            class="cursor-pointer rounded-slip px-2 py-1 data-disabled:opacity-50 data-highlighted:bg-tide-wash"
            onSelect={act}>{name}</DropdownMenu.Item
          >
        {/each}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
</div>
<Trouble of={asking} />
