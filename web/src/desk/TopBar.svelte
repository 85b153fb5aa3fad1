<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import { address, server, type ProcessView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { inPlace } from "../route.svelte";
  import Brand from "../ui/Brand.svelte";
  import ThemeSwitch from "../ui/ThemeSwitch.svelte";

  let { project }: { project: Project } = $props();

  const FORMATS = ["stl", "3mf", "obj", "ply", "glb"];
  const kept = $derived(
    {
      saved: `kept, revision ${project.revision}`,
      saving: "keeping …",
      offline: "no connection: kept in this browser, sending again",
      stale: "not kept: changed elsewhere",
      refused: `not taken: ${project.trouble}`,
    }[project.keeping],
  );
  const loud = $derived(["offline", "stale", "refused"].includes(project.keeping));

  function rename(event: Event & { currentTarget: HTMLInputElement }) {
    const title = event.currentTarget.value.trim();
    if (title && title !== project.document.title) {
      project.change(`renamed ${title}`, (document) => (document.title = title));
    } else event.currentTarget.value = project.document.title;
  }

  let processes = $state.raw<ProcessView[]>([]);
  async function look() {
    processes = await server.bench().catch(() => []);
  }
  function choose(event: Event & { currentTarget: HTMLSelectElement }) {
    const one = processes.find((process) => String(process.id) === event.currentTarget.value);
    event.currentTarget.value = "";
    if (one) void project.meantFor(one.id, one.name);
  }

  function setUnits(event: Event & { currentTarget: HTMLSelectElement }) {
    const units = event.currentTarget.value as "mm" | "in";
    project.change(`units ${units}`, (document) => (document.units = units));
  }
</script>

<header class="flex h-12 shrink-0 items-center gap-4 border-b border-rule px-4">
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
    <button
      class="word-button"
      disabled={project.undoWords === null}
      title={project.undoWords ?? ""}
      onclick={() => project.undo()}>undo</button
    >
    <button
      class="word-button"
      disabled={project.redoWords === null}
      title={project.redoWords ?? ""}
      onclick={() => project.redo()}>redo</button
    >
  </div>
  <nav class="flex gap-3 text-small" aria-label="this project">
    <a class="word-button" href="/p/{project.id}/print" onclick={inPlace}>on the bed</a>
    <a class="word-button" href="/p/{project.id}/compare" onclick={inPlace}>compare</a>
    <a class="word-button" href="/p/{project.id}/history" onclick={inPlace}>history</a>
  </nav>
  <p
    role="status"
    class={["ml-auto truncate text-small", loud ? "font-semibold text-brick" : "text-soft"]}
  >
    {#if loud}<span aria-hidden="true">■ </span>{/if}{kept}
  </p>
  {#if project.keeping === "stale"}
    <button class="plain-button text-small" onclick={() => project.takeTheirs()}>take theirs</button
    >
    <button class="plain-button text-small" onclick={() => project.putMine()}
      >keep mine on top</button
    >
  {:else if project.keeping === "offline"}
    <button class="plain-button text-small" onclick={() => project.tryAgain()}>try now</button>
  {/if}
  <select
    class="hidden max-w-64 bg-transparent text-small lg:inline"
    aria-label="the process it is meant for"
    value=""
    onfocus={look}
    onchange={choose}
  >
    <option value="">{project.report.process}</option>
    {#each processes as one (one.id)}<option value={one.id}>{one.name}, as on the bench</option
      >{/each}
  </select>
  <select
    class="bg-transparent text-small"
    aria-label="units of bare numbers"
    value={project.document.units}
    onchange={setUnits}
  >
    <option value="mm">mm</option>
    <option value="in">in</option>
  </select>
  <DropdownMenu.Root>
    <DropdownMenu.Trigger class="plain-button text-small">take away</DropdownMenu.Trigger>
    <DropdownMenu.Portal>
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
                    href={address.export(project.id, part.name, format)}
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
                href={address.exportAll(project.id)}>all parts side by side, 3mf</a
              >
            {/snippet}
          </DropdownMenu.Item>
          <DropdownMenu.Item>
            {#snippet child({ props })}
              <a
                {...props}
                class="block rounded-slip px-1 py-1 hover:bg-tide-wash data-highlighted:bg-tide-wash"
                download
                href={address.document(project.id)}>the project itself, json</a
              >
            {/snippet}
          </DropdownMenu.Item>
        </div>
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
  <ThemeSwitch />
</header>
