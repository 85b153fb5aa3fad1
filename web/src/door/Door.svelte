<script lang="ts">
  import { address } from "../route/route.svelte";
  import Brand from "../ui/Brand.svelte";
  import ThemeSwitch from "../ui/ThemeSwitch.svelte";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import { here } from "../api/maker.svelte";

  /** The door of a workshop that several makers share; with an invitation one comes in anew. */
  let { token = "" }: { token?: string } = $props();

  let name = $state("");
  let password = $state("");
  const asking = new Action();

  async function enter(event: SubmitEvent) {
    event.preventDefault();
    await asking.run(() =>
      token ? here.join(token, name, password) : here.signIn(name.trim(), password),
    );
    if (asking.trouble) return;
    password = "";
    if (token) address.go("/");
  }
</script>

<header class="flex h-12 items-center gap-4 border-b border-rule px-6">
  <Brand />
  <h1 class="text-lead font-semibold">Fair Hinge</h1>
  <span class="ml-auto"><ThemeSwitch /></span>
</header>
<main class="mx-auto mt-24 w-96 max-w-[calc(100vw-2rem)]">
  <form class="slip p-5" onsubmit={enter}>
    <h2 class="mb-1 text-lead font-semibold">{token ? "You are invited" : "Who is there?"}</h2>
    <p class="mb-4 text-small text-soft">
      {token
        ? "Choose a name that the others know you by, and a password of ten letters or more. Known here already: your name as it was, and another password."
        : "This workshop is shared: each maker has a shelf of their own."}
    </p>
    <label class="mb-3 block text-small"
      >name<input
        class="mt-1 w-full rounded-slip border border-rule bg-raised px-2 py-1 text-ink"
        autocomplete="username"
        required
        maxlength="150"
        bind:value={name}
      /></label
    >
    <label class="mb-4 block text-small"
      >password<input
        type="password"
        class="mt-1 w-full rounded-slip border border-rule bg-raised px-2 py-1 text-ink"
        autocomplete={token ? "new-password" : "current-password"}
        required
        minlength={token ? 10 : 1}
        maxlength="200"
        bind:value={password}
      /></label
    >
    <Trouble of={asking} />
    <button class="plain-button mt-2" disabled={asking.busy}>{token ? "Come in" : "Sign in"}</button
    >
  </form>
</main>
