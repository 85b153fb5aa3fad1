/**
 * Learns of what is kept of a project elsewhere: other tabs of this browser say so at once, other
 * makers' changes are asked for every moment while the page is seen.
 */
import { server } from "../api/client";

const SEEN_MS = 2000;
const UNSEEN_MS = 15_000;
const CHANNEL = "fair-hinge-kept";

interface Told {
  project: number;
  version: number;
}

export class Elsewhere {
  #channel = new BroadcastChannel(CHANNEL);
  #timer = 0;
  #over = false;
  #asking = false;

  /** `newer` is called where a version is kept that this page does not have. */
  constructor(
    readonly project: number,
    readonly version: () => number,
    readonly newer: (version: number) => void,
  ) {
    this.#channel.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.project === project && data.version > version()) newer(data.version);
    };
    document.addEventListener("visibilitychange", this.#look);
    this.#again();
  }

  /** Tells the other tabs what was kept from here. */
  kept(version: number): void {
    if (!this.#over) this.#channel.postMessage({ project: this.project, version } satisfies Told);
  }

  end(): void {
    this.#over = true;
    clearTimeout(this.#timer);
    this.#channel.close();
    document.removeEventListener("visibilitychange", this.#look);
  }

  #look = (): void => {
    clearTimeout(this.#timer);
    void this.#ask();
  };

  async #ask(): Promise<void> {
    if (this.#asking || this.#over) return;
    this.#asking = true;
    try {
      const found = await server.newest(this.project);
      if (!this.#over && found.version > this.version()) this.newer(found.version);
    } catch {
      // unreachable or gone: what is kept next finds that out, and says so
    } finally {
      this.#asking = false;
      this.#again();
    }
  }

  #again(): void {
    if (this.#over) return;
    clearTimeout(this.#timer);
    const wait = document.visibilityState === "visible" ? SEEN_MS : UNSEEN_MS;
    this.#timer = window.setTimeout(() => void this.#ask(), wait);
  }
}
