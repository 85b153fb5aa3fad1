/** The text of told moves, and dimensions as on a drawing. */
import { describe, expect, it } from "vitest";
import type { MoveInfo, OutlineDeskView } from "../api/client";
import { insideOf, place, type Dimension } from "./dimensions";
import {
  dragged,
  freshMove,
  freshSize,
  givenOf,
  lineTo,
  placeAfter,
  shifted,
  typedLength,
  withMove,
  withoutMove,
  withValue,
  withValues,
  withWord,
  type Given,
  type MoveView,
} from "./moves";

const TEXT = "right 40, round 2, up (wall * 3), arc to 0 10 bulge 12 left, close";

/** The moves of a text and where their values stand, as the workshop tells them. */
function told(text: string): MoveView[] {
  let at = 0;
  return text.split(", ").map((move) => {
    const start = at;
    at += move.length + 2;
    const pieces = [...move.matchAll(/\([^)]*\)|-?\d+(?:\.\d+)?(?: deg)?/g)].map(
      (found, index): Given =>
        ({
          index,
          start: start + found.index,
          end: start + found.index + found[0].length,
          text: found[0],
          bracket: true,
          takes: found[0].endsWith("deg") ? "angle" : "length",
          plain: !found[0].startsWith("("),
          value: found[0].startsWith("(") ? null : Number.parseFloat(found[0]),
        }) as Given,
    );
    return { start, end: start + move.length, text: move, pieces } as MoveView;
  });
}
const MOVES = told(TEXT);
const given = (move: number, index = 0) =>
  givenOf({ moves: MOVES } as OutlineDeskView, move, index)!;

describe("the text of moves", () => {
  it("with one value written anew", () => {
    expect(withValue(TEXT, given(0), "55")).toBe(TEXT.replace("40", "55"));
    expect(withValue(TEXT, given(3, 2), "-3")).toBe(TEXT.replace("bulge 12", "bulge -3"));
  });
  it("what has spaces is put in brackets where there must be some", () =>
    expect(withValue(TEXT, given(0), " 1 1/4 ")).toBe(TEXT.replace("40", "(1 1/4)")));
  it("with several values, whichever comes first", () => {
    const once = withValues(TEXT, [
      [given(0), "4"],
      [given(3, 1), "100"],
    ]);
    expect(once).toBe("right 4, round 2, up (wall * 3), arc to 0 100 bulge 12 left, close");
  });
  it("with another word", () =>
    expect(withWord(TEXT, MOVES[2]!, "down")).toBe(TEXT.replace("up", "down")));
  it.each([
    [-1, "start 5 5, right 40, round 2, up (wall * 3), arc to 0 10 bulge 12 left, close"],
    [0, "right 40, start 5 5, round 2, up (wall * 3), arc to 0 10 bulge 12 left, close"],
    [4, `${TEXT}, start 5 5`],
  ])("with one more after move %i", (at, text) =>
    expect(withMove(TEXT, MOVES, at, "start 5 5")).toBe(text),
  );
  it("the first of all", () => expect(withMove("", [], 0, "right 4")).toBe("right 4"));
  it("without one", () => expect(withoutMove(TEXT, MOVES, 1)).toBe(TEXT.replace("round 2, ", "")));
  it("with one a place on, and back again", () => {
    const on = shifted(TEXT, MOVES, 0, 1);
    expect(on).toBe("round 2, right 40, up (wall * 3), arc to 0 10 bulge 12 left, close");
    expect(shifted(on, told(on), 1, -1)).toBe(TEXT);
  });
  it.each([
    [2, 2],
    [-1, 3], // before what closes the run
    [99, 3],
  ])("a new one with %i in hand goes after %i", (current, at) =>
    expect(placeAfter(MOVES, current)).toBe(at),
  );
  it("a run left open is gone on with at its end", () =>
    expect(placeAfter(told("right 4, up 2"), -1)).toBe(1));
});

describe("a length as it would be typed", () => {
  it.each([
    [12.34, "mm", 1, "12"],
    [12.34, "mm", 0.1, "12.3"],
    [-0.04, "mm", 0.1, "0"],
    [25.4, "in", 1, "1"],
    [28.575, "in", 1, "1 1/8"],
    [1, "in", 0.1, "3/64"],
    [-12.7, "in", 1, "-1/2"],
  ] as const)("%f mm in %s by %f: %s", (mm, units, step, text) =>
    expect(typedLength(mm, units, step)).toBe(text),
  );
  it.each([
    [0, "mm", 5],
    [100, "mm", 20],
    [0.2, "mm", 5],
    [2540, "mm", 500],
    [0, "in", 0.2 * 25.4],
    [254, "in", 2 * 25.4],
  ] as const)("a fresh size beside %f mm in %s is round: %f mm", (extent, units, mm) =>
    expect(freshSize(extent, units)).toBeCloseTo(mm, 9),
  );
});

describe("a new move", () => {
  const form = (words: string) => ({ form: words }) as MoveInfo;
  it.each([
    ["right L", "right 10"],
    ["turn A", "turn 90"],
    ["to L L", "to 15 16"],
    ["arc to L L bulge L SIDE", "arc to 15 16 bulge 3 left"],
    ["round L", "round 3"],
    ["start L L", "start 5 6"],
    ["repeat N", "repeat 4"],
    ["mirror AXIS", "mirror up"],
    ["close", "close"],
  ])("%s", (words, text) => expect(freshMove(form(words), 10, [5, 6], "mm")).toBe(text));
  it("in inches is a fraction, in brackets where others stand beside it", () =>
    expect(freshMove(form("to L L"), 31.75, [0, 25.4], "in")).toBe("to (1 1/4) (2 1/4)"));

  it.each([
    [[30, 0.4], "right 30"],
    [[-30, -0.4], "left 30"],
    [[0.4, 12], "up 12"],
    [[0.4, -12], "down 12"],
    [[30, 12], "to 30 12"],
  ] as [[number, number], string][])("to %j, level or upright where it nearly is: %s", (at, text) =>
    expect(lineTo([0, 0], at, "mm", 1, 0.5)).toBe(text),
  );
});

describe("a point dragged", () => {
  const view = { moves: MOVES } as OutlineDeskView;
  const handle = (...holds: [number, number, number, number][]) =>
    ({ holds: holds.map(([move, index, dx, dy]) => ({ move, index, dx, dy })) }) as never;

  it("by one number leaves the other as it was typed", () => {
    const fine = told("right 40, arc to 44.7 12.3 tangent");
    const both = { moves: fine } as OutlineDeskView;
    const up = handle([1, 0, 1, 0], [1, 1, 0, 1]);
    expect(dragged(both, up, 0, 1, 1, "mm").changes.map(([, text]) => text)).toEqual(["13"]);
    expect(dragged(both, up, 1, 0, 1, "mm").changes.map(([, text]) => text)).toEqual(["46"]);
  });
  it("leads the number that decides it, in whole steps", () => {
    const { changes, held } = dragged(view, handle([0, 0, 1, 0]), 7.3, 99, 1, "mm");
    expect(changes.map(([one, text]) => [one.text, text])).toEqual([["40", "47"]]);
    expect(held).toEqual([]);
  });
  it("of two numbers leads both", () => {
    const { changes } = dragged(view, handle([3, 0, 1, 0], [3, 1, 0, 1]), 2.6, -4.4, 1, "mm");
    expect(changes.map(([, text]) => text)).toEqual(["3", "6"]);
  });
  it("by two numbers that lean, it goes where both together lead it", () => {
    const half = Math.SQRT1_2;
    const holds = handle([0, 0, half, half], [1, 0, half, -half]);
    const { changes } = dragged(view, holds, 10, 0, 0.1, "mm");
    // 40 and 2, each on by 10 / (2 cos 45 deg)
    expect(changes.map(([, text]) => Number(text))).toEqual([47.1, 9.1]);
  });
  it("never overwrites an expression: it says what holds it", () => {
    const { changes, held } = dragged(view, handle([2, 0, 0, 1]), 0, 5, 1, "mm");
    expect(changes).toEqual([]);
    expect(held.map((one) => one.text)).toEqual(["(wall * 3)"]);
  });
  it("by less than half a step, nothing is changed", () =>
    expect(dragged(view, handle([0, 0, 1, 0]), 0.4, 0, 1, "mm").changes).toEqual([]));
  it("an angle stays one", () => {
    const angled = told("turn 30 deg");
    const { changes } = dragged(
      { moves: angled } as OutlineDeskView,
      handle([0, 0, 1, 0]),
      12.2,
      0,
      1,
      "mm",
    );
    expect(changes.map(([, text]) => text)).toEqual(["42 deg"]);
  });
});

describe("dimensions", () => {
  const SQUARE = [
    [0, 0],
    [40, 0],
    [40, 20],
    [0, 20],
  ] as const;
  const inside = insideOf(SQUARE);
  const px = ([x, y]: readonly [number, number]) => [10 * x, -10 * y] as const;
  const length = (a: [number, number], b: [number, number]) =>
    ({ shape: "length", a, b, start_deg: 0, sweep_deg: 0, text: "40" }) as unknown as Dimension;

  it.each([
    [[20, 10], true],
    [[-1, 10], false],
    [[41, 10], false],
    [[20, 21], false],
  ] as [[number, number], boolean][])("%j in the outline: %s", (point, found) =>
    expect(inside(point)).toBe(found),
  );

  it("stand outside, whichever way their side runs", () => {
    const along = [length([0, 0], [40, 0]), length([40, 0], [0, 0])];
    for (const one of along) {
      const [placed] = place([one], px, inside, () => "40");
      expect(placed!.label[0]).toBeCloseTo(200, 6);
      expect(placed!.label[1]).toBeCloseTo(24, 6); // below: pixels run down
    }
    const [above] = place([length([0, 20], [40, 20])], px, inside, () => "40");
    expect(above!.label[1]).toBeCloseTo(-200 - 24, 6);
  });

  it("where one would run into another it stands farther out; when all is taken, where it began", () => {
    const same = length([0, 0], [40, 0]);
    const placed = place(
      Array.from({ length: 6 }, () => same),
      px,
      inside,
      () => "40",
    );
    expect(placed.map((one) => Math.round(one.label[1]))).toEqual([24, 46, 68, 90, 24, 24]);
  });

  it("a radius is led out from its arc, away from its centre", () => {
    const radius = { ...length([0, 0], [10, 0]), shape: "radius" } as Dimension;
    const [placed] = place([radius], px, inside, () => "R10");
    expect(placed!.label[0]).toBeCloseTo(100 + 24 + 10, 6);
    expect(placed!.line).toBe("M124.0 0.0L100.0 0.0");
  });

  it("an angle's arc runs from its start through its sweep", () => {
    const angle = { ...length([0, 0], [10, 0]), shape: "angle", sweep_deg: 90 } as Dimension;
    const [placed] = place([angle], px, inside, () => "90");
    const points = placed!.line.slice(1).split("L");
    expect(points[0]).toBe("40.0 0.0");
    expect(points.at(-1)).toBe("0.0 -40.0");
    expect(points.length).toBe(13);
  });
});
