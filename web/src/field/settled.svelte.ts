/**
 * What is read aloud, held still while a cursor is in it, and while somebody reaches for something:
 * a field that is being typed in is never moved or taken away, and nothing moves under a pointer on
 * its way. It follows the newest report as soon as the cursor leaves and the pointer rests.
 */
const RESTS_MS = 300;
let moved = -Infinity;
const resting = new Set<() => void>();
let waiting = 0;

function moves() {
  moved = performance.now();
  if (!waiting && resting.size) waiting = setTimeout(rests, RESTS_MS);
}

function rests() {
  const left = moved + RESTS_MS - performance.now();
  waiting = left > 0 ? setTimeout(rests, left) : 0;
  if (!waiting) for (const catchUp of resting) catchUp();
}

/** Tells somebody that the pointer has come to rest, until the returned function is called. */
function whenAtRest(catchUp: () => void): () => void {
  if (!resting.size) addEventListener("pointermove", moves, { capture: true, passive: true });
  resting.add(catchUp);
  return () => {
    resting.delete(catchUp);
    if (!resting.size) removeEventListener("pointermove", moves, { capture: true });
  };
}

export function settled<T>(newest: () => T, where: () => HTMLElement | undefined) {
  let held = $state.raw(newest());
  let late = false;
  const typing = () => {
    const at = document.activeElement;
    return Boolean(at?.matches("input, textarea") && where()?.contains(at));
  };
  const follow = () => {
    late = typing() || performance.now() - moved < RESTS_MS;
    if (!late) held = newest();
  };
  const catchUp = () => {
    if (late) follow();
  };
  $effect(() => whenAtRest(catchUp));
  $effect(() => {
    newest();
    follow();
  });
  return {
    get current() {
      return held;
    },
    /** Called when the cursor has left. */
    left: () => requestAnimationFrame(catchUp),
  };
}
