import {
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  CylinderGeometry,
  EdgesGeometry,
  SphereGeometry,
} from "three";
import { mergeVertices, toCreasedNormals } from "three/addons/utils/BufferGeometryUtils.js";
import { describe, expect, it } from "vitest";
import { drawnSurface } from "./surface";

const CREASE = Math.PI / 7;
const EDGE = (24 * Math.PI) / 180;

/** A shape of the library's, its corners made one as in a mesh of ours. */
function welded(shape: BufferGeometry) {
  for (const name of ["normal", "uv"]) shape.deleteAttribute(name);
  const one = mergeVertices(shape, 1e-4);
  const triangles = Uint32Array.from(one.getIndex()!.array);
  return { positions: Float32Array.from(one.getAttribute("position").array), triangles };
}

function asGeometry(mesh: { positions: Float32Array; triangles: Uint32Array }) {
  const made = new BufferGeometry();
  made.setAttribute("position", new BufferAttribute(mesh.positions, 3));
  made.setIndex(new BufferAttribute(mesh.triangles, 1));
  return made;
}

/** Edges whichever way they run, in an order of their own. */
function told(ends: ArrayLike<number>): string[] {
  const found = [];
  for (let at = 0; at < ends.length; at += 6) {
    const point = (from: number) =>
      [0, 1, 2].map((i) => (ends[from + i]! + 0).toFixed(3).replace("-0.000", "0.000")).join();
    found.push([point(at), point(at + 3)].sort().join(" "));
  }
  return found.sort();
}

describe.each([
  ["a box", new BoxGeometry(4, 3, 2)],
  ["a pin", new CylinderGeometry(5, 5, 12, 48)],
  ["a prism of six sides", new CylinderGeometry(5, 5, 12, 6)],
  ["a ball", new SphereGeometry(5, 24, 16)],
  ["an open tube", new CylinderGeometry(5, 5, 12, 32, 1, true)],
])("%s", (_, shape) => {
  const mesh = welded(shape);
  const drawn = drawnSurface(mesh, CREASE, EDGE);

  it("has its ink where the library's own edges are", () => {
    const theirs = new EdgesGeometry(asGeometry(mesh), 24).getAttribute("position");
    expect(told(drawn.edges)).toEqual(told(theirs.array));
  });

  it("is lit as by the library's own normals", () => {
    const theirs = toCreasedNormals(asGeometry(mesh), CREASE);
    expect(drawn.positions).toEqual(Float32Array.from(theirs.getAttribute("position").array));
    const normals = theirs.getAttribute("normal").array;
    drawn.normals.forEach((one, at) => {
      expect(one).toBeCloseTo(normals[at]!, 4);
    });
  });
});

it("a triangle without area is drawn and lit by nothing", () => {
  const positions = new Float32Array([0, 0, 0, 1, 0, 0, 2, 0, 0]);
  const drawn = drawnSurface({ positions, triangles: new Uint32Array([0, 1, 2]) }, CREASE, EDGE);
  expect([...drawn.normals]).toEqual(new Array(9).fill(0));
  expect(drawn.edges.length).toBe(18);
});
