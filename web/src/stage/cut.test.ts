/** The cut: where it lies, what it takes away, what is read off it; by the sizes of what is cut. */
import { Box3, BoxGeometry, DoubleSide, Mesh, MeshBasicMaterial, Vector3 } from "three";
import { expect, test } from "vitest";
import { Cut } from "./cut";

// a block 40 wide, 20 deep and 10 high on the bed, and another beside it
const block = (wide: number, x = 0): Mesh => {
  const mesh = new Mesh(new BoxGeometry(wide, 20, 10), new MeshBasicMaterial({ side: DoubleSide }));
  mesh.position.set(x, 0, 5);
  mesh.updateMatrixWorld(true);
  return mesh;
};
const bounds = new Box3(new Vector3(-20, -10, 0), new Vector3(20, 10, 10));
const point = (x: number, y: number, z: number) => new Vector3(x, y, z);

test.each([
  ["front", { at: 0, low: -10, high: 10 }],
  ["right", { at: 0, low: -20, high: 20 }],
  ["above", { at: 5, low: 0, high: 10 }],
] as const)("from %s it lies in the middle to begin with", (side, where) => {
  const cut = new Cut();
  cut.from(side);
  expect(cut.at(bounds)).toEqual(where);
});

test.each([
  ["front", point(0, -9, 5), point(0, 9, 5)],
  ["right", point(19, 0, 5), point(-19, 0, 5)],
  ["above", point(0, 0, 9), point(0, 0, 1)],
] as const)("from %s what lies before it is taken away", (side, before, beyond) => {
  const cut = new Cut();
  cut.from(side);
  cut.place(bounds);
  expect(cut.hides(before)).toBe(true);
  expect(cut.hides(beyond)).toBe(false);
});

test("moved through, it takes away more", () => {
  const cut = new Cut();
  cut.from("above");
  cut.share = 0.25;
  cut.place(bounds);
  expect(cut.at(bounds).at).toBe(2.5);
  expect(cut.hides(point(0, 0, 3))).toBe(true);
  expect(cut.hides(point(0, 0, 2))).toBe(false);
});

test("a face that lies in it goes, and is not drawn over the cut's own", () => {
  const cut = new Cut();
  cut.from("front");
  cut.place(bounds);
  const { at } = cut.at(bounds);
  expect(cut.hides(point(3, at, 4))).toBe(true);
  expect(cut.hides(point(3, at + 0.001, 4))).toBe(false);
});

test("along any way it runs from end to end of what is cut", () => {
  const cut = new Cut();
  cut.along(new Vector3(3, 4, 0).normalize());
  const { low, high } = cut.at(bounds);
  // the corner (20, 10) lies 20 × 3/5 + 10 × 4/5 along it
  expect(high).toBeCloseTo(20, 9);
  expect(low).toBeCloseTo(-20, 9);
  cut.place(bounds);
  expect(cut.hides(point(12, 9, 0))).toBe(true);
  expect(cut.hides(point(-12, -9, 0))).toBe(false);
});

test("through a solid the wall is read along the cut and square to it, shorter first", () => {
  const cut = new Cut();
  cut.from("front");
  cut.place(bounds);
  const read = cut.across([block(40)], point(7, 0, 4));
  expect(read.map((one) => one.what)).toEqual(["wall", "wall"]);
  expect(read.map((one) => one.mm)).toEqual([expect.closeTo(10, 3), expect.closeTo(40, 3)]);
});

test("between solids the air is read, where it ends on both sides", () => {
  const cut = new Cut();
  cut.from("front");
  cut.place(bounds);
  const read = cut.across([block(10, -10), block(12, 12)], point(0, 0, 4));
  expect(read).toHaveLength(1); // upwards it is open
  // from -10 + 5 to 12 - 6
  expect(read[0]).toMatchObject({ what: "air", mm: expect.closeTo(11, 3) });
});

test("from above both ways lie level", () => {
  const cut = new Cut();
  cut.from("above");
  cut.place(bounds);
  const read = cut.across([block(40)], point(0, 0, 5));
  expect(read.map((one) => one.mm)).toEqual([expect.closeTo(20, 3), expect.closeTo(40, 3)]);
});
