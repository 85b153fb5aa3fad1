<script lang="ts">
  import { Command, Dialog } from "bits-ui";
  import { server, type Catalogue, type FitInfo } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { address } from "../route.svelte";
  import { matching } from "../sheet/matching";
  import type { Touch } from "../stage/scene";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let {
    open = $bindable(false),
    project,
    part,
    catalogue,
    touch,
  }: {
    open: boolean;
    project: Project;
    part: string;
    catalogue: Catalogue;
    /** The face pressed last: where the fit stands, if it is on this part. */
    touch: Touch | null;
  } = $props();

  let search = $state("");
  let marked = $state("");
  let kind = $state<FitInfo | null>(null);
  let other = $state("");
  let faceA = $state("");
  let faceB = $state("");
  const asking = new Action();

  const shown = $derived(
    catalogue.fits
      .map((one) => ({ one, score: matching(one.title, search, one.also) }))
      .filter((entry) => entry.score > 0)
      .sort((a, b) => b.score - a.score)
      .map((entry) => entry.one),
  );
  $effect(() => {
    marked = shown[0]?.title ?? "";
  });
  const here = $derived(project.report.parts.find((one) => one.name === part));
  const others = $derived(project.report.parts.filter((one) => one.name !== part));
  const there = $derived(others.find((one) => one.name === other));
  const needsPart = $derived(kind !== null && !kind.makes_b);
  const faces = (places: readonly string[] | undefined) => [
    { value: "", words: "the roomiest face that looks up" },
    ...(places ?? []).map((place) => ({ value: place, words: place.replaceAll("_", " ") })),
  ];

  function pick(chosen: FitInfo) {
    kind = chosen;
    other = chosen.makes_b ? "" : (others[0]?.name ?? "");
    const pressed = touch && touch.part === part ? touch.place : "";
    faceA = here?.places.includes(pressed) ? pressed : "";
    faceB = "";
  }

  async function make() {
    const chosen = kind!;
    const given = {
      kind: chosen.kind,
      way: chosen.way,
      a: part,
      b: other,
      on_a: faceA,
      on_b: faceB,
    };
    const fit = await asking.run(() =>
      project.begin(`${chosen.title.toLowerCase()} on ${here?.label}`, (document) =>
        server.beginFit(document, given),
      ),
    );
    if (!fit) return;
    open = false;
    kind = null;
    address.go(`/p/${project.id}/fit/${fit}`);
  }
</script>

<Dialog.Root
  bind:open
  onOpenChange={(now) => {
    if (!now) kind = null;
    search = "";
  }}
>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-24 left-1/2 z-50 max-h-[80vh] w-xl max-w-[calc(100vw-2rem)] -translate-x-1/2 overflow-y-auto"
    >
      <Dialog.Title class="px-4 pt-3 text-lead font-semibold"
        >What must meet {here?.label ?? "this part"}?</Dialog.Title
      >
      {#if !kind}
        <Command.Root label="fits" shouldFilter={false} bind:value={marked}>
          <Command.Input
            class="w-full border-b border-rule bg-transparent px-4 py-2 outline-none"
            placeholder="thread, hinge, clip, lid …"
            aria-label="find a fit by a word"
            bind:value={search}
          />
          <Command.List tabindex={0} aria-label="what answers" class="max-h-96 overflow-y-auto p-1">
            <Command.Viewport>
              <Command.Empty class="px-3 py-2 text-soft">No fit goes by that word.</Command.Empty>
              {#each shown as one (one.title)}
                <Command.Item
                  value={one.title}
                  class="flex cursor-pointer items-baseline gap-3 rounded-slip px-3 py-1.5 data-selected:bg-tide-wash"
                  onSelect={() => pick(one)}
                >
                  <span class="shrink-0">{one.title}</span>
                  <span class="ml-auto truncate text-small text-soft">{one.about}</span>
                </Command.Item>
              {/each}
            </Command.Viewport>
          </Command.List>
        </Command.Root>
      {:else}
        <div class="px-4 py-3">
          <p>
            <span class="font-semibold">{kind.title}</span>: {here?.label} is the {kind
              .roles[0]}{#if kind.on_a}, at
              <Choose
                value={faceA}
                options={faces(here?.places)}
                label="face of {here?.label}"
                onset={(next) => (faceA = next)}
              />{/if}.
          </p>
          <p class="mt-2">
            The {kind.roles[1]} is
            <Choose
              value={other}
              options={[
                ...(needsPart ? [] : [{ value: "", words: "a new part, made by the fit" }]),
                ...others.map((one) => ({ value: one.name, words: one.label })),
              ]}
              label="which part is the {kind.roles[1]}"
              onset={(next) => (other = next)}
            />{#if kind.on_b && there}, at
              <Choose
                value={faceB}
                options={faces(there.places)}
                label="face of {there.label}"
                onset={(next) => (faceB = next)}
              />{/if}.
          </p>
          {#if needsPart && !others.length}
            <p class="mt-2 text-small text-brick">
              <span aria-hidden="true">■</span> This fit joins two parts that both have a body: add the
              other part first.
            </p>
          {/if}
          <Trouble of={asking} />
          <p class="mt-4 flex gap-3">
            <button
              class="plain-button"
              disabled={(needsPart && !other) || asking.busy}
              onclick={make}>make it</button
            >
            <button class="word-button" onclick={() => (kind = null)}>another kind</button>
          </p>
        </div>
      {/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
