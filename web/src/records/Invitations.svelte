<script lang="ts">
  import { server } from "../api/client";
  import { Action } from "../ui/action.svelte";
  import Trouble from "../ui/Trouble.svelte";

  /** An address for one more maker; it is shown once. */
  let link = $state("");
  const asking = new Action();

  async function invite() {
    const made = await asking.run(() => server.invite());
    if (made) link = `${location.origin}${made.path}`;
  }
</script>

<section aria-labelledby="makers-title" class="mb-10">
  <h2 id="makers-title" class="text-lead font-semibold">Makers</h2>
  <p class="mb-3 max-w-prose text-small text-soft">
    Each maker has a shelf of their own and sees what others share with them; the bench is
    everybody's. An invitation lets one in, once, within a week.
  </p>
  <button class="plain-button text-small" disabled={asking.busy} onclick={invite}
    >Invite a maker</button
  >
  <Trouble of={asking} />
  {#if link}
    <p class="mt-3 text-small" role="status">
      Send this address to whom you invite; it is not shown again:
      <span class="figure block select-all break-all">{link}</span>
    </p>
  {/if}
</section>
