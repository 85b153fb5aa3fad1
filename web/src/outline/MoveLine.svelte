<script lang="ts">
  import { DropdownMenu } from "bits-ui";
  import NumberField from "../field/NumberField.svelte";
  import type { Project } from "../project/project.svelte";
  import type { Units } from "../project/units";
  import Choose from "../ui/Choose.svelte";
  import { withValue, withWord, type Given, type MoveView } from "./moves";

  let {
    project,
    path,
    move,
    number,
    current,
    first,
    last,
    units,
    oncurrent,
    onset,
    onremove,
    onshift,
  }: {
    project: Project;
    /** Of the field that holds the moves. */
    path: string;
    move: MoveView;
    number: number;
    current: boolean;
    first: boolean;
    last: boolean;
    units: Units;
    oncurrent: () => void;
    /** What it does to the text, given where this move then stands in it. */
    onset: (change: (text: string, move: MoveView) => string, words: string) => void;
    onremove: () => void;
    onshift: (by: -1 | 1) => void;
  } = $props();

  /** Lines along the paper take the same value: one may become another. */
  const WAYS = ["right", "up", "left", "down"];
  const PLAIN = /^-?\d+(\.\d+)?\s*(mm|in|deg|")?$/;

  const says = $derived(
    move.pieces
      .filter((one) => one.index >= 0 && one.shown && (one.settled || !PLAIN.test(one.text)))
      .map((one) => `${one.text} = ${one.shown}${one.settled ? ", settled by closing" : ""}`)
      .join(" · "),
  );
  const field = (given: Given) => ({
    path: `${path}#${number}.${given.index}`,
    kind: given.takes ?? "",
    text: given.text,
    label: `move ${number + 1}, ${given.takes} ${given.index + 1}`,
  });
  const set = (given: Given, value: string) =>
    onset(
      (text, move) => withValue(text, move.pieces.find((one) => same(one, given)) ?? given, value),
      `move ${number + 1}: ${given.text} → ${value}`,
    );
  const same = (one: Given, other: Given) => one.index === other.index && one.takes === other.takes;
</script>

<li
  class={["relative border-t border-dashed border-rule py-1 pr-9 pl-11", current && "bg-tide-wash"]}
  aria-current={current ? "step" : undefined}
  data-move={number}
  onfocusin={oncurrent}
  onpointerdown={oncurrent}
>
  <span class="figure absolute left-5 text-small text-soft" aria-hidden="true">{number + 1}</span>
  {#if move.pieces.length}
    {#each move.pieces as piece, index (index)}
      {#if piece.index >= 0}
        <span data-value={piece.index}
          ><NumberField
            field={field(piece)}
            {units}
            names={project.report.names}
            onset={(value) => set(piece, value)}
          /></span
        >{:else if piece.takes === "side"}<Choose
          value={piece.text}
          options={(piece.choices ?? []).map((value) => ({ value, words: value }))}
          label="move {number + 1}, side"
          onset={(value) => set(piece, value)}
        />{:else if index === 0 && WAYS.includes(piece.words ?? "")}<Choose
          value={piece.words ?? ""}
          options={WAYS.map((value) => ({ value, words: value }))}
          label="move {number + 1}, which way"
          onset={(value) =>
            onset(
              (text, move) => withWord(text, move, value),
              `move ${number + 1}: ${piece.words} → ${value}`,
            )}
        />{:else}<span>{piece.words}</span>{/if}{" "}
    {/each}
  {:else}
    <input
      class="figure field-sizing-content rounded-slip border-b-2 border-brick bg-transparent px-0.5 text-brick"
      value={move.text}
      aria-label="move {number + 1}"
      aria-invalid="true"
      onchange={(event) => {
        const told = event.currentTarget.value.trim();
        onset(
          (text, move) => text.slice(0, move.start) + told + text.slice(move.end),
          `move ${number + 1}: ${told}`,
        );
      }}
    />
  {/if}
  {#if move.error}
    <p class="text-small text-brick">
      ■ {move.error.message}{#if move.error.remedy}; {move.error.remedy}{/if}
    </p>
  {:else if says}
    <p class="text-small text-soft">{says}</p>
  {/if}
  <DropdownMenu.Root>
    <DropdownMenu.Trigger
      class="absolute top-1 right-2 grid h-6 w-6 place-items-center text-soft hover:text-ink"
      aria-label="what to do with move {number + 1}">⋮</DropdownMenu.Trigger
    >
    <DropdownMenu.Portal to="#overlays">
      <DropdownMenu.Content class="slip z-40 w-44 p-1 text-small" align="end">
        {#each [["move up", () => onshift(-1), first], ["move down", () => onshift(1), last], ["strike out", onremove, false]] as const as [name, act, off] (name)}
          <DropdownMenu.Item
            class="cursor-pointer rounded-slip px-2 py-1 data-disabled:opacity-50 data-highlighted:bg-tide-wash"
            disabled={off}
            onSelect={act}>{name}</DropdownMenu.Item
          >
        {/each}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
</li>
