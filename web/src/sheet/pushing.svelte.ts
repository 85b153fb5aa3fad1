/** The flex test as the sheet shows it: measure after measure, two at a time, and a look at where
 * one breaks. */
import { server, type PushedView } from "../api/client";
import { setPath } from "../project/paths";
import type { Project } from "../project/project.svelte";

const SIDE_BY_SIDE = 2;

export interface Look {
  path: string;
  name: string;
  shown: string;
}

export class Pushing {
  #found = $state.raw<Record<string, PushedView | string>>({});
  #version = $state(-1);
  #abort: AbortController | null = null;
  /** Names of the measures being pushed now. */
  under = $state("");
  looking = $state<Look | null>(null);

  done = $derived.by(() => this.#current && Object.keys(this.#found).length > 0);

  constructor(readonly project: () => Project) {}

  get #current() {
    return this.#version === this.project().version;
  }

  /** What was found for a measure, or why nothing could be, while the project is as it was. */
  of(path: string): PushedView | string | null {
    return this.#current ? (this.#found[path] ?? null) : null;
  }

  async start(paths: string[]): Promise<void> {
    this.stop();
    const abort = (this.#abort = new AbortController());
    const project = this.project();
    this.#version = project.version;
    const waiting = [...paths];
    const now = new Set<string>();
    const say = () => (this.under = [...now].map((path) => path.split(".").pop()).join(" and "));
    const worker = async () => {
      for (let path = waiting.shift(); path && !abort.signal.aborted; path = waiting.shift()) {
        now.add(path);
        say();
        let answer: PushedView | string;
        try {
          answer = await server.push(project.id, path, abort.signal);
        } catch (problem) {
          answer = problem instanceof Error ? problem.message : String(problem);
        }
        now.delete(path);
        if (abort.signal.aborted) return;
        this.#found = { ...this.#found, [path]: answer };
        say();
      }
    };
    await Promise.all(Array.from({ length: SIDE_BY_SIDE }, worker));
    if (!abort.signal.aborted) this.under = "";
  }

  stop(): void {
    this.#abort?.abort();
    this.#found = {};
    this.under = "";
    if (this.looking) this.look(null);
  }

  /** Shows the project with a measure at another value, or as it is again. */
  look(at: Look | null): void {
    this.looking = at;
    const project = this.project();
    if (at) void project.tryOut((document) => setPath(document, at.path, at.shown));
    else project.endTrial();
  }
}
