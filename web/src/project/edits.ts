/**
 * Everything a page does to a document: pure functions that change one in place. What needs the
 * workshop's own judgement (a step sized to its face, a fit, a part once more) is begun there.
 */
import type { Document, FindingView, ReadView } from "../api/client";
import { freshName, partOf, setPath, type FitSpec, type MeasureSpec, type PartSpec } from "./paths";
import type { Units } from "./units";

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

/** Does something with a step; answers the id of the one to look at next, "" where there is none. */
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

/** Names a step, or notes why it is there. */
export function wordStep(
  document: Document,
  part: string,
  id: string,
  key: "label" | "note",
  text: string,
): void {
  const step = partOf(document, part)?.steps?.find((one) => one.id === id);
  if (step) step[key] = text;
}

// -- parts and fits -------------------------------------------------------------------------------

/** Changes what is said of a part itself. */
export function editPart(document: Document, name: string, edit: (part: PartSpec) => void): void {
  const part = partOf(document, name);
  if (part) edit(part);
}

/** Moves a part one place along the rail. */
export function movePart(document: Document, name: string, way: -1 | 1): void {
  const parts = document.parts ?? [];
  const at = parts.findIndex((one) => one.name === name);
  const to = at + way;
  if (at < 0 || to < 0 || to >= parts.length) return;
  parts.splice(to, 0, ...parts.splice(at, 1));
}

/** Takes a part and its fits away; answers the part to look at next. */
export function takePartAway(document: Document, name: string): string {
  const parts = document.parts ?? [];
  const at = parts.findIndex((one) => one.name === name);
  document.parts = parts.filter((one) => one.name !== name);
  const gone = (document.fits ?? []).filter((fit) => fit.parts.includes(name));
  for (const fit of gone) takeFitAway(document, fit.name);
  return (document.parts[at] ?? document.parts[at - 1])?.name ?? "";
}

/** Takes a fit away and leaves its parts, each without its share of it. */
export function takeFitAway(document: Document, name: string): void {
  document.fits = document.fits?.filter((fit) => fit.name !== name);
  for (const part of document.parts ?? []) {
    part.steps = part.steps?.filter((step) => step.fields?.fit !== name);
  }
}

/** Another feel, whose own gap is proposed anew. */
export function setFeel(document: Document, name: string, feel: FitSpec["feel"]): void {
  const fit = document.fits?.find((one) => one.name === name);
  if (!fit) return;
  fit.feel = feel;
  fit.gap = "";
}

/** Stands every part that is named another way. */
export function stand(document: Document, stances: Record<string, string>): void {
  for (const one of document.parts ?? []) one.stance = stances[one.name] ?? one.stance;
}

/** A part is not drawn, or drawn again. */
export function toggleHidden(document: Document, name: string): void {
  editPart(document, name, (part) => {
    part.shown = part.shown === "hidden" ? "solid" : "hidden";
  });
}

const WITHIN_PERCENT = 2;

/** What a part should weigh, in grams; nothing is expected of it where that is null. */
export function expectMass(document: Document, name: string, grams: number | null): void {
  editPart(document, name, (part) => {
    part.expected_mass =
      grams === null
        ? null
        : { tolerance_percent: WITHIN_PERCENT, material: "", ...part.expected_mass, grams };
  });
}

/** How far from what it should weigh a part may be. */
export function allowMass(document: Document, name: string, percent: number): void {
  editPart(document, name, (part) => {
    if (part.expected_mass) part.expected_mass.tolerance_percent = percent;
  });
}

/** Of which material that mass is meant; "" is the part's own. */
export function meanMass(document: Document, name: string, material: string): void {
  editPart(document, name, (part) => {
    if (part.expected_mass) part.expected_mass.material = material;
  });
}

// -- measures, drawings, what it is for -----------------------------------------------------------

/** The measures of a part alone, or of the whole project where it is "". */
export function measuresOf(document: Document, part: string): MeasureSpec[] {
  if (!part) return (document.measures ??= []);
  const own = partOf(document, part);
  return own ? (own.measures ??= []) : [];
}

export function addMeasure(
  document: Document,
  part: string,
  name: string,
  expression: string,
  kind: MeasureSpec["kind"],
): void {
  measuresOf(document, part).push({ name, expression, kind, note: "" });
}

export function editMeasure(
  document: Document,
  part: string,
  name: string,
  edit: (measure: MeasureSpec) => void,
): void {
  const measure = measuresOf(document, part).find((one) => one.name === name);
  if (measure) edit(measure);
}

export function takeMeasureAway(document: Document, part: string, name: string): void {
  const list = measuresOf(document, part);
  const at = list.findIndex((one) => one.name === name);
  if (at >= 0) list.splice(at, 1);
}

const FILE_NAME = 120;

/** A drawing brought in, and the field that takes it. */
export function bringDrawing(
  document: Document,
  field: string,
  name: string,
  file: string,
  traced: { path: string; skipped: string[] },
): void {
  // what else was told of the drawing is no part of the document
  const { path, skipped } = traced;
  (document.drawings ??= []).push({ name, file: file.slice(0, FILE_NAME), path, skipped });
  setPath(document, field, name);
}

const NOTHING = { toy: false, food: false, load: false };

/** What the thing is for, as far as it is said. */
export function setUse(document: Document, use: Partial<NonNullable<Document["use"]>>): void {
  document.use = { ...NOTHING, ...document.use, ...use };
}

// -- the checklist, and findings left as they are -------------------------------------------------

type Check = NonNullable<Document["checklist"]>[number];

/** A line of the checklist: a size of the design beside what a drawing says. */
export function addCheck(document: Document, size: string): void {
  const line = { what: "", size, of: [], reads: "", wanted: size, within: "0.1 mm" };
  (document.checklist ??= []).push(line);
}

export function setCheck(
  document: Document,
  at: number,
  key: "what" | "size" | "wanted" | "within",
  text: string,
): void {
  const line = document.checklist?.[at];
  if (line) line[key] = text;
}

export function takeCheckAway(document: Document, at: number): void {
  document.checklist?.splice(at, 1);
}

const WHAT = 120;

/** A line that is read off again with every change: what was pressed, and what it read, `wanted`
 * as a maker types it in the project's unit. */
export function keepReading(
  document: Document,
  read: Pick<ReadView, "reads" | "unit">,
  what: string,
  of: string[],
  wanted: string,
  units: Units,
): void {
  const angle = read.unit === "°";
  const line: Check = {
    what: what.slice(0, WHAT),
    size: "",
    of,
    reads: read.reads,
    wanted: angle ? `${wanted} deg` : wanted,
    within: angle ? "0.5 deg" : units === "mm" ? "0.1" : "0.005",
  };
  (document.checklist ??= []).push(line);
}

type Named = Pick<FindingView, "check" | "part" | "fit" | "message" | "value">;
type Accepted = NonNullable<Document["accepted"]>[number];

/** Whether a finding was accepted so: its check, on that part or fit. */
export const accepts = (one: Accepted, finding: Named): boolean =>
  one.check === finding.check &&
  (one.part ?? "") === finding.part &&
  (one.fit ?? "") === finding.fit;

/** A finding left as it is, and why. */
export function accept(document: Document, finding: Named, reason: string): void {
  const { check, part, fit, message } = finding;
  const value = finding.value ?? null;
  const told = value === null ? message : "";
  document.accepted = [
    ...(document.accepted ?? []),
    { check, part, fit, value, message: told, reason },
  ];
}

export function withdraw(document: Document, finding: Named): void {
  document.accepted = (document.accepted ?? []).filter((one) => !accepts(one, finding));
}

/** What the maker wants to remember of the project. */
export function noteDown(document: Document, text: string): void {
  document.notes = text;
}
