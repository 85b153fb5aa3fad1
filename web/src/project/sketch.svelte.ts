/** What is drawn of a change at once, from coarse solids, until its own are there. */
import type { Document, Report, SketchView } from "../api/client";

/** A sketch that takes longer does not hold back the keeping. */
const SKETCH_MS = 600;

/** What is sketched onto: the newest document, and the last report. */
interface Shown {
  readonly document: Document;
  readonly report: Report;
}

export class Sketch {
  drawn = $state.raw<Report | null>(null);

  #abort: AbortController | null = null;
  /** Keys of the coarse solids of a document, and of the one the report is about. */
  #keysOf = new WeakMap<Document, Map<string, string>>();
  #reported = new Map<string, string>();
  /** The document whose own solids are drawn. */
  #solidsOf: Document | null = null;
  /** The document that the report is about. */
  #provedOf: Document | null = null;

  constructor(
    private readonly shown: () => Shown,
    private readonly asked: (
      document: Document,
      signal: AbortSignal,
    ) => Promise<SketchView | undefined>,
  ) {}

  /** Draws a change; only what looks otherwise is drawn anew. */
  async draw(document: Document): Promise<void> {
    this.#abort?.abort();
    const abort = (this.#abort = new AbortController());
    const late = setTimeout(() => abort.abort(), SKETCH_MS);
    try {
      const drawn = await this.asked(document, abort.signal);
      if (!drawn) return;
      const keys = keysOf(drawn);
      this.#keysOf.set(document, keys);
      if (document === this.#provedOf) this.#reported = keys;
      if (document !== this.shown().document || document === this.#solidsOf) return;
      this.drawn = this.#onto(this.shown().report, drawn);
    } catch {
      // the report draws it a little later
    } finally {
      clearTimeout(late);
    }
  }

  /** A document's own solids are there; drawn by these, where there is a report to read meanwhile. */
  built(document: Document, by: Report | null): void {
    this.#solidsOf = document;
    if (by) this.drawn = by;
  }

  /** The report is about a document now: nothing is sketched. */
  proved(document: Document): void {
    this.#solidsOf = this.#provedOf = document;
    this.#reported = this.#keysOf.get(document) ?? new Map();
    this.drawn = null;
  }

  /** Another document was opened. */
  forget(): void {
    this.drawn = this.#provedOf = null;
    this.#reported = new Map();
  }

  #onto(report: Report, drawn: SketchView): Report {
    const parts = new Map(drawn.parts.map((part) => [part.name, part]));
    const fits = new Map(drawn.fits.map((fit) => [fit.name, fit]));
    return {
      ...report,
      parts: report.parts.map((part) => {
        const coarse = parts.get(part.name);
        const same = !coarse || (part.key && this.#reported.get(part.name) === coarse.key);
        if (same) return part;
        const steps = part.steps.map((step) => ({ ...step, held: coarse.held[step.id] ?? [] }));
        return { ...part, ...coarse, steps };
      }),
      fits: report.fits.map((fit) => {
        const coarse = fits.get(fit.name);
        if (!coarse) return fit;
        const { pose, things } = coarse;
        const same = things.every((one) => this.#reported.get(thing(fit.name, one.of)) === one.key);
        return { ...fit, pose, things: same && fit.things.length ? fit.things : things };
      }),
    };
  }
}

const thing = (fit: string, of: string) => `${of} of ${fit}`;

/** The keys of all coarse solids: of parts, and of what is bought for fits. */
function keysOf(drawn: SketchView): Map<string, string> {
  const things = drawn.fits.flatMap((fit) =>
    fit.things.map((one): [string, string] => [thing(fit.name, one.of), one.key]),
  );
  return new Map([
    ...drawn.parts.map((part): [string, string] => [part.name, part.key]),
    ...things,
  ]);
}
