<script lang="ts">
  import { onMount } from "svelte";
  import { server, type MakerView } from "../api/client";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  /** Who works here: addresses that let one in, shown once; shutting one out. */
  let makers = $state.raw<MakerView[]>([]);
  let link = $state<{ path: string; told: string } | null>(null);
  let leaving = $state("");
  const asking = new Action();

  onMount(async () => {
    makers = (await asking.run(() => server.makers())) ?? [];
  });

  async function invite() {
    const made = await asking.run(() => server.invite());
    if (made) link = { path: made.path, told: "Send this address to whom you invite" };
  }

  async function again(name: string) {
    const made = await asking.run(() => server.newPassword(name));
    if (made)
      link = { path: made.path, told: `Send this address to ${name} to choose a password at` };
  }

  async function letWork(name: string, works: boolean) {
    if (!works && leaving !== name) {
      leaving = name;
      return;
    }
    leaving = "";
    makers = (await asking.run(() => server.letWork(name, works))) ?? makers;
  }
</script>

<section aria-labelledby="makers-title" class="mb-10">
  <h2 id="makers-title" class="text-lead font-semibold">Makers</h2>
  <p class="mb-3 max-w-prose text-small text-soft">
    Each maker has a shelf of their own and sees what others share with them; the bench is
    everybody's. An invitation lets one in, once, within a week. What belongs to a maker who is shut
    out stays as it is.
  </p>
  <ul class="mb-3">
    {#each makers as one (one.name)}
      <li
        class="flex flex-wrap items-baseline gap-x-4 border-b border-dashed border-rule py-1.5 text-small"
        data-maker={one.name}
      >
        <span class="font-semibold">{one.name}</span>
        <span class="text-soft"
          >{one.keeper ? "keeps the workshop, " : ""}since
          {new Date(one.since).toLocaleDateString(undefined, { dateStyle: "medium" })}{one.works
            ? ""
            : ", shut out"}</span
        >
        <span class="ml-auto flex gap-4">
          {#if one.works}
            <button class="word-button" disabled={asking.busy} onclick={() => again(one.name)}
              >new password<span class="sr-only"> for {one.name}</span></button
            >
          {/if}
          {#if !one.keeper}
            <button
              class="word-button"
              disabled={asking.busy}
              onclick={() => letWork(one.name, !one.works)}
              >{!one.works
                ? "let in again"
                : leaving === one.name
                  ? "once more: shut out"
                  : "shut out"}<span class="sr-only">: {one.name}</span></button
            >
          {/if}
        </span>
      </li>
    {/each}
  </ul>
  <button class="plain-button text-small" disabled={asking.busy} onclick={invite}
    >Invite a maker</button
  >
  <Trouble of={asking} />
  {#if link}
    <p class="mt-3 text-small" role="status">
      {link.told}; it is not shown again:
      <span class="figure block select-all break-all">{location.origin}{link.path}</span>
    </p>
  {/if}
</section>
