<script lang="ts">
  import { editPart } from "../project/edits";
  import type { PartView } from "../api/client";
  import { type PartSpec } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import NumberField from "../field/NumberField.svelte";
  import Choose from "../ui/Choose.svelte";

  let { project, part, spec }: { project: Project; part: PartView; spec: PartSpec } = $props();

  const units = $derived(project.document.units ?? "mm");
  const others = $derived(project.shown.parts.filter((one) => one.name !== part.name));

  function set(words: string, edit: (spec: PartSpec) => void) {
    project.change(`${part.label}: ${words}`, (document) => editPart(document, part.name, edit));
  }
</script>

<p class="px-5 pt-1 text-small text-soft">
  <label>
    <input
      type="checkbox"
      class="accent-tide"
      checked={spec.bought}
      onchange={(event) => {
        const bought = event.currentTarget.checked;
        set(bought ? "is bought" : "is made", (one) => {
          one.bought = bought;
          if (bought && !one.inside) one.inside = others[0]?.name ?? "";
        });
      }}
    />
    bought, not printed</label
  >{#if spec.bought}; put into
    <Choose
      value={spec.inside ?? ""}
      options={[
        { value: "", words: "nothing yet" },
        ...others.map((one) => ({ value: one.name, words: one.label })),
      ]}
      label="the part it is put into"
      onset={(inside) => set(`put into ${inside}`, (one) => (one.inside = inside))}
    />, which keeps
    <NumberField
      field={{
        path: `parts.${part.name}.clear`,
        kind: "length",
        text: spec.clear ?? "0.5 mm",
        label: "room kept round it, a side",
      }}
      {units}
      names={project.report.names}
      onset={(text) => set(`kept clear by ${text}`, (one) => (one.clear = text))}
    /> clear a side{/if}.
</p>
