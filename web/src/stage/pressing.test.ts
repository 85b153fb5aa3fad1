import { expect, test } from "vitest";
import type { Borders } from "./chains";
import { EDGE_PX, facesBeyond, fromSegment } from "./pressing";

const at = (x: number, y: number) => ({ x, y });

test.each([
  ["beside its middle", at(50, 4), 4],
  ["before its start", at(-3, 4), 5],
  ["past its end", at(112, -5), 13],
  ["on it", at(70, 0), 0],
])("a point %s is as far from a line as it is from its nearest point", (_, point, away) => {
  expect(fromSegment(point, at(0, 0), at(100, 0))).toBeCloseTo(away);
});

test("a line that is seen end on is a point", () => {
  expect(fromSegment(at(3, 4), at(0, 0), at(0, 0))).toBeCloseTo(5);
});

/** A square face, 0, seen as 100 pixels; beyond its edges lie 1 below, 2 right, 3 above, 4 left. */
const corners = [at(0, 0), at(100, 0), at(100, 100), at(0, 100)];
const square: Borders = {
  ends: new Uint32Array([0, 1, 1, 2, 2, 3, 3, 0]),
  sides: new Uint16Array([0, 1, 2, 0, 0, 3, 4, 0]),
  positions: new Float32Array(12),
};
const seen = (end: number) => corners[square.ends[end]!]!;
const beyond = (x: number, y: number, face = 0) => facesBeyond(square, face, at(x, y), seen);

test("a press in the middle of a face means the face", () => {
  expect(beyond(50, 50)).toEqual([]);
  expect(beyond(50, EDGE_PX)).toEqual([]);
});

test("a press near an edge means the face beyond it", () => {
  expect(beyond(50, EDGE_PX - 1)).toEqual([1]);
  expect(beyond(97, 50)).toEqual([2]);
});

test("a press near a corner means both faces, the nearer edge first", () => {
  expect(beyond(97, 5)).toEqual([2, 1]);
  expect(beyond(2, 99)).toEqual([3, 4]);
});

test("edges of other faces are not meant", () => {
  expect(beyond(50, 1, 3)).toEqual([]);
  expect(beyond(50, 99, 3)).toEqual([0]);
});
