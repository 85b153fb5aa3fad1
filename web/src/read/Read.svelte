<script lang="ts">
  import { onMount } from "svelte";
  import { server, type PageName, type PageView } from "../api/client";
  import { address, inPlace } from "../route/route.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import PageBar from "../ui/PageBar.svelte";

  let { room, kind }: { room: string; kind: string } = $props();

  const ROOMS: Record<string, string> = { steps: "Steps", fits: "Fits", checks: "Checks" };
  let names = $state.raw<PageName[]>([]);
  let page = $state.raw<PageView | null>(null);
  const listing = new Action();
  const asking = new Action();

  onMount(() =>
    listing.show(
      () => server.pages(),
      (found) => {
        names = found;
        const first = found[0];
        if (!room && first) address.go(`/read/${first.room}/${encodeURIComponent(first.kind)}`);
      },
    ),
  );
  $effect(() => {
    if (!room) return;
    return asking.show(
      () => server.page(room, kind),
      (found) => (page = found),
    );
  });
  $effect(() => {
    if (page) document.title = `${page.title} · Fair Hinge`;
  });
</script>

<div class="flex h-full flex-col">
  <PageBar title="Pages" about="every step, fit and check, from its own declaration" />
  <div class="flex min-h-0 flex-1 max-md:flex-col">
    <nav
      class="w-72 shrink-0 overflow-y-auto border-r border-rule bg-sheet px-5 py-4 text-small max-md:max-h-60 max-md:w-full"
      aria-label="what there is to read"
    >
      {#each Object.entries(ROOMS) as [name, words] (name)}
        <h2 class="mt-2 mb-1 text-soft">{words}</h2>
        <ul>
          {#each names.filter((one) => one.room === name) as one (one.kind)}
            {@const here = one.room === room && one.kind === kind}
            <li>
              <a
                class={["block py-0.5 hover:text-tide", here && "font-semibold text-tide"]}
                aria-current={here ? "page" : undefined}
                href="/read/{one.room}/{encodeURIComponent(one.kind)}"
                onclick={inPlace}>{one.title}</a
              >
            </li>
          {/each}
        </ul>
      {/each}
    </nav>
    <main class="min-w-0 flex-1 overflow-y-auto px-8 py-6">
      <Trouble of={listing} />
      <Trouble of={asking} />
      {#if page}
        <h2 class="text-title font-semibold">{page.title}</h2>
        <div class="mt-3 grid max-w-5xl grid-cols-[1fr_minmax(0,22rem)] gap-8 max-lg:grid-cols-1">
          <div>
            <p>{page.about}</p>
            {#each page.told as line, index (index)}<p class="mt-2">{line}</p>{/each}
            {#if page.found_by.length}
              <p class="mt-3 text-small text-soft">
                Found by: {page.found_by.join(", ")}.
              </p>
            {/if}
          </div>
          {#if page.picture}
            <img
              src={page.picture}
              alt="{page.title}, an example"
              class="max-h-72 w-full border border-rule bg-paper object-contain"
            />
          {/if}
        </div>
        {#if page.rows.length}
          <table class="mt-6 w-full max-w-5xl text-left text-small">
            <caption class="sr-only">what can be set of it</caption>
            <thead>
              <tr class="border-b border-ink text-soft">
                <th class="py-1 pr-4 font-normal">what</th>
                <th class="py-1 pr-4 font-normal">takes</th>
                <th class="py-1 pr-4 font-normal">left alone</th>
                <th class="py-1 font-normal">counts when</th>
              </tr>
            </thead>
            <tbody>
              {#each page.rows as row, index (index)}
                <tr class="border-b border-dashed border-rule align-baseline">
                  <td class="py-1 pr-4">{row.what}</td>
                  <td class="py-1 pr-4 text-soft">{row.takes}</td>
                  <td class="figure py-1 pr-4">{row.alone}</td>
                  <td class="py-1 text-soft">{row.when}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      {/if}
    </main>
  </div>
</div>
