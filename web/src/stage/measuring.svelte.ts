/** One or two things pressed on the stage, and what is read off them. */
import { server, type Document, type ReadView } from "../api/client";
import { told } from "../ui/action.svelte";
import type { FacePlace, Touch } from "./scene";

export interface Pressed {
  part: string;
  /** As the workshop reads it: `lid: body.top | body.front`. */
  told: string;
  words: string;
}

const named = (one: FacePlace) => `${one.step}.${one.face}`;
/** Which of the pieces of a face, or of the edges of two faces, is meant: the one pressed. */
const near = (at: Touch["at"]) =>
  at ? ` near ${at.map((share) => plainShare(share)).join(" ")}` : "";
const plainShare = (share: number) => String(Math.round(share * 1e4) / 1e4);
const spoken = (one: FacePlace) => `${one.face} of ${one.step}`.replaceAll("_", " ");

/** What was pressed: a corner, an edge or a face, whichever is under the finger. */
export function pressedThing(touch: Touch, label: string): Pressed {
  const met = [touch, touch.edge, touch.corner].filter((one) => one !== null);
  const words =
    met.length === 1
      ? spoken(met[0]!)
      : `${met.length === 2 ? "edge" : "corner"} of ${met.map(spoken).join(" and ")}`;
  return {
    part: touch.part,
    told: `${touch.part}: ${met.map(named).join(" | ")}${near(touch.at)}`,
    words: `${label}, ${words}`,
  };
}

class Measuring {
  on = $state(false);
  things = $state.raw<Pressed[]>([]);
  reads = $state.raw<ReadView[]>([]);
  trouble = $state("");
  #asked = 0;

  begin(): void {
    this.on = true;
    this.clear();
  }

  stop(): void {
    this.on = false;
    this.clear();
  }

  clear(): void {
    this.things = [];
    this.reads = [];
    this.trouble = "";
    this.#asked++;
  }

  /** One thing more; a third begins anew. */
  press(thing: Pressed, document: Document): void {
    this.things = this.things.length === 2 ? [thing] : [...this.things, thing];
    void this.read(document);
  }

  /** Reads again, for a document that has changed. */
  async read(document: Document): Promise<void> {
    const asked = ++this.#asked;
    if (!this.things.length) return;
    try {
      const found = await server.measure(
        document,
        this.things.map((one) => one.told),
      );
      if (asked !== this.#asked) return;
      this.reads = found;
      this.trouble = "";
    } catch (problem) {
      if (asked !== this.#asked) return;
      this.reads = [];
      this.trouble = told(problem);
    }
  }
}

export const measuring = new Measuring();
