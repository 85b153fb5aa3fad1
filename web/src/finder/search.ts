/**
 * What answers a search, best first: words in any order, begun words, one wrong letter in words of
 * five letters and more (MiniSearch finds and scores; what is so called as a whole comes before it).
 */
import MiniSearch from "minisearch";
import type { Entry } from "./entries";

const SHORTEST_FORGIVEN = 5;
/** Words that join others: where nothing answers to all that is typed they are passed over. */
const JOINING = new Set(
  "a an and at by for from in into is its my of on or the to with".split(" "),
);
const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}/]+/u)
    .filter(Boolean);
const sorted = (text: string) => wordsOf(text).sort().join(" ");

/** Scores beyond what the index gives: so called, so called but for a letter, one's own so called. */
const NAMED = 2000;
const EXACT = 1000;
const TITLED = 900;
const NEARLY = 500;
/** What is there already comes after what is not, where both go by a word of their names. */
const THERE: Entry["group"][] = ["place", "page"];
const THERE_LESS = 4;
const OWN: Entry["group"][] = ["part", "place", "measure", "page", "act"];

const forgiving = (wrong: number) => (word: string) =>
  word.length >= SHORTEST_FORGIVEN ? wrong : false;

export class Search {
  #index: MiniSearch;
  #entries: readonly Entry[];
  #titles: string[];
  #phrases: string[][][];

  constructor(entries: readonly Entry[]) {
    this.#entries = entries;
    this.#titles = entries.map((one) => sorted(one.title));
    this.#phrases = entries.map((one) => one.also.map((list) => list.map(sorted)));
    this.#index = new MiniSearch({
      fields: ["title", "also"],
      tokenize: wordsOf,
      searchOptions: {
        combineWith: "AND",
        prefix: true,
        weights: { fuzzy: 0.2, prefix: 0.5 },
        boost: { title: 1.4 },
        // a longer name is no worse an answer: what answers alike stands as in the catalogue
        bm25: { k: 1.2, b: 0, d: 0.5 },
      },
    });
    this.#index.addAll(
      entries.map((one, id) => ({ id, title: one.title, also: one.also.flat().join(" ") })),
    );
  }

  /** Where in its list of words a phrase stands: the best known words are first; -1 where nowhere. */
  #placeOf(id: number, phrase: string): number {
    const places = this.#phrases[id]!.map((list) => list.indexOf(phrase)).filter((at) => at >= 0);
    return places.length ? Math.min(...places) : -1;
  }

  /** Entries that answer; all of them, as they stand, where nothing is typed. */
  of(typed: string): Entry[] {
    const wanted = sorted(typed);
    if (!wanted) return [...this.#entries];
    const scores = new Map<number, number>();
    // one wrong letter; two that changed places count as two, and are tried where nothing else answers
    const strict = this.#index.search(typed, { fuzzy: forgiving(1) });
    const found = strict.length ? strict : this.#index.search(typed, { fuzzy: forgiving(2) });
    for (const one of found) {
      const id: number = one.id;
      const meant = this.#placeOf(id, [...one.terms].sort().join(" "));
      const there = THERE.includes(this.#entries[id]!.group);
      scores.set(id, meant < 0 ? (there ? one.score / THERE_LESS : one.score) : NEARLY - meant);
    }
    this.#entries.forEach((entry, id) => {
      const at = this.#placeOf(id, wanted);
      if (at >= 0) scores.set(id, EXACT - at);
      if (this.#titles[id] === wanted) scores.set(id, OWN.includes(entry.group) ? TITLED : NAMED);
    });
    if (!scores.size) {
      const words = wordsOf(typed);
      const telling = words.filter((word) => !JOINING.has(word));
      return telling.length && telling.length < words.length ? this.of(telling.join(" ")) : [];
    }
    // equals stand in the order of the catalogue
    return [...scores].sort((a, b) => b[1] - a[1] || a[0] - b[0]).map(([id]) => this.#entries[id]!);
  }
}
