import type { Severity } from "../api/client";

/** Severity is told by shape and word first, by colour second. */
export const SHAPE: Record<Severity, string> = { good: "●", note: "○", warning: "▲", stop: "■" };
export const WORD: Record<Severity, string> = {
  good: "good",
  note: "note",
  warning: "look at this",
  stop: "stop",
};
export const INK: Record<Severity, string> = {
  good: "text-tide",
  note: "text-soft",
  warning: "text-brass",
  stop: "text-brick",
};
