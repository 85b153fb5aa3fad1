import { Matrix4, Vector3 } from "three";
import { expect, test } from "vitest";
import type { Report } from "../api/client";
import {
  fromWhereItWas,
  placeParts,
  placeThings,
  poseMatrix,
  shownAs,
  type Placed,
} from "./placing";

type Part = Report["parts"][number];
type Fit = Report["fits"][number];

const part = (name: string, more: Partial<Part> = {}) =>
  ({
    name,
    key: name,
    colour: "#888",
    size_mm: [20, 10, 5],
    centre_mm: [0, 0, 2.5],
    ...more,
  }) as Part;
const fit = (name: string, parts: [string, string], pose: number[]) =>
  ({ name, parts, pose, things: [] }) as unknown as Fit;
const report = (parts: Part[], fits: Fit[] = []) => ({ parts, fits }) as unknown as Report;
const up = (mm: number) => [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, mm];
const at = (placed: Map<string, Placed>, name: string) =>
  new Vector3().applyMatrix4(placed.get(name)!.matrix).toArray();

test("a pose is told in rows and moves a point as rows do", () => {
  const turned = poseMatrix([0, -1, 0, 5, 1, 0, 0, 6, 0, 0, 1, 7]);
  expect(new Vector3(1, 0, 0).applyMatrix4(turned).toArray()).toEqual([5, 7, 7]);
});

test("parts that nothing joins stand side by side without touching", () => {
  const placed = placeParts(report([part("a"), part("b")]));
  expect(at(placed, "a")).toEqual([0, 0, 0]);
  expect(at(placed, "b")[0]).toBeGreaterThan(20);
});

test("a part that a fit joins stands where the fit has it, and goes its way apart", () => {
  const placed = placeParts(report([part("a"), part("b")], [fit("f", ["a", "b"], up(30))]));
  expect(at(placed, "b")).toEqual([0, 0, 30]);
  expect(placed.get("b")!.away.z).toBeGreaterThan(0);
});

test("of two fits that join the same parts the one that is moved decides", () => {
  const both = report(
    [part("a"), part("b")],
    [fit("f", ["a", "b"], up(30)), fit("g", ["a", "b"], up(40))],
  );
  expect(at(placeParts(both), "b")).toEqual([0, 0, 30]);
  expect(at(placeParts(both, { fit: "g", pose: up(55), first: [] }), "b")).toEqual([0, 0, 55]);
});

test("where both parts of a fit move the first turns where it is and carries what hangs on it", () => {
  const quarter = [0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0];
  const moved = { fit: "mesh", pose: [1, 0, 0, 0, 0, 1, 0, -20, 0, 0, 1, 0], first: quarter };
  const [a, b, knob] = [part("a"), part("b"), part("knob")];
  const mesh = fit("mesh", ["a", "b"], up(1));
  const hung = fit("axle", ["a", "knob"], [1, 0, 0, 5, 0, 1, 0, 0, 0, 0, 1, 0]);
  const turned = placeParts(report([a, b, knob], [hung, mesh]), moved);
  const rounded = (name: string) => at(turned, name).map((one) => Math.round(one * 1e6) / 1e6);
  expect(rounded("knob")).toEqual([0, 5, 0]);
  expect(rounded("b")).toEqual([20, 0, 0]); // 20 down the turned gear's y is 20 along x
  const of = new Vector3().applyMatrix4(fromWhereItWas(moved));
  expect(of.toArray().map(Math.round)).toEqual([20, 0, 0]);

  // where the gear hangs on another part it turns there; on its pinion it rolls
  const frame = fit("axle", ["frame", "a"], up(30));
  const held = placeParts(report([part("frame"), a, b], [frame, mesh]), moved);
  expect(at(held, "a")).toEqual([0, 0, 30]);
  expect(at(held, "b").map(Math.round)).toEqual([20, 0, 30]);
  const rolled = placeParts(report([b, a], [mesh]), moved);
  expect(at(rolled, "b")).toEqual([0, 0, 0]);
  expect(at(rolled, "a").map(Math.round)).toEqual([0, 20, 0]);
});

test("a bought thing lies in its host", () => {
  const placed = placeParts(report([part("magnet", { inside: "lid" }), part("lid")], []));
  expect(at(placed, "magnet")).toEqual(at(placed, "lid"));
  expect(placed.get("magnet")!.away.z).toBeGreaterThan(placed.get("lid")!.away.z);
});

const screwed = (parts: [string, string]) => {
  const things = [
    { of: "screws", key: "s", long_mm: 12 },
    { of: "others", key: "o", long_mm: 6 },
  ];
  return { name: "f", parts, pose: up(-30), things } as unknown as Fit;
};

test("screws stand off their cover when drawn apart, what they go into is half-way out", () => {
  const screws = report([part("cover"), part("base")], [screwed(["cover", "base"])]);
  const placed = placeParts(screws);
  const [screw, insert] = placeThings(screws, placed);
  const [cover, base] = ["cover", "base"].map((name) => placed.get(name)!.away.z);
  expect(base).toBeLessThan(cover!);
  expect(screw!.placed.away.z).toBeGreaterThanOrEqual(cover! + 12);
  expect(insert!.placed.away.z).toBeCloseTo((cover! + base!) / 2);
  for (const one of [screw!, insert!])
    expect(one.placed.matrix.equals(placed.get("cover")!.matrix)).toBe(true);
  expect([screw!.part, insert!.part]).toEqual(["cover", "base"]);
});

test("where the base stands and the cover comes off, the screws come off further", () => {
  const upside = { ...screwed(["cover", "base"]), pose: up(30) } as Fit;
  const turned = report([part("base"), part("cover")], [upside]);
  const placed = placeParts(turned);
  const [screw] = placeThings(turned, placed);
  const cover = placed.get("cover")!.away;
  expect(cover.z).toBeLessThan(0);
  expect(screw!.placed.away.z).toBeLessThanOrEqual(cover.z - 12);
});

test("things of a fit of which a part stands nowhere are not drawn", () => {
  const screws = report([part("cover"), part("base")], [screwed(["cover", "base"])]);
  const placed = placeParts(screws);
  placed.delete("base");
  expect(placeThings(screws, placed)).toEqual([]);
});

test("what is seen is the same until a solid, its colour or its place changes", () => {
  const parts = [part("a"), part("b")];
  const placed = placeParts(report(parts));
  const seen = shownAs(parts, placed, false);
  expect(shownAs([part("a", { volume_mm3: 5 }), part("b")], placed, false)).toBe(seen);
  expect(shownAs(parts, placed, true)).not.toBe(seen);
  expect(shownAs([part("a", { key: "other" }), part("b")], placed, false)).not.toBe(seen);
  expect(shownAs([part("a", { colour: "#777" }), part("b")], placed, false)).not.toBe(seen);
  const moved = new Map(placed).set("b", { matrix: new Matrix4(), away: new Vector3() });
  expect(shownAs(parts, moved, false)).not.toBe(seen);
});

test("a place that differs by rounding alone is the same place", () => {
  const parts = [part("a")];
  const near = (x: number) =>
    new Map([["a", { matrix: new Matrix4().makeTranslation(x, 0, 0), away: new Vector3() }]]);
  expect(shownAs(parts, near(1), false)).toBe(shownAs(parts, near(1 + 1e-9), false));
  expect(shownAs(parts, near(1), false)).not.toBe(shownAs(parts, near(1.01), false));
});
