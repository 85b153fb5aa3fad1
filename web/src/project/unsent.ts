/** What the server has not taken yet, kept in the browser from one visit to the next. */
import type { Document } from "../api/client";

export interface Pending {
  version: number;
  /** The revision it grew from; not there where an older page kept it. */
  revision?: number;
  document: Document;
  words: string;
}

/** What was done and then done, said once where it is the same twice. */
export const inTurn = (before: string, after: string): string =>
  !before || before === after || before.endsWith(`; ${after}`)
    ? before || after
    : `${before}; ${after}`;

export class Unsent {
  readonly #key: string;

  constructor(project: number) {
    this.#key = `unsaved-project-${project}`;
  }

  /** What was left here, if anything was. */
  left(): Pending | null {
    const kept = localStorage.getItem(this.#key);
    const pending: Pending | null = kept ? JSON.parse(kept) : null;
    return pending;
  }

  /** Keeps what waits, or nothing any more. */
  keep(pending: Pending | null): void {
    try {
      if (pending) localStorage.setItem(this.#key, JSON.stringify(pending));
      else localStorage.removeItem(this.#key);
    } catch {
      // the browser's own room is full: it is still here, and sent as long as this page is open
    }
  }
}
