/**
 * A workshop that a page can be tried against: one project, its versions, and ways to fail. What is
 * asked is answered when the test says so, or at once.
 */
import type { Document, Kept, Merged, Opened, Report, SketchView } from "../api/client";
import { made, report } from "./made";

interface Asked {
  method: string;
  path: string;
  body: Record<string, unknown>;
}

export class Workshop {
  versions: { document: Document; words: string }[] = [{ document: made(), words: "begun" }];
  undone: { document: Document; words: string }[] = [];
  asked: Asked[] = [];
  /** What comes instead of an answer, by method and path; once for each that is told. */
  failures: { of: RegExp; how: "silence" | Response }[] = [];
  merged: Partial<Merged> = {};
  /** What the project comes to when it is opened, and what is drawn of a change at once. */
  report: Report = report();
  sketch: SketchView = { parts: [], fits: [] };
  /** Saves wait until they are let go, where a test holds them. */
  held: (() => void)[] | null = null;

  get version(): number {
    return this.versions.length;
  }
  get newest(): Document {
    return this.versions.at(-1)!.document;
  }
  /** What was asked of a path, newest last. */
  of(path: RegExp): Asked[] {
    return this.asked.filter((one) => path.test(`${one.method} ${one.path}`));
  }
  /** Another page keeps something. */
  elsewhere(document: Document, words: string): void {
    this.versions.push({ document, words });
  }
  letGo(): void {
    for (const go of this.held ?? []) go();
    this.held = null;
  }
  fail(of: RegExp, how: "silence" | { status: number; message: string; remedy?: string }): void {
    const answer =
      how === "silence"
        ? how
        : new Response(JSON.stringify({ remedy: null, version: null, where: null, ...how }), how);
    this.failures.push({ of, how: answer });
  }

  opened(): Opened {
    return {
      ...this.#kept(),
      document: this.newest,
      id: 1,
      proved: true,
      report: this.report,
      unbuilt: "",
    };
  }

  #kept(document: Document | null = null): Kept {
    return {
      document,
      version: this.version,
      revision: this.version * 10,
      undo: this.version > 1 ? this.versions.at(-1)!.words : null,
      redo: this.undone.at(-1)?.words ?? null,
    };
  }

  /** Stands for the browser's own `fetch`. */
  fetch = async (request: Request): Promise<Response> => {
    const path = new URL(request.url).pathname;
    const text = await request.text();
    const body: Record<string, unknown> = text ? JSON.parse(text) : {};
    this.asked.push({ method: request.method, path, body });
    const line = `${request.method} ${path}`;
    const failing = this.failures.findIndex((one) => one.of.test(line));
    const failure = failing < 0 ? null : this.failures.splice(failing, 1)[0]!;
    if (this.held && request.method === "PUT") {
      await new Promise<void>((go) => this.held!.push(go));
    }
    if (failure?.how === "silence") throw new TypeError("no network");
    if (failure) return failure.how;
    return this.#answer(line, body);
  };

  #answer(line: string, body: Record<string, unknown>): Response {
    const told = (what: unknown, status = 200) => Response.json(what, { status });
    if (line === "PUT /api/projects/1") {
      if (body.version !== this.version)
        return told({ message: "the project has moved on", version: this.version }, 409);
      this.undone = [];
      const document: Document = JSON.parse(JSON.stringify(body.document));
      this.versions.push({ document, words: String(body.words) });
      return told(this.#kept());
    }
    if (line === "POST /api/projects/1/undo") {
      this.undone.push(this.versions.pop()!);
      return told(this.#kept(this.newest));
    }
    if (line === "POST /api/projects/1/redo") {
      this.versions.push(this.undone.pop()!);
      return told(this.#kept(this.newest));
    }
    if (line === "GET /api/projects/1") return told(this.opened());
    if (line === "GET /api/projects/1/kept") return told(this.#kept(this.newest));
    if (line === "GET /api/projects/1/version") return told({ version: this.version });
    if (line === "POST /api/projects/1/merge")
      return told({
        version: this.version,
        revision: this.version * 10,
        document: this.newest,
        conflicts: [],
        elsewhere: [],
        ...this.merged,
      });
    if (line === "POST /api/projects") return told({ ...this.opened(), id: 2 }, 201);
    if (line === "POST /api/sketch") return told(this.sketch);
    if (line === "POST /api/projects/1/ahead") return told(true);
    if (line === "POST /api/preview") return told({ report: report({ title: "tried out" }) });
    if (line === "GET /api/projects/1/built") {
      const stage = {
        stage: "proof",
        report: report({ title: `of ${this.version}` }),
        consequences: [],
      };
      return new Response(`${JSON.stringify(stage)}\n`);
    }
    return told({ message: `nobody answers ${line}` }, 404);
  }
}
