import { describe, expect, it } from "vitest";
import { mixed, nudged, type Stride } from "./nudge";

describe("a plain number, nudged", () => {
  const cases: [string, 1 | -1, Stride, string, "mm" | "in", string | null][] = [
    ["80", 1, "usual", "length", "mm", "80.1"],
    ["80", 1, "coarse", "length", "mm", "81"],
    ["80", 1, "fine", "length", "mm", "80.01"],
    ["80 mm", -1, "usual", "length", "mm", "79.9 mm"],
    [" 80 mm ", -1, "usual", "length", "mm", " 79.9 mm "],
    ["3.25", 1, "usual", "length", "in", "3.26"],
    ["3.25in", 1, "usual", "length", "mm", "3.26in"],
    ['3.25"', -1, "coarse", "length", "mm", '3.15"'],
    ["2 cm", 1, "usual", "length", "mm", "3 cm"],
    ["0.1", -1, "usual", "length", "mm", "0"],
    ["0", -1, "usual", "length", "mm", "-0.1"],
    ["-4", 1, "coarse", "length", "mm", "-3"],
    ["45", 1, "usual", "angle", "mm", "46"],
    ["45 deg", -1, "coarse", "angle", "in", "35 deg"],
    ["45°", 1, "fine", "angle", "in", "45.1°"],
    ["6", 1, "usual", "count", "mm", "7"],
    ["6", 1, "fine", "count", "mm", "7"],
    ["6", -1, "coarse", "count", "mm", null],
    ["0", -1, "usual", "count", "mm", null],
    // no rounding dust: 0.1 + 0.2
    ["0.2", 1, "usual", "length", "mm", "0.3"],
  ];
  it.each(cases)("%j by %i %s as %s in %s: %j", (text, way, stride, kind, units, found) =>
    expect(nudged(text, way, stride, kind, units)).toBe(found),
  );
});

describe("a fraction of an inch, nudged by sixty-fourths", () => {
  it.each([
    ["1/2", 1, "usual", "33/64"],
    ["1/2", -1, "usual", "31/64"],
    ["1 1/4in", 1, "coarse", "1 5/16in"],
    ["1/16", -1, "coarse", "0"],
    ["63/64", 1, "usual", "1"],
    ['2 63/64"', 1, "usual", '3"'],
    // what is no sixty-fourth goes to the nearest first
    ["1/3", 1, "usual", "11/32"],
  ] as const)("%j by %i %s: %j", (text, way, stride, found) =>
    expect(nudged(text, way, stride, "length", "in")).toBe(found),
  );

  it("goes no lower than nought", () =>
    expect(nudged("1/64", -1, "coarse", "length", "in")).toBeNull());
  it("of nothing is no fraction", () =>
    expect(nudged("1/0", 1, "usual", "length", "in")).toBeNull());
});

it.each(["wall", "wall / 2", "2 * 3", "1 + 1", "", "M6", "12.", "80 furlongs"])(
  "%j is no plain size and is left alone",
  (text) => expect(nudged(text, 1, "usual", "length", "mm")).toBeNull(),
);

it.each([
  [0, "0"],
  [64, "1"],
  [80, "1 1/4"],
  [1, "1/64"],
  [48, "3/4"],
  [130, "2 1/32"],
])("%i sixty-fourths are %s", (parts, told) => expect(mixed(parts)).toBe(told));

it("a mixed number, read back, is as many sixty-fourths", () => {
  for (let parts = 0; parts < 300; parts++) {
    const [, whole = "0", over = "0", under = "1"] =
      /^(?:(\d+)(?:\s|$))?(?:(\d+)\/(\d+))?$/.exec(mixed(parts)) ?? [];
    expect((Number(whole) + Number(over) / Number(under)) * 64).toBeCloseTo(parts, 9);
  }
});
