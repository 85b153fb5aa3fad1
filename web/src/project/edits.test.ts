import { describe, expect, it } from "vitest";
import { fit, made, part, step } from "../testing/made";
import {
  accept,
  accepts,
  actOn,
  addCheck,
  addMeasure,
  allowMass,
  bringDrawing,
  editMeasure,
  editPart,
  expectMass,
  keepReading,
  meanMass,
  measuresOf,
  movePart,
  noteDown,
  setCheck,
  setFeel,
  setUse,
  stand,
  takeCheckAway,
  takeFitAway,
  takeMeasureAway,
  takePartAway,
  toggleHidden,
  withdraw,
  wordStep,
  type StepAct,
} from "./edits";

const document = () =>
  made({
    parts: [
      part("tin", {
        steps: [step("wall"), step("floor"), step("seat", { fields: { fit: "lid on" } })],
      }),
      part("lid", { steps: [step("plate"), step("rim", { fields: { fit: "lid on" } })] }),
      part("key"),
    ],
    fits: [fit("lid on", ["tin", "lid"]), fit("turns", ["tin", "key"])],
  });
type Made = ReturnType<typeof document>;
const parts = (of: Made) => of.parts.map((one) => one.name);
const steps = (of: Made, name = "tin") =>
  of.parts.find((one) => one.name === name)!.steps.map((one) => one.id);

describe("a step", () => {
  it.each([
    ["up", "floor", ["floor", "wall", "seat"], "floor"],
    ["up", "wall", ["wall", "floor", "seat"], "wall"],
    ["down", "floor", ["wall", "seat", "floor"], "floor"],
    ["down", "seat", ["wall", "floor", "seat"], "seat"],
    ["remove", "floor", ["wall", "seat"], "seat"],
    ["remove", "seat", ["wall", "floor"], "floor"],
    ["duplicate", "floor", ["wall", "floor", "floor_2", "seat"], "floor_2"],
    ["up", "not there", ["wall", "floor", "seat"], ""],
  ] as [StepAct, string, string[], string][])("%s %s", (act, id, order, next) => {
    const of = document();
    expect(actOn(of, "tin", id, act)).toBe(next);
    expect(steps(of)).toEqual(order);
  });

  it("the only one struck out leaves none to look at", () => {
    const of = made({ parts: [part("key", { steps: [step("shaft")] })] });
    expect(actOn(of, "key", "shaft", "remove")).toBe("");
  });

  it("is switched off and on again", () => {
    const of = document();
    actOn(of, "tin", "wall", "toggle");
    expect(of.parts[0]!.steps[0]!.enabled).toBe(false);
    actOn(of, "tin", "wall", "toggle");
    expect(of.parts[0]!.steps[0]!.enabled).toBe(true);
  });

  it("written again shares nothing with the first", () => {
    const of = document();
    actOn(of, "tin", "seat", "duplicate");
    of.parts[0]!.steps[3]!.fields.fit = "another";
    expect(of.parts[0]!.steps[2]!.fields.fit).toBe("lid on");
  });

  it("loses its last joined outline, and its last station, one at a time", () => {
    const outline = { kind: "circle", fields: {}, more: [] };
    const joined = { mode: "add" as const, outline, x: "", y: "", turn: "" };
    const of = made({
      parts: [
        part("tin", {
          steps: [
            step("wall", {
              outline: { ...outline, more: [joined, joined] },
              stations: [
                { outline, height: "1" },
                { outline, height: "2" },
              ] as never,
            }),
          ],
        }),
      ],
    });
    actOn(of, "tin", "wall", "unjoin");
    actOn(of, "tin", "wall", "unstation");
    expect(of.parts[0]!.steps[0]!.outline?.more).toHaveLength(1);
    expect(of.parts[0]!.steps[0]!.stations).toHaveLength(1);
  });
});

describe("a part", () => {
  it.each([
    ["lid", -1, ["lid", "tin", "key"]],
    ["lid", 1, ["tin", "key", "lid"]],
    ["tin", -1, ["tin", "lid", "key"]],
    ["key", 1, ["tin", "lid", "key"]],
    ["nothing", 1, ["tin", "lid", "key"]],
  ] as [string, -1 | 1, string[]][])("%s moves by %i along the rail", (name, way, order) => {
    const of = document();
    movePart(of, name, way);
    expect(parts(of)).toEqual(order);
  });

  it("taken away takes its fits with it, and their share of the other parts", () => {
    const of = document();
    expect(takePartAway(of, "lid")).toBe("key");
    expect(parts(of)).toEqual(["tin", "key"]);
    expect(of.fits.map((one) => one.name)).toEqual(["turns"]);
    expect(steps(of)).toEqual(["wall", "floor"]);
  });

  it("the last one taken away leaves the one before it to look at", () =>
    expect(takePartAway(document(), "key")).toBe("lid"));
});

it("a fit taken away leaves both its parts without their share", () => {
  const of = document();
  takeFitAway(of, "lid on");
  expect(parts(of)).toEqual(["tin", "lid", "key"]);
  expect(steps(of, "tin")).toEqual(["wall", "floor"]);
  expect(steps(of, "lid")).toEqual(["plate"]);
});

describe("what is said of a part and its fits", () => {
  it("is set where it is there, and nowhere else", () => {
    const of = document();
    editPart(of, "lid", (one) => (one.label = "Cover"));
    editPart(of, "nothing", (one) => (one.label = "?"));
    expect(of.parts.map((one) => one.label)).toEqual(["tin", "Cover", "key"]);
    wordStep(of, "tin", "wall", "note", "as thick as it prints");
    wordStep(of, "tin", "nothing", "note", "?");
    expect(of.parts[0]!.steps.map((one) => one.note)).toEqual(["as thick as it prints", "", ""]);
  });
  it("a feel is chosen with its own gap", () => {
    const of = document();
    of.fits[0]!.gap = "0.3 mm";
    setFeel(of, "lid on", "snug");
    setFeel(of, "nothing", "snug");
    expect(of.fits.map((one) => [one.feel, one.gap])).toEqual([
      ["snug", ""],
      ["free", ""],
    ]);
  });
  it("parts stand as they are told; the others as they stood", () => {
    const of = document();
    stand(of, { lid: "top" });
    expect(of.parts.map((one) => one.stance)).toEqual(["bottom", "top", "bottom"]);
  });
  it("hidden and shown again; what is seen through is hidden first", () => {
    const of = document();
    of.parts[0]!.shown = "seen through";
    const seen = ["hidden", "solid", "hidden"].map(() => {
      toggleHidden(of, "tin");
      return of.parts[0]!.shown;
    });
    expect(seen).toEqual(["hidden", "solid", "hidden"]);
  });
  it("what it should weigh is kept with how far it may be off", () => {
    const of = document();
    allowMass(of, "tin", 5); // nothing is expected yet
    expect(of.parts[0]!.expected_mass).toBeUndefined();
    expectMass(of, "tin", 12.5);
    allowMass(of, "tin", 5);
    expectMass(of, "tin", 13);
    expect(of.parts[0]!.expected_mass).toEqual({ tolerance_percent: 5, material: "", grams: 13 });
    meanMass(of, "tin", "PETG");
    expect(of.parts[0]!.expected_mass).toMatchObject({ material: "PETG", grams: 13 });
    expectMass(of, "tin", null);
    meanMass(of, "tin", "PLA"); // nothing is expected any more
    expect(of.parts[0]!.expected_mass).toBeNull();
  });
});

it("notes are kept as they are written", () => {
  const of = document();
  noteDown(of, "from the drawing of June\nlid next");
  expect(of.notes).toBe("from the drawing of June\nlid next");
});

describe("measures", () => {
  it.each(["", "tin"])("of %j are added, changed and taken away", (part_) => {
    const of = document();
    addMeasure(of, part_, "wide", "80 mm", "length");
    addMeasure(of, part_, "lean", "5 deg", "angle");
    editMeasure(of, part_, "wide", (one) => (one.note = "of the shelf"));
    editMeasure(of, part_, "nothing", (one) => (one.note = "?"));
    takeMeasureAway(of, part_, "lean");
    takeMeasureAway(of, part_, "nothing");
    expect(measuresOf(of, part_)).toEqual([
      { name: "wide", expression: "80 mm", kind: "length", note: "of the shelf" },
    ]);
    expect(measuresOf(of, part_ ? "" : "tin")).toEqual([]);
  });
  it("of a part that is gone are none", () => expect(measuresOf(document(), "gone")).toEqual([]));
});

it("a drawing brought in is taken by its field; its file's name is kept short", () => {
  const of = document();
  const path = "parts.tin.steps.wall.fields.drawing";
  const traced = { path: "M0 0", skipped: ["a text"], width_mm: 40 };
  bringDrawing(of, path, "fish", `${"x".repeat(200)}.svg`, traced);
  expect(of.parts[0]!.steps[0]!.fields.drawing).toBe("fish");
  expect(of.drawings).toEqual([
    { name: "fish", file: "x".repeat(120), path: "M0 0", skipped: ["a text"] },
  ]);
});

it("what it is for is told bit by bit", () => {
  const of = document();
  setUse(of, { toy: true });
  setUse(of, { warm_c: 60 });
  setUse(of, { toy: false });
  expect(of.use).toEqual({ toy: false, food: false, load: false, warm_c: 60 });
});

describe("the checklist", () => {
  it("takes lines, and gives them up", () => {
    const of = document();
    addCheck(of, "wide");
    addCheck(of, "10");
    setCheck(of, 1, "wanted", "12 mm");
    setCheck(of, 7, "wanted", "?");
    takeCheckAway(of, 0);
    expect(of.checklist).toEqual([
      { what: "", size: "10", of: [], reads: "", wanted: "12 mm", within: "0.1 mm" },
    ]);
  });
  it.each([
    ["mm", "mm", "4.2", "4.2", "0.1"],
    ["mm", "in", "0.165", "0.165", "0.005"],
    ["°", "in", "45", "45 deg", "0.5 deg"],
  ] as const)("keeps a reading in %s of a project in %s", (unit, units, read, wanted, within) => {
    const of = document();
    keepReading(of, { reads: "apart", unit }, "w".repeat(200), ["lid: a.b"], read, units);
    expect(of.checklist).toEqual([
      { what: "w".repeat(120), size: "", of: ["lid: a.b"], reads: "apart", wanted, within },
    ]);
  });
});

describe("a finding left as it is", () => {
  const finding = { check: "wall", part: "tin", fit: "", message: "thin", value: 0.9 };
  it("is kept with its reason, and by its words where it has no value", () => {
    const of = document();
    accept(of, finding, "it bends");
    accept(of, { ...finding, part: "lid", value: null }, "so be it");
    expect(of.accepted).toEqual([
      { check: "wall", part: "tin", fit: "", value: 0.9, message: "", reason: "it bends" },
      { check: "wall", part: "lid", fit: "", value: null, message: "thin", reason: "so be it" },
    ]);
    expect(of.accepted.map((one) => accepts(one, finding))).toEqual([true, false]);
  });
  it("is looked at again once that is withdrawn", () => {
    const of = document();
    accept(of, finding, "it bends");
    withdraw(of, { ...finding, check: "slot" });
    expect(of.accepted).toHaveLength(1);
    withdraw(of, finding);
    expect(of.accepted).toEqual([]);
  });
});
