/** Everything the finder knows: what it is called, what finds it, and what choosing it does. */
import type { Catalogue, EntryInfo, FitInfo } from "../api/client";

export type Group =
  "step" | "fit" | "part" | "place" | "measure" | "check" | "page" | "act" | "none";

export interface Entry {
  key: string;
  group: Group;
  title: string;
  about: string;
  /** Words that find it, in lists of their own, the best known first. */
  also: readonly (readonly string[])[];
  /** The address of a small drawing of it; "" where there is none. */
  picture: string;
  act: () => void;
}

export const GROUPS: Record<Group, string> = {
  step: "step",
  fit: "what meets",
  part: "part",
  place: "face",
  measure: "measure",
  check: "check",
  page: "page",
  act: "to do",
  none: "not made here",
};

const dashed = (words: string) => words.replaceAll(" ", "-");

export function stepEntries(catalogue: Catalogue, begin: (entry: EntryInfo) => void): Entry[] {
  const first = new Map<string, string>();
  for (const one of catalogue.steps) if (!first.has(one.kind)) first.set(one.kind, one.outline);
  return catalogue.steps.map((one) => ({
    key: `step.${one.kind}.${one.way}.${one.outline}`,
    group: "step",
    title: one.title,
    about: one.about,
    also: [one.also, one.also_outline],
    picture:
      one.outline && one.outline !== first.get(one.kind)
        ? `/help/steps/${dashed(one.outline)}.svg`
        : `/help/steps/${dashed(one.kind)}.png`,
    act: () => begin(one),
  }));
}

export function fitEntries(catalogue: Catalogue, begin: (fit: FitInfo) => void): Entry[] {
  return catalogue.fits.map((one) => ({
    key: `fit.${one.kind}.${one.way}`,
    group: "fit",
    title: one.title,
    about: one.about,
    also: [one.also],
    picture: `/help/fits/${dashed(one.kind)}.svg`,
    act: () => begin(one),
  }));
}

/** What cannot be made, each leading to the nearest thing that can. */
export function cannotEntries(catalogue: Catalogue, known: readonly Entry[]): Entry[] {
  return catalogue.cannot.map((one) => {
    const nearest = one.nearest
      .map((word) => known.find((entry) => entry.also.some((list) => list.includes(word))))
      .filter((entry) => entry !== undefined);
    return {
      key: `none.${one.title}`,
      group: "none",
      title: one.title,
      about: one.says + (nearest.length ? `; nearest: ${nearest[0]!.title}` : ""),
      also: [one.also],
      picture: "",
      act: () => nearest[0]?.act(),
    };
  });
}
