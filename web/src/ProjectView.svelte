<script lang="ts">
  import { onMount } from "svelte";
  import { Refused } from "./api/client";
  import Desk from "./desk/Desk.svelte";
  import TopBar from "./desk/TopBar.svelte";
  import OutlineDesk from "./outline/OutlineDesk.svelte";
  import FitDesk from "./fitdesk/FitDesk.svelte";
  import PrintDesk from "./print/PrintDesk.svelte";
  import Compare from "./records/Compare.svelte";
  import History from "./records/History.svelte";
  import { inPlace } from "./route/route.svelte";
  import { Project } from "./project/project.svelte";

  let {
    id,
    fit,
    path,
    view,
  }: {
    id: number;
    fit: string | null;
    /** Of the outline that is drawn, "" where none is. */
    path: string;
    view: "outline" | "desk" | "fit" | "print" | "history" | "compare";
  } = $props();

  let project = $state<Project | null>(null);
  let trouble = $state("");

  async function open() {
    trouble = "";
    try {
      project = await Project.open(id);
      if (left) project.close();
    } catch (problem) {
      trouble =
        problem instanceof Refused && problem.status === 404
          ? "This project is not on the shelf any more."
          : "The workshop does not answer. Is it running?";
    }
  }
  let left = false;
  onMount(() => {
    void open();
    return () => {
      left = true;
      project?.close();
    };
  });

  const VIEWS = {
    desk: "",
    fit: "",
    outline: "outline, ",
    print: "on the bed, ",
    history: "history, ",
    compare: "compare, ",
  };
  $effect(() => {
    if (!project) return;
    const named = project.report.fits.find((one) => one.name === fit);
    const what = named ? `${named.label || named.title}, ` : VIEWS[view];
    document.title = `${what}${project.document.title} · Fair Hinge`;
  });

  function keys(event: KeyboardEvent) {
    const key = event.key.toLowerCase();
    if (!project || !(event.ctrlKey || event.metaKey) || (key !== "z" && key !== "y")) return;
    const field = event.target;
    // Inside a field that is being typed in, undo is the field's own.
    if (field instanceof HTMLElement && field.dataset.typing === "true") return;
    event.preventDefault();
    void (key === "y" || event.shiftKey ? project.redo() : project.undo());
  }
</script>

<svelte:window onkeydown={keys} />

{#if project}
  <div class="flex h-full flex-col">
    <TopBar {project} />
    {#if fit}
      <FitDesk {project} name={fit} />
    {:else if view === "outline"}
      {#key path}<OutlineDesk {project} {path} />{/key}
    {:else if view === "print"}
      <PrintDesk {project} />
    {:else if view === "history"}
      <History {project} />
    {:else if view === "compare"}
      <Compare {project} />
    {:else}
      <Desk {project} />
    {/if}
  </div>
{:else if trouble}
  <main class="grid h-full place-items-center">
    <div class="text-center">
      <h1 class="text-lead font-semibold">{trouble}</h1>
      <p class="mt-3 flex justify-center gap-3">
        <button class="plain-button" onclick={open}>Try again</button>
        <a class="plain-button" href="/" onclick={inPlace}>Back to the shelf</a>
      </p>
    </div>
  </main>
{:else}
  <main class="grid h-full place-items-center" aria-busy="true">
    <p class="text-soft">Opening …</p>
  </main>
{/if}
