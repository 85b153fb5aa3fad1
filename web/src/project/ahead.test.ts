// @vitest-environment jsdom
/** What is built while it is still being typed: when, what is asked, and what is asked again. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { made, measure } from "../testing/made";
import { Workshop } from "../testing/workshop";
import { worthBuilding } from "./ahead";
import { Project } from "./project.svelte";

describe("what is typed", () => {
  const cases: [string, string, boolean, string][] = [
    ["80", "81", true, "a number like the one before"],
    ["80", "8", false, "a number on its way to 85, ten times as small"],
    ["80", "800", false, "ten times as large"],
    ["80", "27", true, "a third of it"],
    ["80", "26", false, "less than a third of it"],
    ["80 mm", "90 mm", true, "in the same unit"],
    ["80", "80 mm", false, "in another, whatever that comes to"],
    ["80", "80", false, "nothing new"],
    ["80", " 80 ", false, "nothing new but spaces"],
    ["80", "", false, "nothing at all"],
    ["0.4", "0", false, "nought on its way to 0.5"],
    ["0", "0.5", false, "what stood at nought tells no order"],
    ["0", "0.0", false, "nought and nought"],
    ["-4", "-5", true, "below nought"],
    ["-4", "4", false, "on the other side of it"],
    ["80", "wall * 2", true, "an expression"],
    ["wall * 2", "5", false, "a number where an expression stood"],
    ["", "5", false, "a number where nothing stood"],
  ];
  it.each(cases)("%j, then %j: built ahead %s, %s", (was, text, worth) => {
    expect(worthBuilding(was, text)).toBe(worth);
  });
});

describe("a page on which a number is being typed", () => {
  let workshop: Workshop;
  let project: Project;
  const until = (seen: () => void) => vi.waitFor(seen, { timeout: 5000, interval: 5 });
  const asked = (path: RegExp) =>
    workshop.of(path).map((one) => {
      const text = JSON.stringify(one.body);
      return /"expression":"([^"]*)"/.exec(text)?.[1];
    });
  const AHEAD = /POST .*ahead/;
  const SKETCH = /POST .*sketch/;

  beforeEach(async () => {
    localStorage.clear();
    workshop = new Workshop();
    workshop.versions[0]!.document = made({ measures: [measure("wide", "80")] });
    vi.stubGlobal("fetch", workshop.fetch);
    project = await Project.open(1);
  });
  afterEach(() => {
    project.close();
    vi.unstubAllGlobals();
  });

  it("has it sketched and built, and keeps and shows nothing of it", async () => {
    project.typed("measures.wide", "81");
    await until(() => expect([asked(AHEAD), asked(SKETCH)]).toEqual([["81"], ["81"]]));
    expect(project.document.measures![0]!.expression).toBe("80");
    expect(project.sketch).toBeNull();
    expect(workshop.of(/PUT/)).toEqual([]);
    expect(workshop.of(AHEAD)[0]!.body.since).toBe(10); // the revision that is shown
  });

  it("takes the sketch that was begun when the number is set", async () => {
    project.typed("measures.wide", "81");
    project.set("measures.wide", "81", "wide 80 → 81");
    await until(() => expect(project.keeping).toBe("saved"));
    await until(() => expect(asked(SKETCH)).toEqual(["81"]));
  });

  it("asks anew where another is set than was typed last", async () => {
    project.typed("measures.wide", "81");
    project.typed("measures.wide", "82");
    project.set("measures.wide", "83", "wide 80 → 83");
    await until(() => expect(asked(SKETCH)).toEqual(["81", "82", "83"]));
    expect(asked(AHEAD)).toEqual(["81", "82"]);
  });

  it("asks again where the sketch that was begun came to nothing", async () => {
    workshop.fail(SKETCH, "silence");
    project.typed("measures.wide", "81");
    await until(() => expect(asked(SKETCH)).toEqual(["81"]));
    project.set("measures.wide", "81", "wide 80 → 81");
    await until(() => expect(asked(SKETCH)).toEqual(["81", "81"]));
    await until(() => expect(project.sketch ?? project.proved).toBeTruthy());
  });

  it("gives up what is not meant", async () => {
    const given: AbortSignal[] = [];
    vi.stubGlobal("fetch", (request: Request) => {
      given.push(request.signal);
      return workshop.fetch(request);
    });
    project.typed("measures.wide", "81");
    project.untyped();
    expect(given.map((one) => one.aborted)).toEqual([true, true]);
    project.typed("measures.wide", "82");
    project.typed("measures.wide", "8"); // on the way to another
    expect(given.slice(2).map((one) => one.aborted)).toEqual([true, true]);
    await until(() => expect(asked(AHEAD)).toEqual(["81", "82"]));
  });

  it("fetches the solids of what is sketched, but not of what is given up", async () => {
    const meshes: string[] = [];
    vi.stubGlobal("fetch", (request: Request | string) => {
      if (typeof request !== "string") return workshop.fetch(request);
      meshes.push(request);
      return Promise.resolve(new Response(null, { status: 404 }));
    });
    const sketched = (...keys: string[]) => {
      const parts = keys.map((key) => ({ name: `part ${key}`, key, faces: [], held: {} }));
      workshop.sketch = { parts: parts as never[], fits: [] };
    };
    sketched("given up");
    project.typed("measures.wide", "81");
    project.untyped();
    await until(() => expect(asked(SKETCH)).toEqual(["81"]));
    sketched("a", "", "b");
    project.typed("measures.wide", "82");
    await until(() => expect(meshes).toHaveLength(2));
    expect(meshes.map((one) => one.split("/").at(-1))).toEqual(["a", "b"]);
  });

  it("has nothing built of a field that is none of the document", () => {
    project.typed("no such thing", "81");
    expect(workshop.of(AHEAD)).toEqual([]);
  });
});
