import { describe, expect, it } from "vitest";
import { fit, made, measure, part, step } from "../testing/made";
import { asName, copy, freshName, partOf, setPath, textAt } from "./paths";

const document = () =>
  made({
    measures: [measure("wide", "80 mm")],
    parts: [
      part("tin", {
        measures: [measure("wall", "2 mm")],
        steps: [
          step("wall", {
            fields: { height: "20" },
            outline: { kind: "rectangle", fields: { width: "wide" }, more: [] },
            place: { on: "floor.top", x: "5", y: "", x_from: "", y_from: "", out: "", turn: "" },
          }),
        ],
      }),
    ],
    fits: [fit("thread", ["tin", "lid"], { fields: { size: "M30" } })],
  });

describe("the text at a path", () => {
  const cases: [string, string][] = [
    ["measures.wide", "80 mm"],
    ["parts.tin.measures.wall", "2 mm"],
    ["parts.tin.steps.wall.fields.height", "20"],
    ["parts.tin.steps.wall.outline.fields.width", "wide"],
    ["parts.tin.steps.wall.place.x", "5"],
    ["parts.tin.label", "tin"],
    ["fits.thread.fields.size", "M30"],
    ["fits.thread.feel", "free"],
  ];
  it.each(cases)("%s reads %s", (path, text) => expect(textAt(document(), path)).toBe(text));

  it.each(cases.map(([path]) => path))("%s is written where it is read", (path) => {
    const written = document();
    setPath(written, path, "31 mm");
    expect(textAt(written, path)).toBe("31 mm");
    // and nothing else was: put back, it is as before
    setPath(written, path, textAt(document(), path));
    expect(written).toEqual(document());
  });

  it.each([
    "measures.tall",
    "parts.lid.label",
    "parts.tin.steps.rim.fields.height",
    "fits.clip.gap",
  ])("%s is not there: it reads as nothing, and cannot be written", (path) => {
    expect(textAt(document(), path)).toBe("");
    expect(() => setPath(document(), path, "1")).toThrow(path);
  });

  it("what is no text reads as nothing", () => {
    expect(textAt(document(), "parts.tin.steps.wall.fields")).toBe("");
    expect(textAt(document(), "parts.tin.bought")).toBe("");
  });
});

describe("a field emptied", () => {
  it("of a step is left alone again", () => {
    const written = document();
    setPath(written, "parts.tin.steps.wall.fields.height", "");
    expect(partOf(written, "tin")?.steps?.[0]?.fields).toEqual({});
  });

  it("of a measure stays an empty text", () => {
    const written = document();
    setPath(written, "measures.wide", "");
    expect(written.measures?.[0]?.expression).toBe("");
  });
});

it("a list on the way is reached by its number", () => {
  const written = document();
  setPath(written, "parts.tin.steps.wall.outline.more.0.mode", "cut");
  const outline = partOf(written, "tin")?.steps?.[0]?.outline;
  expect(outline?.more?.[0]).toEqual({ mode: "cut" });
});

it("a copy shares nothing with what it is of", () => {
  const first = document();
  const other = copy(first);
  setPath(other, "measures.wide", "1");
  expect(textAt(first, "measures.wide")).toBe("80 mm");
});

describe("a name", () => {
  it.each([
    ["wall", [], "wall"],
    ["wall", ["wall"], "wall_2"],
    ["wall", ["wall", "wall_2", "wall_4"], "wall_3"],
  ])("%s beside %j is %s", (wish, taken, found) => expect(freshName(wish, taken)).toBe(found));

  it.each([
    ["inside width", "inside_width"],
    ["  2nd wall ", "nd_wall"],
    ["Höhe (außen)", "Höhe_außen_"],
    ["!!!", "size"],
    ["", "size"],
    ["x".repeat(60), "x".repeat(40)],
  ])("of %j is %s", (words, name) => expect(asName(words)).toBe(name));
});
