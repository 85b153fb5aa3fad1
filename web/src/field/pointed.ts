/** What a press on the stage means to a field, by what the field takes. */
import type { FieldView } from "../api/client";
import type { Lit, Meeting, Touch } from "../stage/scene";

/** The names a pressed place goes by, best first. */
function candidates(kind: string, touch: Touch, part: string): string[] {
  const own = touch.part === part;
  const face = touch.place;
  const beside = touch.edge?.place ?? "";
  if (kind === "place") return face ? [own ? face : `${touch.part}.${face}`] : [];
  if (!own) return [];
  if (kind === "face") return [face, beside];
  if (kind === "step" || kind === "steps") return [touch.step];
  // sides of one body go by their name alone, faces of a whole part by their step's as well
  if (kind === "faces")
    return [face, beside].flatMap((one) => [one, one.replace(/^.*\./, "")]).filter(Boolean);
  if (kind === "point") return [pointText(touch), face, touch.step].filter(Boolean);
  // of a corner each of both distances takes the edge that runs its way
  if (kind === "from") return [beside, touch.corner?.place ?? "", face, touch.step].filter(Boolean);
  return [];
}

export const canPoint = (kind: string) =>
  ["place", "face", "faces", "step", "steps", "from", "edges", "point"].includes(kind);

/** The text a field takes from a press, or null where it cannot take it. */
export function pointedText(
  field: Pick<FieldView, "kind" | "options" | "text">,
  touch: Touch,
  part: string,
): string | null {
  if (field.kind === "edges") {
    if (touch.part !== part || !touch.edge) return null;
    const own = edgesOf(field.text);
    // of edges that are chosen one by one the last is chosen by itself too
    const oneByOne = own.some(
      ({ faces }) => isOneOfSeveral(faces) && alike(faces, edgeText(touch)),
    );
    const edge = edgeText(touch, touch.edge.several || oneByOne);
    // pressed again it goes, and so do all where all of those two faces are meant
    const rest = own.filter(
      ({ faces }) => faces !== edge && (isOneOfSeveral(faces) || !alike(faces, edge)),
    );
    if (rest.length < own.length) return edgesText(rest);
    return edgesText([...own, { faces: edge, size: "" }]);
  }
  const known = new Set((field.options ?? []).map((one) => one.value));
  const found = candidates(field.kind, touch, part).find((one) => known.has(one));
  if (found === undefined) return null;
  if (field.kind !== "faces" && field.kind !== "steps") return found;
  const chosen = field.text.split(",").map((one) => one.trim());
  const rest = chosen.filter((one) => one && one !== found);
  return (chosen.includes(found) ? rest : [...rest, found]).join(", ");
}

/**
 * What a press on a corner says of the field beside, of those things that one may be set to; null
 * where nothing is to be said of it.
 */
export function pointedBeside(
  field: Pick<FieldView, "beside">,
  known: readonly { value: string }[],
  touch: Touch,
  taken: string,
): { path: string; text: string } | null {
  const corner = [touch.edge?.place, touch.corner?.place].filter((one) => one && one !== taken);
  const text = known.find((one) => corner.includes(one.value))?.value;
  return field.beside && touch.corner && text ? { path: field.beside, text } : null;
}

/**
 * The step that is to stand on what was pressed, where that is one of several pieces of a face: the
 * place alone would not tell which. Null where it does, or where the field is no step's place.
 */
export function stoodOn(
  field: Pick<FieldView, "kind" | "path">,
  touch: Touch,
  part: string,
): { step: string; near: [number, number, number] } | null {
  const step = /^parts\.\w+\.steps\.(\w+)\.place\.on$/.exec(field.path)?.[1];
  const piece = field.kind === "place" && touch.part === part && touch.pieces > 1 && !touch.edge;
  return step && piece && touch.at ? { step, near: touch.at } : null;
}

/** An edge of a face, as the two faces that meet there; `one`: that edge alone where they meet in
 *  several. */
function meetingText(touch: Touch, meeting: Meeting, one = meeting.several): string {
  const faces = [touch, meeting].map(({ step, face }) => `${step}.${face}`);
  if (!one || !meeting.near) return faces.join(" | ");
  const near = meeting.near.map((share) => Math.round(share * 1e4) / 1e4).join(" ");
  return (meeting.turned ? faces.reverse() : faces).join(" | ") + NEAR + near;
}

/** An edge that was pressed; "" where a face was pressed. */
export const edgeText = (touch: Touch, one?: boolean) =>
  touch.edge ? meetingText(touch, touch.edge, one) : "";

/** A corner or an edge that was pressed, as a point: the faces that meet there, in order of name. */
export const pointText = (touch: Touch) =>
  [
    `${touch.step}.${touch.face}`,
    ...[touch.edge, touch.corner].flatMap((one) => (one ? [`${one.step}.${one.face}`] : [])),
  ]
    .sort()
    .join(" | ");

/** Every edge of a pressed face, or the one that was pressed. */
export const edgesTouched = (touch: Touch) =>
  touch.edge ? edgeText(touch) : touch.around.map((one) => meetingText(touch, one)).join("; ");

const NEAR = " near ";

/** The edges of the same two faces, all of them. */
export const allAlike = (faces: string) => faces.split(NEAR)[0]!;
export const isOneOfSeveral = (faces: string) => faces.includes(NEAR);
const sorted = (faces: string) => allAlike(faces).split(" | ").sort().join(" | ");
/** Whether two edges are of the same two faces, from whichever they are told. */
export const alike = (one: string, other: string) => sorted(one) === sorted(other);

/** An edge in words: `top of body and left of body`, and whether it is one of several such. */
export function edgeWords(faces: string): string {
  const named = allAlike(faces)
    .split(" | ")
    .map((face) => face.replace(/^(.*)\.(.*)$/, "$2 of $1").replaceAll("_", " "));
  return `${isOneOfSeveral(faces) ? "one edge of" : "the edge of"} ${named.join(" and ")}`;
}

/** The face whose edge is told, or the piece of it that has the one edge that is meant. */
export function litBy(faces: string, part: string): Lit {
  const [face = "", near] = faces.split(NEAR);
  const [step = "", name = ""] = face.split(" | ")[0]!.split(/\.(?=[^.]*$)/);
  const [x = 0, y = 0, z = 0] = near?.split(" ").map(Number) ?? [];
  return { part, step, face: name, ...(near ? { near: [x, y, z] } : {}) };
}

/** A list of edges as a change of it is called. */
export function edgesSaid(text: string): string {
  const [first, ...more] = edgesOf(text);
  if (!first) return "none";
  return more.length ? `${more.length + 1} edges` : edgeWords(first.faces);
}

export interface OneEdge {
  faces: string;
  /** A size of its own, "" where it takes the step's. */
  size: string;
}

/** A list of edges as it is kept: `a.top | a.left: 2 mm; b.bore | a.top`. */
export function edgesOf(text: string): OneEdge[] {
  return text
    .split(";")
    .map((piece) => piece.trim())
    .filter(Boolean)
    .map((piece) => {
      const [faces = "", ...size] = piece.split(":");
      return { faces: faces.trim(), size: size.join(":").trim() };
    });
}

export const edgesText = (edges: readonly OneEdge[]) =>
  edges.map((one) => (one.size ? `${one.faces}: ${one.size}` : one.faces)).join("; ");
