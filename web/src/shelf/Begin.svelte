<script lang="ts">
  import { untrack } from "svelte";
  import { Dialog, RadioGroup } from "bits-ui";
  import { Refused, server, type Catalogue, type Report } from "../api/client";
  import { address } from "../route/route.svelte";
  import Choose from "../ui/Choose.svelte";

  type Starter = Catalogue["starters"][number];
  type Unit = "mm" | "in";

  import Meeting from "./Meeting.svelte";

  let {
    starter,
    feels,
    onclosed,
  }: { starter: Starter | null; feels: readonly string[]; onclosed: () => void } = $props();

  let unit = $state<Unit>("mm");
  let answers = $state<Record<string, string>>({});
  let refused = $state<{ where: string; words: string } | null>(null);
  let busy = $state(false);
  let feel = $state("");
  let report = $state.raw<Report | null>(null);
  let drawing = $state(false);

  const own = (ask: Starter["asks"][number], of: Unit) => (of === "mm" ? ask.mm : ask.inches);

  // every thing begins with its own sizes
  $effect(() => {
    const asks = starter?.asks ?? [];
    answers = Object.fromEntries(
      asks.map((one) => [
        one.measure,
        own(
          one,
          untrack(() => unit),
        ),
      ]),
    );
    refused = null;
    feel = "";
    report = null;
  });

  // what these answers come to is shown while they are typed
  const SETTLE_MS = 250;
  $effect(() => {
    if (!starter?.asks.length) return;
    const given = [starter.name, unit, { ...answers }, feel] as const;
    const abort = new AbortController();
    const timer = setTimeout(async () => {
      drawing = true;
      try {
        const found = await server.previewStarter(...given, abort.signal);
        report = found;
        refused = null;
      } catch (problem) {
        if (!abort.signal.aborted) refuse(problem);
      } finally {
        if (!abort.signal.aborted) drawing = false;
      }
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  });

  function refuse(problem: unknown) {
    const known = problem instanceof Refused ? problem : null;
    refused = {
      where: known?.where ?? "",
      words: known
        ? known.message + (known.remedy ? `; ${known.remedy}` : "")
        : "The workshop does not answer.",
    };
  }

  /** The other unit: sizes that were left alone are told in it, typed ones stay as typed. */
  function choose(next: Unit) {
    for (const one of starter?.asks ?? [])
      if (answers[one.measure] === own(one, unit)) answers[one.measure] = own(one, next);
    unit = next;
  }

  async function begin(event: SubmitEvent) {
    event.preventDefault();
    if (!starter || busy) return;
    busy = true;
    refused = null;
    try {
      const made = await server.create(starter.name, unit, answers, feel);
      address.go(`/p/${made.id}`);
    } catch (problem) {
      refuse(problem);
    } finally {
      busy = false;
    }
  }
</script>

<Dialog.Root
  open={starter !== null}
  onOpenChange={(open) => {
    if (!open) onclosed();
  }}
>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-16 left-1/2 z-50 max-h-[calc(100vh-5rem)] w-3xl max-w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto p-5"
    >
      <Dialog.Title class="text-lead font-semibold">{starter?.title}</Dialog.Title>
      <Dialog.Description class="mb-4 text-small text-soft">{starter?.about}</Dialog.Description>
      <div class="grid grid-cols-[1fr_1.25fr] gap-6 max-sm:grid-cols-1">
        <form onsubmit={begin} class="flex flex-col gap-3">
          <RadioGroup.Root
            class="flex gap-2 text-small"
            aria-label="unit"
            value={unit}
            onValueChange={(next) => choose(next === "in" ? "in" : "mm")}
          >
            {#each ["mm", "in"] as one (one)}
              <RadioGroup.Item
                value={one}
                class="min-h-6 border-b-2 border-transparent px-1 text-soft data-[state=checked]:border-ink data-[state=checked]:text-ink"
                >{one === "mm" ? "millimetres" : "inches"}</RadioGroup.Item
              >
            {/each}
          </RadioGroup.Root>
          {#each starter?.asks ?? [] as ask (ask.measure)}
            <label class="flex flex-wrap items-baseline justify-between gap-x-3">
              <span>{ask.words}</span>
              <input
                class={[
                  "figure min-h-7 w-32 rounded-slip border-b bg-transparent px-1 hover:bg-raised focus:bg-raised",
                  refused?.where === ask.measure ? "border-brick text-brick" : "border-firm",
                ]}
                data-ask={ask.measure}
                aria-invalid={refused?.where === ask.measure ? "true" : undefined}
                bind:value={answers[ask.measure]}
              />
              {#if refused?.where === ask.measure}
                <span class="w-full text-small text-brick" role="alert">■ {refused.words}</span>
              {/if}
            </label>
          {/each}
          {#if starter?.feel}
            <label class="flex flex-wrap items-baseline justify-between gap-x-3">
              <span>How should it feel?</span>
              <Choose
                value={feel}
                options={[
                  { value: "", words: `${starter.feel}, as usual for it` },
                  ...feels
                    .filter((one) => one !== starter.feel)
                    .map((one) => ({ value: one, words: one })),
                ]}
                label="how it should feel"
                onset={(next) => (feel = next)}
              />
            </label>
          {/if}
          {#if refused && !(starter?.asks ?? []).some((one) => one.measure === refused?.where)}
            <p class="text-small text-brick" role="alert">■ {refused.words}</p>
          {/if}
          <p class="mt-1 flex justify-end gap-3">
            <Dialog.Close class="word-button" type="button">leave it</Dialog.Close>
            <button class="plain-button px-4 py-1.5 font-semibold" disabled={busy}
              >{busy ? "making it …" : "begin with these"}</button
            >
          </p>
        </form>
        <div class="min-h-72" aria-busy={drawing}>
          {#if report}
            <div class={["transition-opacity", (drawing || refused) && "opacity-50"]}>
              <Meeting {report} units={unit} />
            </div>
          {:else if !refused}
            <p class="grid h-full place-items-center text-small text-soft">Working it out …</p>
          {/if}
        </div>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
