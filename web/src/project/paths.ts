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

/** Any record of a document, its keys not known beforehand. */
type Anything = { [key: string]: unknown };
const isRecord = (one: unknown): one is Anything => one instanceof Object;

/** The record that holds the text at a report path, and under which keys; null where none does. */
function holder(document: Document, path: string): [Anything, string[]] | null {
  const keys = path.split(".");
  const within = (owner: object | undefined, rest: string[]): [Anything, string[]] | null =>
    isRecord(owner) ? [owner, rest] : null;
  const measure = (list: MeasureSpec[] | undefined, name = "") =>
    within(
      list?.find((one) => one.name === name),
      ["expression"],
    );
  if (keys[0] === "measures") return measure(document.measures, keys[1]);
  if (keys[0] === "fits") {
    return within(
      document.fits?.find((one) => one.name === keys[1]),
      keys.slice(2),
    );
  }
  const part = partOf(document, keys[1]!);
  if (keys[2] === "measures") return measure(part?.measures, keys[3]);
  if (keys[2] === "steps") {
    return within(
      part?.steps?.find((one) => one.id === keys[3]),
      keys.slice(4),
    );
  }
  return within(part, keys.slice(2));
}

/** Sets the text at a report path. An emptied field of a step or fit is left alone again. */
export function setPath(document: Document, path: string, text: string): void {
  const found = holder(document, path);
  if (!found) throw new Error(`nothing at ${path}`);
  const [owner, keys] = found;
  let target = owner;
  for (const key of keys.slice(0, -1)) {
    const next = (target[key] ??= {});
    if (!isRecord(next)) throw new Error(`nothing at ${path}`);
    target = next;
  }
  const last = keys.at(-1)!;
  if (text === "" && keys.at(-2) === "fields") Reflect.deleteProperty(target, last);
  else target[last] = text;
}

/** The text at a report path, or "" where nothing is typed. */
export function textAt(document: Document, path: string): string {
  const found = holder(document, path);
  let target: unknown = found?.[0];
  for (const key of found?.[1] ?? []) target = isRecord(target) ? target[key] : undefined;
  return typeof target === "string" ? target : "";
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
