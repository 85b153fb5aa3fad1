/**
 * What is being typed is sketched and built before it is kept: between the last key of a number
 * and Enter there is time for most of it. Nothing of it is shown, nor kept, until it is.
 */
import { server, type Document, type SketchView } from "../api/client";
import { fetchMesh } from "../api/packed";
import { plainNumber } from "./nudge";

/** A number on its way to being typed is often of another order: 1 on the way to 12. */
const LIKELY = 3;

/**
 * Whether what stands in a field may be all that is meant: not where a plain number is far from
 * the one before it, for that would be built in vain, and for a spacing it may be thousands.
 */
export function worthBuilding(was: string, typed: string): boolean {
  if (typed.trim() === "" || typed.trim() === was.trim()) return false;
  const now = plainNumber(typed);
  if (!now) return true;
  const before = plainNumber(was);
  if (!before || before.unit !== now.unit) return false;
  const ratio = now.value / before.value;
  return ratio >= 1 / LIKELY && ratio <= LIKELY;
}

/** Who hears what is being typed in a field before it is set. */
export interface Hears {
  typed: (path: string, text: string) => void;
  /** It is as it was: nothing was meant. */
  untyped: () => void;
}

export class Ahead {
  #abort: AbortController | null = null;
  #text = "";
  #drawn: Promise<SketchView | undefined> | null = null;

  constructor(readonly id: number) {}

  /** Begins to sketch and to build a document that may be kept next. */
  begin(document: Document, since: number): void {
    const text = JSON.stringify(document);
    if (text === this.#text) return;
    this.drop();
    const abort = (this.#abort = new AbortController());
    this.#text = text;
    this.#drawn = server.sketch(document, abort.signal);
    // its solids are here then when they are to be drawn; what came of neither is asked for again
    // when it is kept, and told then
    this.#drawn.then((drawn) => !abort.signal.aborted && this.#fetch(drawn)).catch(() => {});
    void server.ahead(this.id, document, since, abort.signal).catch(() => {});
  }

  #fetch(drawn: SketchView | undefined): void {
    const keys = (drawn?.parts ?? []).map((part) => part.key).filter(Boolean);
    for (const key of keys) fetchMesh(this.id, key).catch(() => {});
  }

  /** A document's sketch: begun already, where it is what was typed. */
  async sketch(document: Document, signal: AbortSignal): Promise<SketchView | undefined> {
    if (JSON.stringify(document) !== this.#text) {
      this.drop();
      return server.sketch(document, signal);
    }
    const drawn = await this.#drawn?.catch(() => undefined);
    return drawn ?? server.sketch(document, signal);
  }

  /** What was typed is not meant after all, or something else is. */
  drop(): void {
    this.#abort?.abort();
    this.#abort = this.#drawn = null;
    this.#text = "";
  }
}
