// @vitest-environment jsdom
/** What is told of a drawn part's faces: the pieces in which they lie, and which of them is lit. */
import { BufferAttribute, Color, Plane, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import type { PackedMesh } from "../api/packed";
import { Solid } from "./solid";

/** Cubes of 2 whose middles lie so far along x; face 0 all their sides, 1 their tops, 2 below. */
function cubes(...middles: number[]): PackedMesh {
  const corners = [-1, 1].flatMap((z) => [
    [-1, -1, z],
    [1, -1, z],
    [1, 1, z],
    [-1, 1, z],
  ]);
  const sides = [0, 1, 2, 3].flatMap((i) => {
    const next = (i + 1) % 4;
    return [i, next, next + 4, i, next + 4, i + 4];
  });
  const one = [...sides, 4, 5, 6, 4, 6, 7, 0, 2, 1, 0, 3, 2];
  return {
    key: "cubes",
    positions: Float32Array.from(
      middles.flatMap((middle) => corners.flatMap(([x, y, z]) => [x! + middle, y!, z!])),
    ),
    triangles: Uint32Array.from(middles.flatMap((_, n) => one.map((corner) => corner + 8 * n))),
    faces: Uint16Array.from(middles.flatMap(() => [0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 2, 2])),
  };
}

function solid(...middles: number[]): Solid {
  const made = new Solid("cubes", 1, [new Plane(new Vector3(0, 1, 0), 0)]);
  made.load(cubes(...middles));
  return made;
}

const TRIANGLES = 12; // of each cube
const range = (from: number, count: number) => Array.from({ length: count }, (_, i) => from + i);

describe("a face in several pieces", () => {
  const three = solid(0, 10, 20);
  it.each([
    [0, 0.04, 0],
    [1, 0.5, 1],
    [1, 0.3, 1], // between two of them, nearer to the second
    [2, 1, 0.2],
  ])("piece %i is the nearest to %f along x, at %f up", (nth, x, z) => {
    const side = three.pieceAt(0, [x, 0.5, z]);
    expect([...side!].sort((a, b) => a - b)).toEqual(range(nth * TRIANGLES, 8));
    expect([...three.pieceAt(1, [x, 0.5, z])!]).toEqual([nth * TRIANGLES + 8, nth * TRIANGLES + 9]);
  });
  it("long facets are near all along, not at their middles alone", () => {
    // 22 wide: at 13/22 the side of the second ends 2 away, and the third begins 6 away
    expect([...three.pieceAt(0, [13 / 22, 0, 0])!]).toContain(TRIANGLES);
  });
  it("has the corners of one of them", () => {
    const own = three.cornersOfPiece(1, TRIANGLES + 8);
    expect([...own].sort((a, b) => a - b)).toEqual([12, 13, 14, 15]);
  });
  it("has the area of the piece a triangle lies on, and tells how many there are", () => {
    expect(three.areaOf(0, 0)).toEqual({ area: 16, pieces: 3 });
    expect(three.areaOf(1)).toEqual({ area: 12, pieces: 3 });
  });
  it("tells a point in shares of the box of all of them", () => {
    expect(three.shareOfFace(0, [0, 0, 0])).toEqual([1 / 22, 0.5, 0.5]);
    expect(three.shareOfFace(1, [21, 1, 1])).toEqual([1, 1, 0.5]); // flat: anywhere across it
  });
});

it("a piece is told by shares of the face's own box, where another face reaches further", () => {
  const packed = cubes(0, 10, 20, 200);
  packed.faces.fill(3, 3 * TRIANGLES);
  const made = new Solid("cubes", 1, []);
  made.load(packed);
  const middle = made.shareOfFace(1, [10, 0, 1]);
  expect(middle).toEqual([0.5, 0.5, 0.5]);
  const top = (nth: number) => [nth * TRIANGLES + 8, nth * TRIANGLES + 9];
  expect([...made.pieceAt(1, middle, true)!]).toEqual(top(1));
  expect([...made.pieceAt(1, middle)!]).toEqual(top(2)); // half of the part's box is far right
});

it("a face in one piece is no piece of one", () => {
  expect(solid(0).pieceAt(0, [0.5, 0.5, 0.5])).toBeNull();
  expect(solid(0).areaOf(1, 8).pieces).toBe(1);
});

it("nothing is drawn of a part that has no mesh yet", () => {
  const none = new Solid("none", 1, []);
  expect(none.pieceAt(0, [0, 0, 0])).toBeNull();
  expect(none.cornersOfPiece(0, 0).size).toBe(0);
});

it("lights the triangles that are wanted, and no others", () => {
  const two = solid(0, 10);
  const piece = two.pieceAt(1, [1, 0.5, 1])!;
  two.light((face, triangle) => face === 1 && piece.has(triangle), new Color(0, 0.5, 1));
  const colours = two.mesh.geometry.getAttribute("color") as BufferAttribute;
  const lit = range(0, 2 * TRIANGLES).filter((triangle) => colours.getX(triangle * 3) === 0);
  expect(lit).toEqual([TRIANGLES + 8, TRIANGLES + 9]);
  two.light(() => false, new Color(0, 0.5, 1));
  expect(range(0, 6 * TRIANGLES).every((corner) => colours.getX(corner) === 1)).toBe(true);
});
