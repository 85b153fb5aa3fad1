import { BoxGeometry, CylinderGeometry } from "three";
import { describe, expect, it } from "vitest";
import {
  atBoth,
  bordersOf,
  boxOf,
  chainOf,
  facesAround,
  lengthOf,
  markOf,
  nearestRun,
  piecesOf,
  runsOf,
} from "./chains";
import type { PackedMesh } from "../api/packed";

/** A box with welded corners, 30 x 20 x 10; faces 0 to 5 are +x, -x, +y, -y, +z, -z. */
function box(): PackedMesh {
  const corners: number[] = [];
  for (const x of [-15, 15])
    for (const y of [-10, 10]) for (const z of [-5, 5]) corners.push(x, y, z);
  const id = (x: number, y: number, z: number) => x * 4 + y * 2 + z;
  const quads: number[][] = [
    [id(1, 0, 0), id(1, 1, 0), id(1, 1, 1), id(1, 0, 1)],
    [id(0, 0, 0), id(0, 0, 1), id(0, 1, 1), id(0, 1, 0)],
    [id(0, 1, 0), id(0, 1, 1), id(1, 1, 1), id(1, 1, 0)],
    [id(0, 0, 0), id(1, 0, 0), id(1, 0, 1), id(0, 0, 1)],
    [id(0, 0, 1), id(1, 0, 1), id(1, 1, 1), id(0, 1, 1)],
    [id(0, 0, 0), id(0, 1, 0), id(1, 1, 0), id(1, 0, 0)],
  ];
  return {
    key: "box",
    positions: new Float32Array(corners),
    triangles: new Uint32Array(quads.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!])),
    faces: new Uint16Array([0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 5, 5]),
  };
}

/** A drum of `around` sides, welded; face 0 the wall, 1 the top, 2 the bottom. */
function drum(around: number): PackedMesh {
  const positions: number[] = [];
  for (const z of [0, 8])
    for (let i = 0; i < around; i++) {
      const turn = (2 * Math.PI * i) / around;
      positions.push(5 * Math.cos(turn), 5 * Math.sin(turn), z);
    }
  positions.push(0, 0, 0, 0, 0, 8);
  const triangles: number[] = [];
  const faces: number[] = [];
  for (let i = 0; i < around; i++) {
    const next = (i + 1) % around;
    triangles.push(i, next, around + next, i, around + next, around + i);
    triangles.push(around + i, around + next, 2 * around + 1, next, i, 2 * around);
    faces.push(0, 0, 1, 2);
  }
  return {
    key: "drum",
    positions: new Float32Array(positions),
    triangles: new Uint32Array(triangles),
    faces: new Uint16Array(faces),
  };
}

describe("the edges of a box", () => {
  const borders = bordersOf(box());
  it("are twelve; the diagonals of its faces are none", () =>
    expect(borders.sides.length / 2).toBe(12));
  it("lie round each face four at a time", () => {
    for (let face = 0; face < 6; face++) {
      const opposite = face ^ 1;
      const around = facesAround(borders, face).sort();
      expect(around).toEqual([0, 1, 2, 3, 4, 5].filter((one) => one !== face && one !== opposite));
    }
  });
  it.each([
    [0, 4, 20], // +x meets +z along y
    [2, 4, 30], // +y meets +z along x
    [0, 2, 10],
  ])("where faces %i and %i meet is %f mm long", (one, other, mm) => {
    expect(lengthOf(borders, chainOf(borders, one, other))).toBeCloseTo(mm, 5);
    expect(lengthOf(borders, chainOf(borders, other, one))).toBeCloseTo(mm, 5);
  });
  it("end at the corners: a chain does not turn one", () =>
    expect(chainOf(borders, 0, 4)).toHaveLength(1));
  it("opposite faces meet nowhere", () => expect(chainOf(borders, 0, 1)).toEqual([]));
});

describe("the rim of a drum", () => {
  it("of many sides is one chain, as long as its polygon", () => {
    const borders = bordersOf(drum(48));
    expect(chainOf(borders, 0, 1)).toHaveLength(48);
    expect(lengthOf(borders, chainOf(borders, 0, 1))).toBeCloseTo(
      48 * 2 * 5 * Math.sin(Math.PI / 48),
      3,
    );
  });
  it("is not the other rim", () => {
    const borders = bordersOf(drum(48));
    const top = new Set(chainOf(borders, 0, 1));
    expect(chainOf(borders, 0, 2).some((edge) => top.has(edge))).toBe(false);
  });
});

it("a chain goes on where the next face lies tangent to the last", () => {
  const drum_ = drum(48);
  const faces = Uint16Array.from(drum_.faces, (face, i) => (face === 0 && i >= 96 ? 3 : face));
  expect(chainOf(bordersOf({ ...drum_, faces }), 0, 1)).toHaveLength(48);
});

it("faces that go on into each other smoothly meet in no edge", () => {
  const made = drum(120);
  // halves of one wall, named apart: where they join the wall turns by three degrees
  const faces = Uint16Array.from(made.faces, (face, i) => (face === 0 && i >= 240 ? 3 : face));
  expect(facesAround(bordersOf({ ...made, faces }), 0).sort()).toEqual([1, 2]);
});

it("three's own shapes, unwelded, have no inner borders to find", () => {
  for (const shape of [new BoxGeometry(1, 1, 1), new CylinderGeometry(1, 1, 1)]) {
    const positions = Float32Array.from(shape.attributes.position!.array);
    const triangles = Uint32Array.from(shape.index!.array);
    const faces = new Uint16Array(triangles.length / 3);
    expect(bordersOf({ key: "", positions, triangles, faces }).sides).toHaveLength(0);
  }
});

describe("of two drums made by one step", () => {
  /** The second stands 30 beside the first. */
  const pair = (): PackedMesh => {
    const one = drum(24);
    const shift = one.positions.length / 3;
    const beside = Float32Array.from(one.positions, (at, i) => (i % 3 === 0 ? at + 30 : at));
    return {
      key: "two",
      positions: Float32Array.from([...one.positions, ...beside]),
      triangles: Uint32Array.from([...one.triangles, ...[...one.triangles].map((i) => i + shift)]),
      faces: Uint16Array.from([...one.faces, ...one.faces]),
    };
  };
  const rim = 24 * 2 * 5 * Math.sin(Math.PI / 24);

  it("each rim is one run; the one pressed is told by the nearest corner", () => {
    const borders = bordersOf(pair());
    const runs = runsOf(borders, 0, 1);
    expect(runs).toHaveLength(2);
    for (const [x, beyond] of [
      [0, false],
      [30, true],
    ] as const) {
      const run = nearestRun(borders, runs, [x + 4, 1, 8]);
      expect(lengthOf(borders, run)).toBeCloseTo(rim, 3);
      const reach = run.map((edge) => borders.positions[borders.ends[edge * 2]! * 3]!);
      expect(Math.min(...reach) > 20).toBe(beyond);
    }
    expect(nearestRun(borders, [], [0, 0, 0])).toEqual([]);
  });

  it("each rim is told by a point of its own, the same however it was come upon", () => {
    const borders = bordersOf(pair());
    const marks = runsOf(borders, 0, 1).map((run) => markOf(borders, run));
    expect(runsOf(borders, 1, 0).map((run) => markOf(borders, run))).toEqual(marks);
    const again = runsOf(borders, 0, 1).map((run) => markOf(borders, [...run].reverse()));
    expect(again).toEqual(marks);
    // on the rim, at its least x: half-way along a side of the drum
    const [out, z] = [5 * Math.cos(Math.PI / 24) ** 2, 8];
    for (const [index, mark] of marks.entries()) {
      expect(mark[2]).toBeCloseTo(z, 5);
      expect(Math.hypot(mark[0]! - 30 * index, mark[1]!)).toBeGreaterThan(out - 0.1);
      const runs = runsOf(borders, 0, 1);
      expect(nearestRun(borders, runs, mark)).toEqual(runs[index]);
    }
  });
  it("at the two faces, though its run goes on past them", () => {
    const made = drum(48);
    // a quarter of the wall is another face: the rim is one run of both
    const faces = Uint16Array.from(made.faces, (face, i) => (face === 0 && i < 48 ? 3 : face));
    const borders = bordersOf({ ...made, faces });
    const [run] = runsOf(borders, 3, 1);
    expect(run).toHaveLength(48);
    const own = atBoth(borders, run!, 3, 1);
    expect(own).toHaveLength(12);
    expect(atBoth(borders, run!, 0, 1)).toHaveLength(36);
    const [x, y] = markOf(borders, own);
    expect(x).toBeGreaterThan(0);
    expect(y).toBeGreaterThan(0);
  });
  it("a straight edge by its middle", () => {
    const borders = bordersOf(box());
    expect(markOf(borders, chainOf(borders, 2, 4))).toEqual([0, 10, 5]);
    expect(markOf(borders, [])).toEqual([0, 0, 0]);
  });
  it("a face of both has the box of both", () => {
    const { low, size } = boxOf(pair(), 1);
    expect(low).toEqual([-5, -5, 8]);
    expect(size).toEqual([40, 10, 0]);
    expect(boxOf(box(), 0)).toEqual({ low: [15, -10, -5], size: [0, 20, 10] });
  });

  it("an edge is near all along, not at its ends alone", () => {
    const borders = {
      ends: Uint32Array.from([0, 1, 2, 3]),
      sides: Uint16Array.from([0, 1, 0, 1]),
      // one from -50 to 50; another 3 beside it, that begins just opposite to where is pressed
      positions: Float32Array.from([-50, 0, 0, 50, 0, 0, 0, 3, 0, 9, 3, 0]),
    };
    expect(nearestRun(borders, [[1], [0]], [1, 0.5, 0])).toEqual([0]);
    expect(nearestRun(borders, [[0], [1]], [1, 2.5, 0])).toEqual([1]);
  });

  it("a face lies in as many pieces as there are drums", () => {
    const two = pair();
    const half = two.faces.length / 2;
    for (const face of [0, 1, 2]) {
      const pieces = piecesOf(two, face);
      const told = (from: number, to: number) =>
        new Set([...pieces.slice(from, to)].filter((one) => one >= 0));
      expect(told(0, 2 * half).size).toBe(2);
      expect(told(0, half).size).toBe(1);
      expect([...pieces].every((one, i) => one >= 0 === (two.faces[i] === face))).toBe(true);
    }
    expect(new Set(piecesOf(drum(24), 0)).size).toBe(2); // itself, and what is no wall
  });
});
