/** What can be done with a step as it stands in its sheet: pure edits of a document. */
import type { Document } from "../api/client";
import { freshName, partOf } from "../project/paths";

export type StepAct = "up" | "down" | "duplicate" | "toggle" | "remove" | "unjoin" | "unstation";

export const SAID: Record<StepAct, string> = {
  up: "moved up",
  down: "moved down",
  duplicate: "written again",
  toggle: "switched",
  remove: "struck out",
  unjoin: "the last joined outline taken off",
  unstation: "one outline less",
};

/** Does it; answers the id of the step to look at next, "" where there is none. */
export function actOn(document: Document, part: string, id: string, act: StepAct): string {
  const steps = partOf(document, part)?.steps ?? [];
  const at = steps.findIndex((step) => step.id === id);
  const step = steps[at];
  if (!step) return "";
  if (act === "toggle") step.enabled = !(step.enabled ?? true);
  if (act === "unjoin") step.outline?.more?.pop();
  if (act === "unstation") step.stations?.pop();
  if (act === "remove") {
    steps.splice(at, 1);
    return (steps[at] ?? steps[at - 1])?.id ?? "";
  }
  if (act === "duplicate") {
    const again = structuredClone(step);
    again.id = freshName(
      step.id,
      steps.map((one) => one.id),
    );
    steps.splice(at + 1, 0, again);
    return again.id;
  }
  const to = act === "up" ? at - 1 : act === "down" ? at + 1 : at;
  if (to !== at && to >= 0 && to < steps.length) {
    steps.splice(at, 1);
    steps.splice(to, 0, step);
  }
  return id;
}
