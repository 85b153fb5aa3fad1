/** One thing that is asked of the workshop: under way, done, or refused and why. */
import { Refused } from "../api/client";

export class Action {
  busy = $state(false);
  trouble = $state("");

  /** Runs it; answers what came of it, or null where it was refused and is said so. */
  async run<T>(work: () => Promise<T>): Promise<T | null> {
    this.busy = true;
    this.trouble = "";
    try {
      return await work();
    } catch (problem) {
      this.trouble = told(problem);
      return null;
    } finally {
      this.busy = false;
    }
  }
}

/** A refusal in the workshop's own words, with what would work. */
export function told(problem: unknown): string {
  if (problem instanceof Refused) {
    return problem.remedy ? `${problem.message}; ${problem.remedy}` : problem.message;
  }
  return "the workshop does not answer: is it running?";
}
