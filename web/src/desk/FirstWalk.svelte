<script lang="ts">
  /** Four steps for whoever opens the desk for the first time; left at any of them, for good. */
  const SEEN = "first-walk-done";
  const STEPS: [string, string][] = [
    [
      "Parts and what joins them",
      "Along the top stand the parts, and between them the fits: each with its gap to scale, how it should feel and how sure that is. Press one to choose it.",
    ],
    [
      "The sheet is read aloud",
      "On the left every step is a sentence. Each number can be typed, dragged with the arrow keys, or told by a measure's name. / finds anything: a hole, a lid, the weight.",
    ],
    [
      "Press what you mean",
      "On the right lie the parts on their turntable. A pressed face or edge says what can be done there; measure tells what lies between two.",
    ],
    [
      "Look before you print",
      "Along the bottom stand the readings. ● is good, ▲ wants a look, ■ would not work; press one to see where, and what would help.",
    ],
  ];

  let at = $state(localStorage.getItem(SEEN) ? -1 : 0);

  function leave() {
    at = -1;
    try {
      localStorage.setItem(SEEN, "yes");
    } catch {
      // no room: it is shown once more next time
    }
  }
  const next = () => (at === STEPS.length - 1 ? leave() : (at += 1));
</script>

{#if at >= 0}
  <div class="slip w-96 max-w-full px-4 py-3 text-small" role="group" aria-label="a first walk">
    <p class="flex items-baseline gap-2">
      <span class="font-semibold">{STEPS[at]![0]}</span>
      <span class="ml-auto text-soft">{at + 1} of {STEPS.length}</span>
    </p>
    <p class="mt-1" aria-live="polite">{STEPS[at]![1]}</p>
    <p class="mt-2 flex gap-3">
      {#if at > 0}<button class="word-button" onclick={() => (at -= 1)}>back</button>{/if}
      <button class="word-button ml-auto" onclick={leave}>leave the walk</button>
      <button class="plain-button" onclick={next}
        >{at === STEPS.length - 1 ? "begin" : "next"}</button
      >
    </p>
  </div>
{/if}
