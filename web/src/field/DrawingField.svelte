<script lang="ts">
  import { bringDrawing } from "../project/edits";
  import { server, type FieldView } from "../api/client";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import { asName, freshName } from "../project/paths";
  import type { Project } from "../project/project.svelte";

  let {
    project,
    field,
    onset,
  }: { project: Project; field: FieldView; onset: (text: string) => void } = $props();

  const asking = new Action();
  const spec = $derived(project.document.drawings?.find((one) => one.name === field.text));

  async function bringIn(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    const traced = await asking.run(() => server.trace(file));
    if (traced) {
      const taken = project.document.drawings?.map((one) => one.name) ?? [];
      const name = freshName(asName(file.name.replace(/\.\w+$/, "")), taken);
      project.change(`brought in ${file.name}`, (document) =>
        bringDrawing(document, field.path, name, file.name, traced),
      );
    }
    input.value = "";
  }
</script>

<Choose
  value={field.text}
  options={(project.document.drawings ?? []).map((one) => ({ value: one.name, words: one.name }))}
  label={field.label}
  path={field.path}
  {onset}
/>
<label class="word-button cursor-pointer text-small focus-within:border-tide"
  >bring in a file<input
    type="file"
    accept=".svg,.dxf"
    class="sr-only"
    aria-label="bring in an SVG or DXF drawing"
    onchange={bringIn}
  /></label
>{#if asking.trouble}<span class="block text-small text-brick" role="alert">■ {asking.trouble}</span
  >{:else if spec?.skipped?.length}<span class="block text-small text-brass"
    >▲ left out of {spec.file}: {spec.skipped.join(", ")}</span
  >{/if}
