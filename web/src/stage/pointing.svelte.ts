/** What is to be pressed on the stage next, and who asked for it. */
import type { Lit, Touch } from "./scene";

export interface Asked {
  /** What is asked for, in words: "on which face". */
  words: string;
  /** Takes what was pressed; answers why it will not do, or "" where it does. */
  take: (touch: Touch) => string;
}

class Pointing {
  asked = $state.raw<Asked | null>(null);
  trouble = $state("");
  /** What is lit while the pointer is on words that tell of it. */
  told = $state.raw<Lit | null>(null);

  ask(asked: Asked): void {
    this.asked = asked;
    this.trouble = "";
  }

  stop(): void {
    this.asked = null;
    this.trouble = "";
  }

  /** Whether a press was taken, or refused in words, by whoever asked. */
  give(touch: Touch): boolean {
    if (!this.asked) return false;
    this.trouble = this.asked.take(touch);
    if (!this.trouble) this.stop();
    return true;
  }
}

export const pointing = new Pointing();
