/** A fit moved through its range as the workshop tried it: which place on the way is shown. */
import { server, type FitView, type MotionReport } from "../api/client";
import { told } from "../ui/action.svelte";
import { size, type Units } from "../project/units";

export interface Spot {
  x: number;
  y: number;
}

const PLAY_MS = 90;

export class Moving {
  fit = $state.raw<FitView | null>(null);
  tried = $state.raw<MotionReport | null>(null);
  at = $state(0);
  playing = $state(false);
  trouble = $state("");
  readonly pose = $derived(this.tried?.poses[this.at] ?? null);

  /** Asks how a fit moves; what is answered stops the asking. */
  load(project: number, fit: FitView): () => void {
    const asked = new AbortController();
    this.fit = fit;
    this.tried = null;
    this.playing = false;
    this.trouble = "";
    this.at = 0;
    server.motion(project, fit.name, asked.signal).then(
      (found) => (this.tried = found),
      (problem) => {
        if (!asked.signal.aborted) this.trouble = told(problem);
      },
    );
    return () => asked.abort();
  }

  set(at: number) {
    this.playing = false;
    this.at = at;
  }

  /** Goes on by itself until it is stopped. */
  run(): (() => void) | undefined {
    const count = this.tried?.poses.length;
    if (!this.playing || !count) return;
    const timer = setInterval(() => (this.at = (this.at + 1) % count), PLAY_MS);
    return () => clearInterval(timer);
  }

  /** How far it has moved, as its motion counts it. */
  words(units: Units): string {
    const { tried, pose } = this;
    if (!tried || !pose) return "";
    if (tried.motion.way === "track") return `${Math.round(pose.at * 100)} % of the way`;
    if (tried.motion.unit === "°") return `${Math.round(pose.at)}°`;
    return `${size(pose.at, units)} ${units}`;
  }
}

/** The place on the way that lies nearest a point of the screen, not far from where it is now. */
export function nearestOn(way: readonly (Spot | null)[], to: Spot, now: number): number {
  const reach = Math.max(2, Math.ceil(way.length / 6));
  let best = now;
  let least = Infinity;
  for (let at = Math.max(0, now - reach); at <= Math.min(way.length - 1, now + reach); at++) {
    const spot = way[at];
    if (!spot) continue;
    const off = Math.hypot(spot.x - to.x, spot.y - to.y);
    if (off < least) [best, least] = [at, off];
  }
  return best;
}
