/** What can be done with a whole part or fit: pure edits of a document. */
import type { Document } from "../api/client";

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
