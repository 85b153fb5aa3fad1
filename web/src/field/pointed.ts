/** What a press on the stage means to a field, by what the field takes. */
import type { FieldView } from "../api/client";
import type { Touch } from "../stage/scene";

/** The names a pressed place goes by, best first. */
function candidates(kind: string, touch: Touch, part: string): string[] {
  const own = touch.part === part;
  const face = `${touch.step}.${touch.face}`;
  const beside = touch.edge ? `${touch.edge.step}.${touch.edge.face}` : "";
  if (kind === "place") return own ? [face] : [`${touch.part}.${face}`];
  if (!own) return [];
  if (kind === "face") return [face];
  if (kind === "step") return [touch.step];
  if (kind === "faces") return [touch.face, touch.edge?.face ?? ""];
  if (kind === "from") return [beside, face, touch.step].filter(Boolean);
  return [];
}

export const canPoint = (kind: string) => ["place", "face", "faces", "step", "from"].includes(kind);

/** The text a field takes from a press, or null where it cannot take it. */
export function pointedText(
  field: Pick<FieldView, "kind" | "options" | "text">,
  touch: Touch,
  part: string,
): string | null {
  const known = new Set((field.options ?? []).map((one) => one.value));
  const found = candidates(field.kind, touch, part).find((one) => known.has(one));
  if (found === undefined) return null;
  if (field.kind !== "faces") return found;
  const chosen = field.text.split(",").map((one) => one.trim());
  const rest = chosen.filter((one) => one && one !== found);
  return (chosen.includes(found) ? rest : [...rest, found]).join(", ");
}
