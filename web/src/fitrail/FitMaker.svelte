<script lang="ts">
  import { Dialog } from "bits-ui";
  import { untrack } from "svelte";
  import { server, type FitInfo } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { address } from "../route/route.svelte";
  import type { Touch } from "../stage/scene";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import Trouble from "../ui/Trouble.svelte";

  let {
    kind = $bindable(null),
    project,
    part,
    touch,
    onother,
  }: {
    /** The kind of fit that is to be made; null where none is. */
    kind: FitInfo | null;
    project: Project;
    part: string;
    /** The face pressed last: where the fit stands, if it is on this part. */
    touch: Touch | null;
    onother: () => void;
  } = $props();

  let other = $state("");
  let faceA = $state("");
  let faceB = $state("");
  const asking = new Action();

  const here = $derived(project.report.parts.find((one) => one.name === part));
  const others = $derived(project.report.parts.filter((one) => one.name !== part));
  const there = $derived(others.find((one) => one.name === other));
  const needsPart = $derived(kind !== null && !kind.makes_b);
  const faces = (places: readonly string[] | undefined) => [
    { value: "", words: "where it usually goes" },
    ...(places ?? []).map((place) => ({ value: place, words: place.replaceAll("_", " ") })),
  ];

  // a kind that is chosen begins with what was pressed, and with another part where it needs one
  $effect(() => {
    if (kind) untrack(() => pick(kind!));
  });

  function pick(chosen: FitInfo) {
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
      near: touch && touch.part === part && touch.place === faceA ? touch.at : null,
    };
    const fit = await asking.run(() =>
      project.begin(`${chosen.title.toLowerCase()} on ${here?.label}`, (document) =>
        server.beginFit(document, given),
      ),
    );
    if (!fit) return;
    kind = null;
    address.go(`/p/${project.id}/fit/${fit}`);
  }
</script>

<Dialog.Root
  open={kind !== null}
  onOpenChange={(now) => {
    if (!now) kind = null;
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
      {#if kind}
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
            <button class="word-button" onclick={onother}>another kind</button>
          </p>
        </div>
      {/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
