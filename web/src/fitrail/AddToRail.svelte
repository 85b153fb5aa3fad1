<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import { server, type Catalogue } from "../api/client";
  import FitFinder from "./FitFinder.svelte";
  import { asName, freshName } from "../project/paths";
  import type { Project } from "../project/project.svelte";

  let { project, part = $bindable() }: { project: Project; part: string } = $props();

  let catalogue = $state<Catalogue | null>(null);
  let finding = $state(false);
  const COLOURS = ["#7fa79f", "#d9b56c", "#8c9fb3", "#c98f76", "#a7ab7d", "#b39bb0"] as const;
  const here = $derived(project.shown.parts.find((one) => one.name === part));
  const open = $derived(here?.places.some((place) => place.endsWith(".rim")) ?? false);
  const lidded = $derived(project.document.fits?.some((fit) => fit.parts[0] === part) ?? false);

  const names = () => [
    ...(project.document.parts ?? []).map((one) => one.name),
    ...(project.document.fits ?? []).map((one) => one.name),
    ...(project.document.measures ?? []).map((one) => one.name),
  ];
  const nextColour = () => COLOURS[(project.document.parts?.length ?? 0) % COLOURS.length]!;

  function addPart() {
    const name = freshName(asName("part"), names());
    project.change(`added the part ${name}`, (document) => {
      (document.parts ??= []).push({
        name,
        label: name.replaceAll("_", " "),
        material: "",
        colour: nextColour(),
        stance: "bottom",
        measures: [],
        steps: [],
        bought: false,
        inside: "",
        clear: "0.5 mm",
        expected_mass: null,
      });
    });
    part = name;
  }

  function addLid(school: "lip" | "cap") {
    const base = part;
    const lid = freshName("lid", names());
    const fit = freshName("slip", [...names(), lid]);
    project.change(`gave ${here?.label} a lid`, (document) => {
      (document.parts ??= []).push({
        name: lid,
        label: lid === "lid" ? "Lid" : lid.replaceAll("_", " "),
        material: "",
        colour: nextColour(),
        stance: "top",
        measures: [],
        steps: [],
        bought: false,
        inside: "",
        clear: "0.5 mm",
        expected_mass: null,
      });
      (document.fits ??= []).push({
        name: fit,
        kind: "slip lid",
        label: `Lid on ${here?.label.toLowerCase()}`,
        parts: [base, lid],
        feel: "slide",
        gap: "",
        gives_way: "outer",
        fields: { school },
        place_a: null,
        place_b: null,
      });
    });
  }

  async function findFit() {
    catalogue ??= await server.catalogue().catch(() => null);
    finding = catalogue !== null;
  }

  function removePart() {
    const gone = part;
    project.change(`took the part ${here?.label} away`, (document) => {
      document.parts = document.parts?.filter((one) => one.name !== gone);
      const fits = document.fits?.filter((fit) => fit.parts.includes(gone)).map((fit) => fit.name);
      document.fits = document.fits?.filter((fit) => !fit.parts.includes(gone));
      for (const one of document.parts ?? []) {
        one.steps = one.steps?.filter(
          (step) => step.kind !== "fit" || !fits?.includes(step.fields?.fit ?? ""),
        );
      }
    });
    part = project.document.parts?.[0]?.name ?? "";
  }
</script>

<DropdownMenu.Root>
  <DropdownMenu.Trigger
    class="word-button ml-1 shrink-0 px-1 text-small"
    aria-label="add or take away a part">+ part</DropdownMenu.Trigger
  >
  <DropdownMenu.Portal>
    <DropdownMenu.Content class="slip z-40 w-64 p-1 text-small" align="start">
      <DropdownMenu.Item
        class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
        onSelect={addPart}>a new part, empty</DropdownMenu.Item
      >
      {#if here?.key}
        <DropdownMenu.Item
          class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
          onSelect={findFit}>something that must meet {here.label} …</DropdownMenu.Item
        >
      {/if}
      {#if open && !lidded}
        <DropdownMenu.Item
          class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
          onSelect={() => addLid("lip")}>a lid over a lip on {here?.label}</DropdownMenu.Item
        >
        <DropdownMenu.Item
          class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
          onSelect={() => addLid("cap")}>a cap over the outside of {here?.label}</DropdownMenu.Item
        >
      {/if}
      {#if here}
        <DropdownMenu.Item
          class="cursor-pointer rounded-slip px-2 py-1 text-brick data-highlighted:bg-brick-wash"
          onSelect={removePart}>take {here.label} and its fits away</DropdownMenu.Item
        >
      {/if}
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
</DropdownMenu.Root>
{#if catalogue}
  <FitFinder bind:open={finding} {project} {part} {catalogue} />
{/if}
