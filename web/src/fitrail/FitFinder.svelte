<script lang="ts">
  import { Dialog } from "bits-ui";
  import type { Catalogue, KindInfo } from "../api/client";
  import { freshName, partOf } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { address } from "../route.svelte";
  import { matching } from "../sheet/matching";

  let {
    open = $bindable(false),
    project,
    part,
    catalogue,
  }: { open: boolean; project: Project; part: string; catalogue: Catalogue } = $props();

  const COLOURS = ["#7fa79f", "#d9b56c", "#8c9fb3", "#c98f76", "#a7ab7d", "#b39bb0"] as const;
  let search = $state("");
  let kind = $state<KindInfo | null>(null);
  let other = $state("");
  let faceA = $state("");
  let faceB = $state("");

  const shown = $derived(
    catalogue.fits
      .map((one) => ({ one, score: matching(one.title, search, [...one.also, one.kind]) }))
      .filter((entry) => entry.score > 0)
      .sort((a, b) => b.score - a.score)
      .map((entry) => entry.one),
  );
  const here = $derived(project.report.parts.find((one) => one.name === part));
  const others = $derived(project.report.parts.filter((one) => one.name !== part));
  const there = $derived(others.find((one) => one.name === other));
  const needsPart = $derived(kind !== null && !kind.makes_b);

  function pick(chosen: KindInfo) {
    kind = chosen;
    other = chosen.makes_b ? "" : (others[0]?.name ?? "");
    const tops = (places: string[] | undefined) =>
      [...(places ?? [])].reverse().find((place) => place.endsWith(".top")) ?? places?.[0] ?? "";
    faceA = tops(here?.places);
    faceB = tops(there?.places);
  }

  function make() {
    const chosen = kind!;
    const names = [
      ...(project.document.parts ?? []).map((one) => one.name),
      ...(project.document.fits ?? []).map((one) => one.name),
      ...(project.document.measures ?? []).map((one) => one.name),
    ];
    const partner =
      other || freshName((chosen.roles?.[1] ?? "partner").replace(/\W+/g, "_"), names);
    const fit = freshName(chosen.kind.replace(/\W+/g, "_"), [...names, partner]);
    project.change(`${chosen.title.toLowerCase()} on ${here?.label}`, (document) => {
      if (!other) {
        (document.parts ??= []).push({
          name: partner,
          label: partner.replaceAll("_", " ").replace(/^./, (letter) => letter.toUpperCase()),
          material: "",
          colour: COLOURS[(document.parts?.length ?? 0) % COLOURS.length]!,
          stance: "bottom",
          measures: [],
          steps: [],
          bought: ["bearing seat", "strap clamp"].includes(chosen.kind),
          inside: "",
          clear: "0.5 mm",
          expected_mass: null,
        });
      }
      const place = (on: string) => ({ on, x: "0", y: "0", out: "0", turn: "0" });
      (document.fits ??= []).push({
        name: fit,
        kind: chosen.kind,
        label: "",
        parts: [part, partner],
        feel: (chosen.feel || "slide") as "slide",
        gap: "",
        gives_way: "outer",
        fields: Object.fromEntries(
          chosen.fields.filter((one) => one.default).map((one) => [one.name, one.default]),
        ),
        place_a: chosen.on_a ? place(faceA) : null,
        place_b: chosen.on_b && other ? place(faceB) : null,
      });
      void partOf(document, part);
    });
    open = false;
    kind = null;
    address.go(`/p/${project.id}/fit/${fit}`);
  }
</script>

<Dialog.Root
  bind:open
  onOpenChange={(now) => {
    if (!now) kind = null;
  }}
>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-ink/20" />
    <Dialog.Content
      class="slip fixed top-24 left-1/2 z-50 max-h-[80vh] w-xl -translate-x-1/2 overflow-y-auto"
    >
      <Dialog.Title class="px-4 pt-3 text-lead font-semibold"
        >What must meet {here?.label ?? "this part"}?</Dialog.Title
      >
      {#if !kind}
        <input
          class="w-full border-b border-rule bg-transparent px-4 py-2 outline-none"
          placeholder="thread, hinge, clip, rail …"
          aria-label="find a fit by a word"
          bind:value={search}
          onkeydown={(event) => {
            if (event.key === "Enter" && shown[0]) pick(shown[0]);
          }}
        />
        <ul class="p-1">
          {#each shown as one (one.kind)}
            <li>
              <button
                class="flex w-full items-baseline gap-2 rounded-slip px-3 py-1.5 text-left hover:bg-tide-wash focus-visible:bg-tide-wash"
                onclick={() => pick(one)}
              >
                {one.title}
                <span class="ml-auto truncate text-small text-soft"
                  >{one.also.slice(0, 3).join(", ")}</span
                >
              </button>
            </li>
          {:else}
            <li class="px-3 py-2 text-soft">No fit goes by that word.</li>
          {/each}
        </ul>
      {:else}
        <div class="px-4 py-3">
          <p>
            <span class="font-semibold">{kind.title}</span>: {here?.label} is the {kind
              .roles?.[0]}{#if kind.on_a}, at
              <select
                class="border-b border-dotted border-firm bg-transparent"
                aria-label="face of {here?.label}"
                bind:value={faceA}
              >
                {#each here?.places ?? [] as place (place)}<option>{place}</option>{/each}
              </select>{/if}.
          </p>
          <p class="mt-2">
            The {kind.roles?.[1]} is
            <select
              class="border-b border-dotted border-firm bg-transparent"
              aria-label="which part is the {kind.roles?.[1]}"
              bind:value={other}
            >
              {#if !needsPart}<option value="">a new part, made by the fit</option>{/if}
              {#each others as one (one.name)}<option value={one.name}>{one.label}</option>{/each}
            </select>{#if kind.on_b && there}, at
              <select
                class="border-b border-dotted border-firm bg-transparent"
                aria-label="face of {there.label}"
                bind:value={faceB}
              >
                {#each there.places as place (place)}<option>{place}</option>{/each}
              </select>{/if}.
          </p>
          {#if needsPart && !others.length}
            <p class="mt-2 text-small text-brick">
              ■ This fit joins two parts that both have a body: add the other part first.
            </p>
          {/if}
          <p class="mt-4 flex gap-3">
            <button
              class="plain-button"
              disabled={(needsPart && !other) || (kind.on_a && !faceA)}
              onclick={make}>make it</button
            >
            <button class="word-button" onclick={() => (kind = null)}>another kind</button>
          </p>
        </div>
      {/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
