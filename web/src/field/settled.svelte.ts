/**
 * What is read aloud, held still while a cursor is in it: a field that is being typed in is never
 * moved or taken away. It follows the newest report as soon as the cursor leaves.
 */
export function settled<T>(newest: () => T, where: () => HTMLElement | undefined) {
  let held = $state.raw(newest());
  const typing = () => {
    const at = document.activeElement;
    return Boolean(at?.matches("input, textarea") && where()?.contains(at));
  };
  const follow = () => {
    if (!typing()) held = newest();
  };
  $effect(() => {
    newest();
    follow();
  });
  return {
    get current() {
      return held;
    },
    /** Called when the cursor has left. */
    left: () => requestAnimationFrame(follow),
  };
}
