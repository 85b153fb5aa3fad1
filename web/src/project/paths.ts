/** Reading and writing a document by the paths that a report gives its fields. */
import type { Document } from "../api/client";

type Step = NonNullable<Document["parts"]>[number]["steps"] extends (infer S)[] | undefined
  ? S
  : never;
export type StepSpec = NonNullable<Step>;
export type PartSpec = NonNullable<Document["parts"]>[number];
export type FitSpec = NonNullable<Document["fits"]>[number];
export type MeasureSpec = NonNullable<Document["measures"]>[number];

export const copy = (document: Document): Document => JSON.parse(JSON.stringify(document));

export const partOf = (document: Document, name: string): PartSpec | undefined =>
  document.parts?.find((part) => part.name === name);

/** Sets the text at a report path; a fit step that was only implied becomes a real one. */
export function setPath(document: Document, path: string, text: string): void {
  const keys = path.split(".");
  let owner: unknown;
  let rest: string[];
  if (keys[0] === "measures") {
    owner = document.measures?.find((measure) => measure.name === keys[1]);
    rest = ["expression"];
  } else if (keys[0] === "fits") {
    owner = document.fits?.find((fit) => fit.name === keys[1]);
    rest = keys.slice(2);
  } else if (keys[2] === "measures") {
    owner = partOf(document, keys[1]!)?.measures?.find((measure) => measure.name === keys[3]);
    rest = ["expression"];
  } else if (keys[2] === "steps") {
    owner = partOf(document, keys[1]!)?.steps?.find((step) => step.id === keys[3]);
    rest = keys.slice(4);
  } else {
    owner = partOf(document, keys[1]!);
    rest = keys.slice(2);
  }
  if (!owner) throw new Error(`nothing at ${path}`);
  let target = owner as Record<string, unknown>;
  for (const key of rest.slice(0, -1)) {
    target[key] ??= {};
    target = target[key] as Record<string, unknown>;
  }
  target[rest.at(-1)!] = text;
}

/** A name not taken yet, from a wish. */
export function freshName(wish: string, taken: Iterable<string>): string {
  const used = new Set(taken);
  if (!used.has(wish)) return wish;
  for (let number = 2; ; number++) if (!used.has(`${wish}_${number}`)) return `${wish}_${number}`;
}

/** Any words as a name that expressions can use. */
export function asName(words: string): string {
  const name = words
    .trim()
    .replace(/[^\p{L}\p{N}_]+/gu, "_")
    .replace(/^[\d_]+/, "");
  return name.slice(0, 40) || "size";
}
