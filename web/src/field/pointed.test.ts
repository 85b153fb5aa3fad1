import { describe, expect, it } from "vitest";
import type { Meeting, Touch } from "../stage/scene";
import {
  allAlike,
  canPoint,
  edgesOf,
  edgesSaid,
  edgesText,
  edgesTouched,
  edgeText,
  isOneOfSeveral,
  litBy,
  pointedBeside,
  pointedText,
  pointText,
  stoodOn,
} from "./pointed";

const face = { step: "wall", face: "top", place: "wall.top" };
const met = (name: string, more: Partial<Meeting> = {}): Meeting => ({
  step: "wall",
  face: name,
  place: `wall.${name}`,
  near: null,
  turned: false,
  several: false,
  ...more,
});
const side = met("left");
const front = met("front");
const touch = (more: Partial<Touch> = {}): Touch =>
  ({ part: "tin", ...face, edge: null, corner: null, around: [side, front], ...more }) as never;
const options = (...values: string[]) => values.map((value) => ({ value, words: value }));
const field = (kind: string, text = "", ...values: string[]) =>
  ({ kind, text, options: options(...values) }) as Parameters<typeof pointedText>[0];

describe("what a press means to a field", () => {
  it.each([
    ["place", "wall.top", "wall.top"],
    ["face", "wall.top", "wall.top"],
    ["step", "wall", "wall"],
    ["from", "wall.top", "wall.top"],
    ["point", "wall.top", "wall.top"],
  ])("that takes a %s", (kind, known, text) =>
    expect(pointedText(field(kind, "", known), touch(), "tin")).toBe(text),
  );

  it("nothing, where the field does not know what was pressed", () =>
    expect(pointedText(field("face", "", "floor.top"), touch(), "tin")).toBeNull());
  it("nothing, where the field takes a number", () =>
    expect(pointedText(field("length", "", "wall.top"), touch(), "tin")).toBeNull());

  it("on another part only a place can lie, told with its part", () => {
    expect(pointedText(field("place", "", "lid.wall.top"), touch({ part: "lid" }), "tin")).toBe(
      "lid.wall.top",
    );
    expect(pointedText(field("face", "", "wall.top"), touch({ part: "lid" }), "tin")).toBeNull();
  });

  it("an edge: to a distance, the face beside", () =>
    expect(pointedText(field("from", "", "wall.left"), touch({ edge: side }), "tin")).toBe(
      "wall.left",
    ));

  it.each([
    ["", "wall.top"],
    ["floor.top", "floor.top, wall.top"],
    ["floor.top, wall.top", "floor.top"],
    ["wall.top", ""],
  ])("a list of faces %j becomes %j: pressed again it goes", (text, next) =>
    expect(pointedText(field("faces", text, "wall.top"), touch(), "tin")).toBe(next),
  );

  it("sides of one body go by their name alone", () =>
    expect(pointedText(field("faces", "", "top"), touch(), "tin")).toBe("top"));
});

describe("an edge pressed", () => {
  const edge = touch({ edge: side });
  it("is told as the two faces that meet there", () =>
    expect(edgeText(edge)).toBe("wall.top | wall.left"));
  it("joins a list of edges, and pressed again from either side leaves it, sizes and all", () => {
    const one = pointedText(field("edges", "rim.top | rim.in: 1 mm"), edge, "tin");
    expect(one).toBe("rim.top | rim.in: 1 mm; wall.top | wall.left");
    const turned = "rim.top | rim.in: 1 mm; wall.left | wall.top: 2 mm";
    expect(pointedText(field("edges", turned), edge, "tin")).toBe("rim.top | rim.in: 1 mm");
  });
  it("of another part says nothing", () =>
    expect(pointedText(field("edges"), touch({ edge: side, part: "lid" }), "tin")).toBeNull());
  it("where only a face was pressed, all its edges are meant", () => {
    expect(edgesTouched(touch())).toBe("wall.top | wall.left; wall.top | wall.front");
    expect(edgesTouched(edge)).toBe("wall.top | wall.left");
  });
});

describe("an edge pressed where its two faces meet in several", () => {
  const rim = (near: [number, number, number], several = true, turned = false) =>
    touch({ edge: met("bore", { near, several, turned }) });
  const pressed = (text: string, one: Touch) => pointedText(field("edges", text), one, "tin");

  it("is told by a point at it, to a ten-thousandth of the face", () => {
    expect(edgeText(rim([0, 0.5, 1]))).toBe("wall.top | wall.bore near 0 0.5 1");
    expect(edgeText(rim([1 / 3, 1e-9, 1]))).toBe("wall.top | wall.bore near 0.3333 0 1");
  });
  it("of the face that lies in more pieces, which is told first", () =>
    expect(edgeText(rim([0, 0, 1], true, true))).toBe("wall.bore | wall.top near 0 0 1"));
  it("joins the others, and pressed again leaves them", () => {
    const one = pressed("", rim([0, 0, 1]));
    const two = pressed(one!, rim([0.5, 0, 1]));
    expect(two).toBe("wall.top | wall.bore near 0 0 1; wall.top | wall.bore near 0.5 0 1");
    expect(pressed(two!, rim([0, 0, 1]))).toBe("wall.top | wall.bore near 0.5 0 1");
  });
  it("the last that is left is chosen by itself too, though there is no other to be seen", () =>
    expect(pressed("wall.bore | wall.top near 0 0 1: 2 mm", rim([1, 0, 1], false))).toBe(
      "wall.bore | wall.top near 0 0 1: 2 mm; wall.top | wall.bore near 1 0 1",
    ));
  it("a single one is told without", () =>
    expect(pressed("", rim([0, 0, 1], false))).toBe("wall.top | wall.bore"));
  it("where all are meant they all go", () =>
    expect(pressed("wall.bore | wall.top: 1 mm; a.b | a.c", rim([0, 0, 1]))).toBe("a.b | a.c"));
  it("a piece of a face has the edges of that piece", () => {
    const around = [met("bore", { near: [0, 0, 1], several: true }), side];
    expect(edgesTouched(touch({ around }))).toBe(
      "wall.top | wall.bore near 0 0 1; wall.top | wall.left",
    );
  });
  it("all of them are told by the two faces alone", () => {
    const one = "wall.top | wall.bore near 0 0 1";
    expect([one, allAlike(one)].map(isOneOfSeveral)).toEqual([true, false]);
    expect(allAlike(one)).toBe("wall.top | wall.bore");
    expect(edgesOf(`${one}: 2 mm`)).toEqual([{ faces: one, size: "2 mm" }]);
  });
});

describe("a step that is to stand on one of several pieces of a face", () => {
  const own = { kind: "place", path: "parts.tin.steps.bore.place.on" } as const;
  const piece = touch({ pieces: 4, at: [0.25, 0.5, 1] });
  it("is told where that was pressed", () =>
    expect(stoodOn(own, piece, "tin")).toEqual({ step: "bore", near: [0.25, 0.5, 1] }));
  it.each([
    ["where the face is one", own, touch({ pieces: 1, at: [0, 0, 1] }), "tin"],
    ["where it was named, not pressed", own, touch({ pieces: 4, at: null }), "tin"],
    ["on another part", own, piece, "lid"],
    ["at an edge", own, touch({ pieces: 4, at: [0, 0, 1], edge: side }), "tin"],
    ["of a fit", { ...own, path: "fits.plug.on_a" }, piece, "tin"],
    ["of another field", { ...own, kind: "face" }, piece, "tin"],
  ] as const)("not %s", (_, field, one, part) => expect(stoodOn(field, one, part)).toBeNull());
});

it.each([
  ["", "none"],
  ["a_1.top | a_1.left", "the edge of top of a 1 and left of a 1"],
  ["a.top | b.bore near 0 0 1: 2 mm", "one edge of top of a and bore of b"],
  ["a.top | b.bore near 0 0 1: 2 mm; a.top | a.left", "2 edges"],
])("a list of edges %j is called %j", (text, words) => expect(edgesSaid(text)).toBe(words));

it.each([
  ["a_1.top | b.left", { part: "tin", step: "a_1", face: "top" }],
  ["a.side 1 | b.left", { part: "tin", step: "a", face: "side 1" }],
  ["b.bore | a.top near 0.25 1 0", { part: "tin", step: "b", face: "bore", near: [0.25, 1, 0] }],
])("the edge %j is shown on the stage by its first face", (text, lit) =>
  expect(litBy(text, "tin")).toEqual(lit),
);

describe("a corner pressed", () => {
  const corner = touch({ edge: side, corner: front });
  it("is told by its three faces in order of name", () =>
    expect(pointText(corner)).toBe("wall.front | wall.left | wall.top"));
  it("gives the field beside the face that the first did not take", () => {
    const beside = { beside: "parts.tin.x2" };
    const known = options("wall.front", "wall.left");
    expect(pointedBeside(beside, known, corner, "wall.left")).toEqual({
      path: "parts.tin.x2",
      text: "wall.front",
    });
    expect(pointedBeside(beside, known, touch({ edge: side }), "wall.left")).toBeNull();
    expect(pointedBeside({ beside: "" }, known, corner, "wall.left")).toBeNull();
  });
});

describe("a list of edges, as it is kept", () => {
  it.each([
    ["", []],
    ["a.top | a.left", [{ faces: "a.top | a.left", size: "" }]],
    [
      " a.top | a.left : 2 mm ;; b.bore | a.top: wall / 2 ",
      [
        { faces: "a.top | a.left", size: "2 mm" },
        { faces: "b.bore | a.top", size: "wall / 2" },
      ],
    ],
  ])("%j", (text, edges) => {
    expect(edgesOf(text)).toEqual(edges);
    expect(edgesOf(edgesText(edges))).toEqual(edges);
  });
});

it("only what lies on the stage can be pressed", () => {
  expect(
    ["place", "face", "faces", "step", "steps", "from", "edges", "point"].every(canPoint),
  ).toBe(true);
  expect(["length", "angle", "count", "choice", "text"].some(canPoint)).toBe(false);
});
