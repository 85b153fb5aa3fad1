<script lang="ts">
  import { onMount, tick } from "svelte";
  import { Tooltip } from "bits-ui";
  import { address, inPlace, type Route } from "./route/route.svelte";
  import Door from "./door/Door.svelte";
  import { here } from "./api/maker.svelte";
  import Bench from "./bench/Bench.svelte";
  import Logbook from "./records/Logbook.svelte";
  import Read from "./read/Read.svelte";
  import Safekeeping from "./records/Safekeeping.svelte";
  import Shelf from "./shelf/Shelf.svelte";
  import Keys from "./ui/Keys.svelte";
  import { shortcuts } from "./ui/shortcuts.svelte";

  const route = $derived(address.current);
  const TITLES: Partial<Record<Route["view"], string>> = {
    read: "Pages",
    shelf: "Shelf",
    bench: "Bench",
    logbook: "Logbook",
    safekeeping: "Safekeeping",
    join: "Come in",
    lost: "Nothing here",
  };

  // where the workshop does not answer the page that is opened says so
  let unheard = $state("");
  onMount(() => {
    here.look().catch(() => (unheard = "The workshop does not answer. Is it running?"));
  });
  onMount(() => shortcuts.on("?", () => (shortcuts.listed = true)));

  // A page of its own has a title of its own, and the cursor begins at its heading.
  let first = true;
  $effect(() => {
    const title = TITLES[route.view];
    if (title) {
      document.title = `${title} · Fair Hinge`;
    }
    if (first) {
      first = false;
      return;
    }
    void tick().then(() => {
      if (document.activeElement && document.activeElement !== document.body) return;
      const start = document.querySelector<HTMLElement>("main, h1");
      start?.setAttribute("tabindex", "-1");
      start?.focus({ preventScroll: true });
    });
  });

  function skip(event: MouseEvent, id: string) {
    event.preventDefault();
    const target = document.getElementById(id);
    if (!target) return;
    const inner = target.querySelector<HTMLElement>("input, button, [tabindex='0']");
    (inner ?? target).focus();
  }
  const atDesk = $derived(route.view === "desk");
</script>

<Tooltip.Provider>
  {#if atDesk}
    <nav class="skips" aria-label="straight to">
      <a href="#sheet" onclick={(event) => skip(event, "sheet")}>to the sheet</a>
      <a href="#stage" onclick={(event) => skip(event, "stage")}>to the stage</a>
      <a href="#readings" onclick={(event) => skip(event, "readings")}>to the readings</a>
    </nav>
  {/if}

  {#if here.waits}
    <p class="p-6 text-soft" aria-busy="true">{unheard || "Looking who is there …"}</p>
  {:else if route.view === "join" && here.told?.told_apart && !here.told.name}
    <Door token={route.token} />
  {:else if here.atTheDoor}
    <Door />
  {:else if route.view === "shelf" || route.view === "join"}
    <Shelf />
  {:else if route.view === "bench"}
    <Bench />
  {:else if route.view === "logbook"}
    <Logbook />
  {:else if route.view === "safekeeping"}
    <Safekeeping />
  {:else if route.view === "read"}
    <Read room={route.room} kind={route.kind} />
  {:else if route.view === "lost"}
    <main class="grid h-full place-items-center">
      <div class="text-center">
        <h1 class="text-title font-semibold">There is nothing at this address</h1>
        <p class="mt-2">
          <a class="text-tide underline" href="/" onclick={inPlace}>Back to the shelf</a>
        </p>
      </div>
    </main>
  {:else}
    {#key route.project}
      <!-- the stage and its library come only where a project is opened -->
      {#await import("./ProjectView.svelte") then { default: ProjectView }}
        <ProjectView
          id={route.project}
          fit={route.view === "fit" ? route.fit : null}
          path={route.view === "outline" ? route.path : ""}
          view={route.view}
        />
      {/await}
    {/key}
  {/if}
  <Keys />
</Tooltip.Provider>
<!-- lists and menus open here, so that they stand in a place of their own for whoever listens -->
<div id="overlays" role="region" aria-label="what is open"></div>
