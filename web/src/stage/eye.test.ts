import { Box3, Vector3 } from "three";
import { expect, test } from "vitest";
import { cornersOf, sideOf, turnedWay } from "./eye";

const rounded = (way: Vector3) => way.toArray().map((one) => Math.round(one * 1e6) / 1e6 + 0);

test("a way is turned round the upright and keeps its length", () => {
  expect(rounded(turnedWay(new Vector3(2, 0, 0), 90, 0))).toEqual([0, 2, 0]);
  expect(turnedWay(new Vector3(1, 2, 2), 37, -11).length()).toBeCloseTo(3);
});

test("it is tipped, but never over the top or under the table's foot", () => {
  expect(rounded(turnedWay(new Vector3(1, 0, 0), 0, 30))).toEqual([0.866025, 0, 0.5]);
  const up = turnedWay(new Vector3(1, 0, 1), 0, 500);
  expect(up.z).toBeLessThan(Math.SQRT2);
  expect(up.x).toBeGreaterThan(0);
  expect(turnedWay(new Vector3(1, 0, -1), 0, -500).x).toBeGreaterThan(0);
});

test("turned there and back it is where it was", () => {
  const way = new Vector3(0.72, -1.1, 0.78);
  expect(rounded(turnedWay(turnedWay(way, 50, 12), -50, -12))).toEqual(rounded(way));
});

test("a place is seen from its own side, from above unless it lies low", () => {
  const middle = new Vector3(10, 10, 10);
  const right = sideOf(new Vector3(30, 10, 12), middle, 20);
  expect(right.x).toBeGreaterThan(0);
  expect(right.y).toBeCloseTo(0);
  expect(right.z).toBeGreaterThan(0);
  const low = sideOf(new Vector3(10, -10, 5), middle, 20);
  expect(low.y).toBeLessThan(0);
  expect(low.z).toBeLessThan(0);
  expect(low.length()).toBeCloseTo(1);
});

test("what lies in the middle is seen from the usual side", () => {
  const usual = sideOf(new Vector3(0, 0, 0), new Vector3(0, 0, 0), 20);
  expect(usual.x).toBeGreaterThan(0);
  expect(usual.y).toBeLessThan(0);
});

test("a box has eight corners", () => {
  const corners = cornersOf(new Box3(new Vector3(0, 0, 0), new Vector3(1, 2, 3)));
  expect(new Set(corners.map((one) => one.toArray().join())).size).toBe(8);
  expect(corners).toContainEqual(new Vector3(1, 0, 3));
});
