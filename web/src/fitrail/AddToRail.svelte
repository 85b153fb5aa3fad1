<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import { server, type Catalogue } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

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

  const asking = new Action();
  const here = $derived(project.shown.parts.find((one) => one.name === part));

  async function addPart() {
    const name = await asking.run(() =>
      project.begin("added a part", (document) => server.beginPart(document)),
    );
    if (name) onselect(name);
  }
</script>

<DropdownMenu.Root>
  <DropdownMenu.Trigger class="word-button ml-1 min-h-6 shrink-0 px-1 text-small"
    >+ part<span class="sr-only">, or a fit</span></DropdownMenu.Trigger
  >
  <DropdownMenu.Portal to="#overlays">
    <DropdownMenu.Content class="slip z-40 w-64 p-1 text-small" align="start">
      <DropdownMenu.Item
        class="cursor-pointer rounded-slip px-2 py-1 data-highlighted:bg-tide-wash"
        onSelect={addPart}>a new part, empty</DropdownMenu.Item
      >
      <DropdownMenu.Item
        disabled={!here?.key || !catalogue}
        class="cursor-pointer rounded-slip px-2 py-1 data-disabled:opacity-50 data-highlighted:bg-tide-wash"
        onSelect={onfit}
        >something that must meet {here?.label ?? "a part"}{here?.key
          ? " …"
          : ", once it has a solid"}</DropdownMenu.Item
      >
    </DropdownMenu.Content>
  </DropdownMenu.Portal>
</DropdownMenu.Root>
<Trouble of={asking} />
