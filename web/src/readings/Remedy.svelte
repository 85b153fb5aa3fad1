<script lang="ts">
  import type { Consequence, FindingView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Followed from "./Followed.svelte";

  let {
    project,
    finding,
    ondone = () => {},
  }: {
    project: Project;
    finding: FindingView;
    /** After it was done: what was pressed is gone with what it cured. */
    ondone?: () => void;
  } = $props();

  const asking = new Action();
  const remedy = $derived(finding.remedy!);
  let looked = $state.raw<{ finding: FindingView; list: Consequence[] } | null>(null);

  async function look() {
    await asking.run(async () => {
      const asked = finding;
      looked = { finding: asked, list: (await project.remedy(remedy.edits)).consequences };
    });
  }

  async function apply() {
    const { edits, label } = remedy;
    await asking.run(async () => {
      const preview = await project.remedy(edits);
      project.put(preview.document, label);
      ondone();
    });
  }
</script>

<p class="mt-1 ml-5 flex flex-wrap items-baseline gap-x-3 text-small">
  <span class="text-soft">{remedy.label}</span>
  <button class="word-button" onclick={look}>what would change</button>
  <button class="plain-button text-small" onclick={apply}>do it</button>
</p>
<Trouble of={asking} />
{#if looked?.finding === finding}<div class="ml-5"><Followed list={looked.list} /></div>{/if}
