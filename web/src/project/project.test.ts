// @vitest-environment jsdom
/** Keeping: what is typed is sent in order, merged, kept in the browser and never lost. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Document, HeldView, Report, SketchView } from "../api/client";
import { made, measure, report } from "../testing/made";
import { Workshop } from "../testing/workshop";
import { copy } from "./paths";
import { Project } from "./project.svelte";

type Part = Report["parts"][number];
type Coarse = SketchView["parts"][number];
let workshop: Workshop;
let project: Project;
const open: Project[] = [];
const opened = async (): Promise<Project> => {
  const one = await Project.open(1);
  open.push(one);
  return one;
};
const until = (seen: () => void) => vi.waitFor(seen, { timeout: 5000, interval: 5 });
const wide = (document: Document) => document.measures?.[0]?.expression;
const typed = (text: string, words = `wide ${text}`) => project.set("measures.wide", text, words);
const kept = () => localStorage.getItem("unsaved-project-1");

beforeEach(async () => {
  localStorage.clear();
  workshop = new Workshop();
  workshop.versions[0]!.document = made({ measures: [measure("wide", "80")] });
  vi.stubGlobal("fetch", workshop.fetch);
  project = await opened();
});
afterEach(() => {
  for (const one of open.splice(0)) one.close();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe("what is typed", () => {
  it("shows at once, is kept in the browser, then by the workshop", async () => {
    typed("81");
    expect(wide(project.document)).toBe("81");
    expect(kept()).toContain('"81"');
    await until(() => expect(project.keeping).toBe("saved"));
    expect(wide(workshop.newest)).toBe("81");
    expect(kept()).toBeNull();
    expect(project.undoWords).toBe("wide 81");
  });

  it("while a save is under way is sent after it, as one, with all its words", async () => {
    workshop.held = [];
    typed("81");
    await until(() => expect(workshop.held).toHaveLength(1));
    typed("82");
    typed("83");
    typed("83", "wide 83"); // said twice is told once
    workshop.letGo();
    await until(() => expect(project.keeping).toBe("saved"));
    expect(workshop.versions.map((one) => [wide(one.document), one.words])).toEqual([
      ["80", "begun"],
      ["81", "wide 81"],
      ["83", "wide 82; wide 83"],
    ]);
  });

  it("is built and proved once it is kept", async () => {
    typed("81");
    await until(() => expect(project.report.title).toBe("of 2"));
    expect(project.proved).toBe(true);
    expect(project.followed?.words).toBe("wide 81");
  });

  it("into what the workshop begins meanwhile is not lost: it is begun once more", async () => {
    const asked: string[] = [];
    const name = await project.begin("a step", async (document) => {
      asked.push(wide(document)!);
      if (asked.length === 1) typed("90");
      const next = copy(document);
      next.notes = "begun";
      return { document: next, name: "step_1" } as never;
    });
    expect(name).toBe("step_1");
    expect(asked).toEqual(["80", "90"]);
    expect([wide(project.document), project.document.notes]).toEqual(["90", "begun"]);
    await until(() => expect(workshop.newest).toEqual(project.document));
  });
});

describe("what is drawn before it is proved", () => {
  const distance = (text: string, value: number): HeldView => ({
    path: "parts.lid.steps.hole.place.x",
    start: [0, 0, 0],
    end: [value, 0, 0],
    way: [1, 0, 0],
    value,
    text,
    plain: true,
  });
  const lid = (key: string, ...held: HeldView[]) =>
    ({
      name: "lid",
      key,
      steps: [
        { id: "hole", held },
        { id: "body", held: [] },
      ],
    }) as Part;
  const coarse = (key: string, ...held: HeldView[]) =>
    ({
      name: "lid",
      key,
      faces: [],
      held: Object.fromEntries(held.map((one) => ["hole", [one]])),
    }) as Partial<Coarse> as Coarse;
  const drawn = () =>
    project.sketch?.parts[0]?.steps.map((step) => step.held.map((one) => one.text));

  beforeEach(async () => {
    workshop.report = report({ parts: [lid("proved", distance("5", 5))] });
    project.close();
    project = await opened();
    workshop.held = []; // nothing is kept yet, so nothing is built
  });

  it("has its distances where they are now", async () => {
    workshop.sketch = { parts: [coarse("coarse", distance("7", 7))], fits: [] };
    typed("81");
    await until(() => expect(drawn()).toEqual([["7"], []]));
    expect(project.sketch!.parts[0]!.key).toBe("coarse");
    // the numbers that are read are those of the last proof
    expect(project.shown.parts[0]!.steps[0]!.held[0]!.text).toBe("5");
  });

  it("has none where a step is no longer told by any", async () => {
    workshop.sketch = { parts: [coarse("coarse")], fits: [] };
    typed("81");
    await until(() => expect(drawn()).toEqual([[], []]));
  });

  it("leaves a part as it is that is not sketched", async () => {
    typed("81");
    await until(() => expect(drawn()).toEqual([["5"], []]));
    expect(project.sketch!.parts[0]!.key).toBe("proved");
  });
});

describe("where the workshop does not answer", () => {
  beforeEach(() => vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] }));

  it("what is typed stays here and in the browser, and is sent again by itself", async () => {
    workshop.fail(/^PUT/, "silence");
    typed("81");
    await vi.waitUntil(() => project.keeping === "offline");
    expect(kept()).toContain('"81"');
    await vi.advanceTimersByTimeAsync(2100);
    await vi.waitUntil(() => project.keeping === "saved");
    expect(wide(workshop.newest)).toBe("81");
    expect(kept()).toBeNull();
  });

  it("one on a full disk says so, with what to do, and it is sent again", async () => {
    workshop.fail(/^PUT/, { status: 507, message: "the disk is full", remedy: "make room" });
    typed("81");
    await vi.waitUntil(() => project.keeping === "troubled");
    expect(project.trouble).toBe("the disk is full; make room");
    await vi.advanceTimersByTimeAsync(2100);
    await vi.waitUntil(() => project.keeping === "saved");
    expect(workshop.version).toBe(2);
  });

  it("more typed meanwhile goes with it", async () => {
    workshop.fail(/^PUT/, "silence");
    typed("81");
    await vi.waitUntil(() => project.keeping === "offline");
    typed("82");
    await vi.waitUntil(() => project.keeping === "saved");
    expect(workshop.versions.at(-1)).toMatchObject({ words: "wide 81; wide 82" });
  });

  it("what was typed while it was on its way is told after it", async () => {
    workshop.held = [];
    workshop.fail(/^PUT/, "silence");
    typed("81");
    await vi.waitUntil(() => workshop.held?.length === 1);
    typed("82");
    workshop.letGo();
    await vi.waitUntil(() => project.keeping === "saved");
    expect(workshop.versions.map((one) => one.words)).toEqual(["begun", "wide 81; wide 82"]);
  });
});

describe("what is refused", () => {
  it("stays typed, says why, and what is typed next is taken", async () => {
    workshop.fail(/^PUT/, { status: 422, message: "too large", remedy: "100 mm" });
    typed("1e9");
    await until(() => expect(project.keeping).toBe("refused"));
    expect(project.trouble).toBe("too large; 100 mm");
    expect(wide(project.document)).toBe("1e9");
    typed("100");
    await until(() => expect(project.keeping).toBe("saved"));
    expect(wide(workshop.newest)).toBe("100");
  });

  it("undone goes back to what is kept: nothing was, so nothing is asked to be undone", async () => {
    workshop.fail(/^PUT/, { status: 422, message: "too large" });
    typed("1e9");
    await until(() => expect(project.keeping).toBe("refused"));
    await project.undo();
    expect(wide(project.document)).toBe("80");
    expect(workshop.of(/undo/)).toEqual([]);
    expect(kept()).toBeNull();
  });

  it("a project thrown away elsewhere takes nothing more", async () => {
    workshop.fail(/^PUT/, { status: 404, message: "gone" });
    typed("81");
    await until(() => expect(project.keeping).toBe("gone"));
    typed("82");
    expect(workshop.of(/^PUT/)).toHaveLength(1);
    expect(kept()).toContain('"82"');
    expect(await project.keepAsNew()).toBe(2);
    expect(kept()).toBeNull();
  });
});

describe("undo and redo", () => {
  it("go back and forth, each press one more, after what is still being kept", async () => {
    typed("81");
    await until(() => expect(project.keeping).toBe("saved"));
    typed("82");
    void project.undo();
    await project.undo();
    expect(wide(project.document)).toBe("80");
    expect([project.undoWords, project.redoWords]).toEqual([null, "wide 81"]);
    await project.redo();
    expect(wide(project.document)).toBe("81");
  });

  it("with nothing to take back ask for nothing", async () => {
    await project.undo();
    await project.redo();
    expect(workshop.of(/(un|re)do/)).toEqual([]);
  });
});

describe("what was changed elsewhere", () => {
  const theirs = made({ measures: [measure("wide", "80"), measure("tall", "40")] });

  it("and does not touch is put together with what is typed here", async () => {
    workshop.elsewhere(theirs, "a measure tall");
    const both = made({ measures: [measure("wide", "81"), measure("tall", "40")] });
    workshop.merged = {
      document: both,
      elsewhere: [{ what: "tall", before: "", after: "40" }] as never,
    };
    typed("81");
    await until(() => expect(project.keeping).toBe("saved"));
    expect(workshop.newest.measures).toEqual(both.measures);
    expect(workshop.versions.map((one) => one.words)).toEqual([
      "begun",
      "a measure tall",
      "wide 81",
    ]);
    expect(project.elsewhere).toBe("tall  → 40");
    expect(project.waiting).toBeNull();
  });

  it("and touches waits for the maker to choose; nothing is sent meanwhile", async () => {
    workshop.elsewhere(made({ measures: [measure("wide", "70")] }), "wide 70");
    workshop.merged = { conflicts: [{ path: "measures.wide" }] as never };
    typed("81");
    await until(() => expect(project.meeting).not.toBeNull());
    expect(project.keeping).toBe("stale");
    typed("82");
    expect(wide(project.waiting!)).toBe("82");
    expect(workshop.version).toBe(2);
    // chosen: mine
    workshop.merged = { document: made({ measures: [measure("wide", "82")] }) };
    await project.settle({ "measures.wide": "mine" });
    await until(() => expect(project.keeping).toBe("saved"));
    expect(wide(workshop.newest)).toBe("82");
    expect(workshop.of(/merge/).at(-1)!.body.choices).toEqual({ "measures.wide": "mine" });
  });

  it("is taken over what was typed here, where the maker says so", async () => {
    workshop.elsewhere(made({ measures: [measure("wide", "70")] }), "wide 70");
    workshop.merged = { conflicts: [{ path: "measures.wide" }] as never };
    typed("81");
    await until(() => expect(project.meeting).not.toBeNull());
    await project.takeTheirs();
    expect(wide(project.document)).toBe("70");
    expect([project.keeping, project.waiting, kept()]).toEqual(["saved", null, null]);
  });

  it("is written over, where the maker says so", async () => {
    workshop.elsewhere(made({ measures: [measure("wide", "70")] }), "wide 70");
    workshop.merged = { conflicts: [{ path: "measures.wide" }] as never };
    typed("81");
    await until(() => expect(project.meeting).not.toBeNull());
    await project.putMine();
    await until(() => expect(project.keeping).toBe("saved"));
    expect(wide(workshop.newest)).toBe("81");
  });

  it("is shown here where nothing waits to be kept", async () => {
    const other = await opened();
    other.set("measures.wide", "75", "wide 75");
    await until(() => expect(wide(project.document)).toBe("75"));
    expect(project.elsewhere).toBe("wide 75");
  });
});

describe("a page opened again", () => {
  const pending = (version: number) =>
    localStorage.setItem(
      "unsaved-project-1",
      JSON.stringify({
        version,
        revision: version * 10,
        document: made({ measures: [measure("wide", "99")] }),
        words: "wide 99",
      }),
    );

  it("sends what could not be kept before", async () => {
    pending(1);
    project = await opened();
    expect(wide(project.document)).toBe("99");
    await until(() => expect(wide(workshop.newest)).toBe("99"));
  });

  it("puts it together with what was kept since", async () => {
    workshop.elsewhere(made({ measures: [measure("wide", "70")] }), "wide 70");
    pending(1);
    workshop.merged = { conflicts: [{ path: "measures.wide" }] as never };
    project = await opened();
    await until(() => expect(project.meeting).not.toBeNull());
    expect(wide(project.document)).toBe("70");
    expect(wide(project.waiting!)).toBe("99");
  });
});

describe("what is tried out", () => {
  it("is shown and not kept", async () => {
    await project.tryOut((document) => (document.notes = "tried"));
    expect(project.shown.title).toBe("tried out");
    expect(workshop.of(/^PUT/)).toEqual([]);
    project.endTrial();
    expect(project.shown.title).toBe("Lock paddle");
  });
  it("and refused is not shown", async () => {
    workshop.fail(/preview/, { status: 422, message: "no" });
    await project.tryOut((document) => (document.notes = "tried"));
    expect(project.trial).toBeNull();
  });
});

it("parts hidden and seen through are told from the document", () => {
  project.change("shown otherwise", (document) => {
    document.parts = ["a", "b", "c"].map((name) => ({ name })) as never;
    document.parts![0]!.shown = "hidden";
    document.parts![1]!.shown = "seen through";
  });
  expect([...project.hidden]).toEqual(["a"]);
  expect([...project.faint]).toEqual(["b"]);
});
