/** One thing that is asked of the workshop: under way, done, or refused and why. */
import { Refused } from "../api/client";

export class Action {
  busy = $state(false);
  trouble = $state("");
  #asked = 0;

  /** Runs it; answers what came of it, or null where it was refused and is said so. */
  async run<T>(work: () => Promise<T>): Promise<T | null> {
    const mine = ++this.#asked;
    this.busy = true;
    this.trouble = "";
    try {
      return await work();
    } catch (problem) {
      this.trouble = told(problem);
      return null;
    } finally {
      if (mine === this.#asked) this.busy = false;
    }
  }

  /**
   * Asks for what is shown. An answer that something newer has overtaken, or that nobody waits for
   * any more, is not taken. Answers how to wait no longer, as an effect wants it.
   */
  show<T>(work: () => Promise<T>, take: (found: T) => void): () => void {
    const mine = ++this.#asked;
    let waiting = true;
    this.busy = true;
    work().then(
      (found) => {
        if (!waiting || mine !== this.#asked) return;
        this.busy = false;
        this.trouble = "";
        take(found);
      },
      (problem: unknown) => {
        if (!waiting || mine !== this.#asked) return;
        this.busy = false;
        this.trouble = told(problem);
      },
    );
    return () => {
      waiting = false;
    };
  }
}

/** A refusal in the workshop's own words, with what would work. */
export function told(problem: unknown): string {
  if (problem instanceof Refused) {
    return problem.remedy ? `${problem.message}; ${problem.remedy}` : problem.message;
  }
  return "the workshop does not answer: is it running?";
}
