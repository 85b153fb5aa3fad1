<script lang="ts">
  import { address, inPlace } from "../route/route.svelte";
  import { here } from "../api/maker.svelte";
  import Brand from "./Brand.svelte";
  import ThemeSwitch from "./ThemeSwitch.svelte";

  let { title, about = "" }: { title: string; about?: string } = $props();

  const PAGES = [
    { view: "shelf", path: "/", word: "shelf" },
    { view: "bench", path: "/bench", word: "bench" },
    { view: "logbook", path: "/logbook", word: "logbook" },
    { view: "safekeeping", path: "/safekeeping", word: "safekeeping" },
    { view: "read", path: "/read", word: "pages" },
  ];
</script>

<header class="flex h-12 shrink-0 items-center gap-4 border-b border-rule px-6">
  <Brand />
  <h1 class="text-lead font-semibold">{title}</h1>
  {#if about}<p class="text-small text-soft">{about}</p>{/if}
  <nav class="ml-auto flex gap-4 text-small" aria-label="pages">
    {#each PAGES as page (page.view)}
      {#if address.current.view !== page.view}<a
          class="word-button"
          href={page.path}
          onclick={inPlace}>{page.word}</a
        >{/if}
    {/each}
  </nav>
  {#if here.told?.name}
    <span class="text-small text-soft">{here.told.name}</span>
    <button class="word-button text-small" onclick={() => void here.signOut()}>sign out</button>
  {/if}
  <ThemeSwitch />
</header>
