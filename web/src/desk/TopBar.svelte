<script lang="ts">
  import { onMount } from "svelte";
  import { DropdownMenu } from "bits-ui";
  import { address as files, server, type ProcessView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { address, inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Hint from "../ui/Hint.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { here } from "../api/maker.svelte";
  import Sharing from "./Sharing.svelte";
  import Conflict from "./Conflict.svelte";
  import Brand from "../ui/Brand.svelte";
  import ThemeSwitch from "../ui/ThemeSwitch.svelte";

  let { project }: { project: Project } = $props();

  const LONG_S = 2;
  const FORMATS = ["stl", "3mf", "obj", "ply", "glb"];
  const doing = $derived(project.build.solid ? "proving" : "building");
  const kept = $derived(
    {
      saved:
        `kept, revision ${project.revision}` +
        (!project.build.on
          ? ""
          : project.build.seconds < LONG_S
            ? `, ${doing} …`
            : `, still ${doing}, ${project.build.seconds} s`),
      saving: "keeping …",
      troubled: project.trouble,
      offline: "no connection: kept in this browser, sending again",
      stale: "not kept: changed elsewhere",
      refused: `not taken: ${project.trouble}`,
      gone: "thrown away elsewhere; what is here is not kept",
    }[project.keeping],
  );
  const loud = $derived(
    ["offline", "troubled", "stale", "refused", "gone"].includes(project.keeping),
  );

  function rename(event: Event & { currentTarget: HTMLInputElement }) {
    const title = event.currentTarget.value.trim();
    if (title && title !== project.document.title) {
      project.change(`renamed ${title}`, (document) => (document.title = title));
    } else event.currentTarget.value = project.document.title;
  }

  let processes = $state.raw<ProcessView[]>([]);
  const asking = new Action();
  const offering = new Action();
  function look() {
    offering.show(
      () => server.bench(),
      (found) => (processes = found),
    );
  }
  function choose(id: string) {
    const one = processes.find((process) => String(process.id) === id);
    if (one) void project.meantFor(one.id, one.name);
  }
  onMount(look);

  async function keepAsNew() {
    const id = await asking.run(() => project.keepAsNew());
    if (id) address.go(`/p/${id}`);
  }
</script>

<header
  class="flex min-h-12 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1"
>
  <Brand />
  <h1 class="sr-only">{project.document.title}</h1>
  <div class="min-w-0">
    <input
      class="field-sizing-content max-w-72 truncate border-b border-transparent bg-transparent text-lead font-semibold hover:border-firm focus:border-tide"
      value={project.document.title}
      aria-label="title of the project"
      maxlength="120"
      onchange={rename}
      onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  </div>
  <div class="flex gap-3 text-small">
    <Hint words={project.undoWords ?? ""}>
      {#snippet children(props)}
        <button
          {...props}
          class="word-button min-h-6"
          disabled={project.undoWords === null && project.keeping !== "refused"}
          onclick={() => project.undo()}>undo</button
        >
      {/snippet}
    </Hint>
    <Hint words={project.redoWords ?? ""}>
      {#snippet children(props)}
        <button
          {...props}
          class="word-button min-h-6"
          disabled={project.redoWords === null}
          onclick={() => project.redo()}>redo</button
        >
      {/snippet}
    </Hint>
  </div>
  <nav class="flex gap-3 text-small" aria-label="this project">
    <a class="word-button" href="/p/{project.id}/print" onclick={inPlace}>on the bed</a>
    <a class="word-button" href="/p/{project.id}/compare" onclick={inPlace}>compare</a>
    <a class="word-button" href="/p/{project.id}/history" onclick={inPlace}>history</a>
    {#if here.told?.name}<Sharing id={project.id} />{/if}
  </nav>
  <p
    role="status"
    class={["ml-auto truncate text-small", loud ? "font-semibold text-brick" : "text-soft"]}
  >
    {#if loud}<span aria-hidden="true">■ </span>{/if}{kept}
  </p>
  {#if project.elsewhere}
    <p class="flex max-w-80 items-baseline gap-1 text-small text-tide" role="status">
      <span class="truncate" title={project.elsewhere}>from elsewhere: {project.elsewhere}</span>
      <button class="word-button px-1" onclick={() => (project.elsewhere = "")}
        ><span class="sr-only">close this message</span>×</button
      >
    </p>
  {/if}
  {#if project.build.on && project.build.seconds >= LONG_S}
    <button class="plain-button shrink-0 text-small" onclick={() => project.build.stop(project.id)}
      >stop</button
    >
  {:else if project.build.unbuilt && !project.build.on}
    <p class="max-w-96 truncate text-small text-brick" role="alert" title={project.build.unbuilt}>
      ■ not built: {project.build.unbuilt}
    </p>
    <button class="plain-button shrink-0 text-small" onclick={() => project.buildAgain()}
      >build it again</button
    >
  {/if}
  {#if project.keeping === "stale"}
    <Conflict {project} onnew={keepAsNew} />
  {:else if project.keeping === "gone"}
    <button class="plain-button shrink-0 text-small" onclick={keepAsNew}
      >keep it as a new project</button
    >
  {:else if project.keeping === "refused"}
    <button class="plain-button shrink-0 text-small" onclick={() => project.takeTheirs()}
      >back to what was kept</button
    >
  {:else if project.keeping === "offline" || project.keeping === "troubled"}
    <button class="plain-button text-small" onclick={() => project.tryAgain()}>try now</button>
  {/if}
  <Trouble of={asking} />
  <span class="hidden text-small lg:inline">
    <Choose
      value=""
      options={[
        { value: "", words: project.report.process },
        ...processes.map((one) => ({
          value: String(one.id),
          words: `${one.name}, as on the bench`,
        })),
      ]}
      label="the process it is meant for"
      onset={choose}
    />
  </span>
  <span class="text-small">
    <Choose
      value={project.document.units ?? "mm"}
      options={[
        { value: "mm", words: "mm" },
        { value: "in", words: "in" },
      ]}
      label="units of bare numbers"
      onset={(units) => project.change(`units ${units}`, (document) => (document.units = units))}
    />
  </span>
  <DropdownMenu.Root>
    <DropdownMenu.Trigger class="plain-button text-small" data-take-away
      >take away</DropdownMenu.Trigger
    >
    <DropdownMenu.Portal to="#overlays">
      <DropdownMenu.Content class="slip z-40 w-72 p-3 text-small" align="end" sideOffset={6}>
        {#each project.report.parts.filter((part) => part.key) as part (part.name)}
          <div class="flex items-baseline gap-1 py-1">
            <span class="mr-auto truncate">{part.label}</span>
            {#each FORMATS as format (format)}
              <DropdownMenu.Item>
                {#snippet child({ props })}
                  <a
                    {...props}
                    class="figure rounded-slip px-1 hover:bg-tide-wash data-highlighted:bg-tide-wash"
                    download
                    href={files.export(project.id, part.name, format)}
                    aria-label="{part.label} as {format}">{format}</a
                  >
                {/snippet}
              </DropdownMenu.Item>
            {/each}
          </div>
        {/each}
        <div class="mt-2 border-t border-rule pt-2">
          <DropdownMenu.Item>
            {#snippet child({ props })}
              <a
                {...props}
                class="block rounded-slip px-1 py-1 hover:bg-tide-wash data-highlighted:bg-tide-wash"
                download
                href={files.exportAll(project.id)}>all parts side by side, 3mf</a
              >
            {/snippet}
          </DropdownMenu.Item>
          <DropdownMenu.Item>
            {#snippet child({ props })}
              <a
                {...props}
                class="block rounded-slip px-1 py-1 hover:bg-tide-wash data-highlighted:bg-tide-wash"
                download
                href={files.document(project.id)}>the project itself, json</a
              >
            {/snippet}
          </DropdownMenu.Item>
          <DropdownMenu.Item>
            {#snippet child({ props })}
              <a
                {...props}
                class="block rounded-slip px-1 py-1 hover:bg-tide-wash data-highlighted:bg-tide-wash"
                download
                href={files.whole(project.id)}>with its history, meshes, prints, zip</a
              >
            {/snippet}
          </DropdownMenu.Item>
        </div>
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
  <ThemeSwitch />
</header>
