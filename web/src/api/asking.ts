/** How the server is asked, and what becomes of an answer: one way for all of it. */
import createClient from "openapi-fetch";
import type { paths } from "./schema";
import type { Schemas, Stage } from "./types";

/** The server answered, and said no. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly remedy: string | null,
    readonly version: number | null,
    /** The field it is about, where there is one. */
    readonly where: string | null = null,
  ) {
    super(message);
  }
}

/** The server did not answer at all, or not to the end. */
export class Unreachable extends Error {}

let signedOut: () => void = () => {};
/** What is done when the server asks to sign in first. */
export function whenSignedOut(then: () => void): void {
  signedOut = then;
}

/** Django's own guard against forged requests: what the page was given, sent back with a change. */
const token = () => /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";

/** This page among all that are open: what it asks for anew makes its older asking pointless. */
const PAGE = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}`;

async function fetched(request: Request): Promise<Response> {
  request.headers.set("X-Page", PAGE);
  if (request.method !== "GET") request.headers.set("X-CSRFToken", token());
  const response = await fetch(request).catch((cause: unknown) => {
    if (request.signal.aborted) throw cause;
    throw new Unreachable("the workshop does not answer");
  });
  if (response.status === 401 && !request.url.endsWith("/sign-in")) signedOut();
  return response;
}

export const api = createClient<paths>({ baseUrl: location.origin, fetch: fetched });

/** Files go as a form. */
export function form(given: Record<string, File | string | boolean | undefined>): FormData {
  const data = new FormData();
  for (const [name, value] of Object.entries(given)) {
    if (value !== undefined) data.append(name, value instanceof File ? value : String(value));
  }
  return data;
}

type Refusal = Partial<Schemas["Refusal"]>;
type Asked = { data?: unknown; error?: unknown; response: Response };
/** What is said where it is not refused. */
type Said<A extends Asked> = A extends { error?: never; data: infer D } ? D : never;

const refused = (status: number, said: unknown): Refused => {
  const { message, remedy, version, where }: Refusal = said instanceof Object ? said : {};
  return new Refused(
    status,
    message ?? `the workshop could not do this (${status})`,
    remedy ?? null,
    version ?? null,
    where ?? null,
  );
};

/** What the server said.
 *
 * @throws Refused where it said no; Unreachable where it said nothing, or not all of it.
 */
export function answer<A extends Asked>(asked: Promise<A>): Promise<Said<A>>;
export async function answer(asked: Promise<Asked>): Promise<unknown> {
  const told = await asked.catch((cause: unknown) => {
    if (cause instanceof SyntaxError) throw new Unreachable("the workshop's answer was cut short");
    throw cause;
  });
  if (told.error !== undefined) throw refused(told.response.status, told.error);
  return told.data;
}

type Streamed =
  | { data: Response["body"]; error?: never; response: Response }
  | { data?: never; error: unknown; response: Response };

const read: (line: string) => Stage | Schemas["Refusal"] = JSON.parse;

/** The stages of a build, a line each, as they come. */
export async function* comes(
  asked: Promise<Streamed>,
  signal: AbortSignal,
): AsyncGenerator<Stage | Schemas["Refusal"]> {
  const body = await answer(asked);
  if (!body) return;
  const reader = body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read().catch((cause: unknown) => {
      if (signal.aborted) throw cause;
      throw new Unreachable("the workshop's answer was cut short");
    });
    const lines = (rest + (value ?? "")).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) yield read(line);
    if (done) return;
  }
}
