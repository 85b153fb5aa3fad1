/** Who hears what is being typed in a field before it is set: the page of a project. */
import { getContext, setContext } from "svelte";

interface Hearer {
  typed: (path: string, text: string) => void;
  /** It is as it was: nothing was meant. */
  untyped: () => void;
}

const KEY = Symbol("typing");

export const typing = {
  /** From now on a page hears what is typed in its fields. */
  hear: (by: Hearer) => setContext(KEY, by),
  /** Who hears it; nobody on pages of no project. */
  heard: () => getContext<Hearer | undefined>(KEY),
};
