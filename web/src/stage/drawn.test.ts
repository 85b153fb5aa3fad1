// @vitest-environment jsdom
/** What the stage works out before anything is drawn: places, handles, sizes across a cut, packing. */
import { BoxGeometry, Mesh, MeshBasicMaterial, Vector3 } from "three";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { HeldView, Report } from "../api/client";
import { report } from "../testing/made";
import { acrossAt } from "./acrossCut";
import { fetchMarks, Hatching, SLANT, SPACING } from "./hatching";
import { draggedText, onScreen } from "./holds";
import { fetchMesh, unpack } from "../api/packed";
import { placeParts, poseMatrix } from "./placing";
import { Turntable, WORDS } from "./turntable";

type PartView = Report["parts"][number];
type FitView = Report["fits"][number];

const part = (name: string, size: [number, number, number], more: Partial<PartView> = {}) =>
  ({
    name,
    size_mm: size,
    centre_mm: [0, 0, size[2] / 2],
    inside: "",
    key: name,
    ...more,
  }) as PartView;
const joined = (name: string, parts: [string, string], pose: number[]) =>
  ({ name, parts, pose }) as FitView;
const IDENTITY = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
const at = (placed: ReturnType<typeof placeParts>, name: string) =>
  new Vector3().setFromMatrixPosition(placed.get(name)!.matrix).toArray();

describe("where parts stand", () => {
  it("those that nothing joins stand side by side, twelve millimetres apart", () => {
    const placed = placeParts(
      report({ parts: [part("a", [40, 10, 10]), part("b", [20, 10, 10])] }),
    );
    expect(at(placed, "a")).toEqual([0, 0, 0]);
    // half of a, the room between, half of b
    expect(at(placed, "b")).toEqual([20 + 12 + 10, 0, 0]);
  });

  it("a part follows the one it is fitted to, whichever of both comes first", () => {
    const pose = [1, 0, 0, 3, 0, 1, 0, 4, 0, 0, 1, 5];
    const fits = [joined("f", ["a", "b"], pose)];
    const [a, b] = [part("a", [10, 10, 10]), part("b", [10, 10, 10])];
    expect(at(placeParts(report({ parts: [a, b], fits })), "b")).toEqual([3, 4, 5]);
    expect(at(placeParts(report({ parts: [b, a], fits })), "a")).toEqual([-3, -4, -5]);
  });

  it("a chain of fits is followed to its end, and a ring of them ends", () => {
    const up = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 10];
    const parts = ["a", "b", "c"].map((name) => part(name, [10, 10, 10]));
    const fits = [
      joined("ab", ["a", "b"], up),
      joined("bc", ["b", "c"], up),
      joined("ca", ["c", "a"], up),
    ];
    const placed = placeParts(report({ parts, fits }));
    expect(at(placed, "b")).toEqual([0, 0, 10]);
    // c is reached from a first: by the fit that joins them
    expect(placed.size).toBe(3);
  });

  it("drawn apart, a lid goes up off its tin, and under it one goes down", () => {
    const lid = (z: number) =>
      placeParts(
        report({
          parts: [part("tin", [20, 20, 30]), part("lid", [20, 20, 4], { centre_mm: [0, 0, 2] })],
          fits: [joined("f", ["tin", "lid"], [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, z])],
        }),
      ).get("lid")!.away;
    expect(lid(30).toArray()).toEqual([0, 0, (30 + 4) * 0.75]);
    expect(lid(-10).z).toBe(-(30 + 4) * 0.75);
  });

  it("drawn apart, what lies upside down on the first part goes up off it", () => {
    const parts = ["plug", "socket"].map((name) =>
      part(name, [40, 30, 10], { centre_mm: [0, 0, 5] }),
    );
    // the plug in the socket, turned over: each lies on the other's top
    const over = joined("f", ["socket", "plug"], [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, -1, 20]);
    const placed = placeParts(report({ parts, fits: [over] }));
    expect(at(placed, "socket")[2]).toBeCloseTo(20);
    expect(placed.get("socket")!.away.z).toBeCloseTo(20 * 0.75);
    // and what stands on that one goes on upwards, though it is upside down
    const third = part("third", [10, 10, 10], { centre_mm: [0, 0, 5] });
    const under = joined("g", ["socket", "third"], [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, -1, 0]);
    const all = placeParts(report({ parts: [...parts, third], fits: [over, under] }));
    expect(all.get("third")!.away.z).toBeCloseTo(30);
  });

  it("what is bought and lies in its host comes out upwards", () => {
    const parts = [part("seat", [20, 20, 12]), part("bearing", [22, 22, 7], { inside: "seat" })];
    const placed = placeParts(report({ parts }));
    expect(at(placed, "bearing")).toEqual(at(placed, "seat"));
    expect(placed.get("bearing")!.away.z).toBe(12 * 0.75);
  });

  it("a fit that is moved decides where its part stands", () => {
    const parts = [part("a", [10, 10, 10]), part("b", [10, 10, 10])];
    const fits = [joined("f", ["a", "b"], IDENTITY), joined("g", ["a", "b"], IDENTITY)];
    const pose = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 7];
    expect(at(placeParts(report({ parts, fits }), { fit: "g", pose, first: [] }), "b")).toEqual([
      0, 0, 7,
    ]);
  });

  it("a pose not told is none", () =>
    expect(poseMatrix([]).elements).toEqual(poseMatrix(IDENTITY).elements));
});

describe("a distance on the stage", () => {
  const held = (end: [number, number, number], value: number) =>
    ({
      start: [0, 0, 0],
      end,
      way: [1, 0, 0],
      value,
      text: "",
      plain: true,
    }) as unknown as HeldView;
  /** Ten pixels a millimetre, z straight away from the eye. */
  const project2d = ([x, y]: [number, number, number]) => ({ x: 10 * x, y: -10 * y });

  it("is drawn along its length, its number beside", () => {
    const line = onScreen(held([4, 0, 0], 4), project2d)!;
    expect([line.x0, line.x1, line.nx, line.ny]).toEqual([0, 40, 1, 0]);
    expect([line.lx, line.ly]).toEqual([20, 14]);
  });
  it("of nought has its handle a little way off", () => {
    const line = onScreen(held([0, 0, 0], 0), project2d)!;
    expect([line.lx, line.ly]).toEqual([30, 0]);
  });
  it("whose ends cannot be seen is not drawn", () =>
    expect(onScreen(held([4, 0, 0], 4), () => null)).toBeNull());

  it.each([
    [26, 0, "mm", false, "7 mm"],
    [26, 0, "mm", true, "6.6 mm"],
    [26, 500, "mm", false, "7 mm"], // across it nothing
    [-60, 0, "mm", false, "-2 mm"],
    [26, 0, "in", false, "0.25in"],
    [26, 0, "in", true, "0.26563in"],
  ] as const)("dragged by %i, %i in %s (fine: %s) is %s", (dx, dy, units, fine, text) =>
    expect(draggedText(held([4, 0, 0], 4), dx, dy, units, project2d, fine)).toBe(text),
  );
  it("seen from its end cannot be dragged", () =>
    expect(draggedText(held([4, 0, 0], 4), 9, 9, "mm", () => ({ x: 1, y: 1 }))).toBeNull());
});

describe("sizes across a cut", () => {
  const block = (x: number, wide: number) => {
    const mesh = new Mesh(new BoxGeometry(wide, 20, 20), new MeshBasicMaterial({ side: 2 }));
    mesh.position.set(x, 0, 0);
    mesh.updateMatrixWorld();
    return mesh;
  };
  const [u, v] = [new Vector3(1, 0, 0), new Vector3(0, 1, 0)];

  it("in a wall are the wall's both ways, the shorter first", () => {
    const found = acrossAt([block(0, 6)], new Vector3(1, 2, 0), u, v);
    expect(found.map((one) => [one.what, Number(one.mm.toFixed(6))])).toEqual([
      ["wall", 6],
      ["wall", 20],
    ]);
  });
  it("between two walls is the air; a way that leads outside has none", () => {
    const found = acrossAt([block(-10, 6), block(10, 6)], new Vector3(0, 2, 0), u, v);
    expect(found.map((one) => [one.what, Number(one.mm.toFixed(6))])).toEqual([["air", 14]]);
  });
  it("outside of everything there is none", () =>
    expect(acrossAt([block(0, 6)], new Vector3(50, 50, 0), u, v)).toEqual([]));
});

function packed(vertices: number[], triangles: number[], faces: number[]): ArrayBuffer {
  const data = new ArrayBuffer(12 + vertices.length * 4 + triangles.length * 4 + faces.length * 2);
  new Uint8Array(data).set([...new TextEncoder().encode("FHM1")]);
  new DataView(data).setUint32(4, vertices.length / 3, true);
  new DataView(data).setUint32(8, faces.length, true);
  new Float32Array(data, 12, vertices.length).set(vertices);
  new Uint32Array(data, 12 + vertices.length * 4, triangles.length).set(triangles);
  new Uint16Array(data, 12 + vertices.length * 4 + triangles.length * 4, faces.length).set(faces);
  return data;
}

describe("a packed mesh", () => {
  afterEach(() => vi.unstubAllGlobals());
  const data = packed([0, 0, 0, 1, 0, 0, 0, 1, 0], [0, 1, 2], [7]);

  it("is read as it was packed", () => {
    const mesh = unpack("k", data);
    expect([...mesh.positions]).toEqual([0, 0, 0, 1, 0, 0, 0, 1, 0]);
    expect([...mesh.triangles]).toEqual([0, 1, 2]);
    expect([...mesh.faces]).toEqual([7]);
  });
  it("of another kind is refused", () =>
    expect(() => unpack("k", new ArrayBuffer(12))).toThrow("not a packed mesh"));

  it("is fetched once; what failed is fetched again", async () => {
    const fetched = vi.fn(async () => new Response(data));
    fetched.mockResolvedValueOnce(new Response("", { status: 503 }));
    vi.stubGlobal("fetch", fetched);
    await expect(fetchMesh(1, "one")).rejects.toThrow("no mesh one");
    const mesh = await fetchMesh(1, "one");
    expect(await fetchMesh(1, "one")).toBe(mesh);
    expect(fetched).toHaveBeenCalledTimes(2);
  });
});

describe("hatching", () => {
  afterEach(() => vi.unstubAllGlobals());
  const marks = (kinds: number[], levels: number[]) => {
    const count = kinds.length;
    const data = new ArrayBuffer(8 + count * 38);
    new Uint8Array(data).set([...new TextEncoder().encode("FHK1")]);
    new DataView(data).setUint32(4, count, true);
    new Uint8Array(data, 8 + count * 36).set([...kinds, ...levels]);
    return data;
  };

  it("leans by its kind and lies closer the worse it is", async () => {
    vi.stubGlobal("fetch", async () => new Response(marks([0, 1, 2], [1, 2, 3])));
    const hatching = new Hatching(1);
    hatching.load(await fetchMarks(1, "k"));
    const codes = hatching.mesh.geometry.getAttribute("code");
    const told = [0, 3, 6].map((corner) => [
      Math.round((codes.getX(corner) * 180) / Math.PI),
      codes.getY(corner),
    ]);
    expect(told).toEqual([
      [SLANT[0], 1],
      [SLANT[1], 2],
      [SLANT[2], 3],
    ]);
    expect(hatching.key).toBe("k");
    expect([...SPACING].sort((a, b) => b - a)).toEqual(SPACING);
    hatching.dispose();
  });
  it("that is none, or not there, is refused", async () => {
    vi.stubGlobal("fetch", async () => new Response(new ArrayBuffer(8)));
    await expect(fetchMarks(1, "k")).rejects.toThrow("no marks");
    vi.stubGlobal("fetch", async () => new Response("", { status: 404 }));
    await expect(fetchMarks(1, "k")).rejects.toThrow("no marks k");
  });
});

it("the turntable's four words stand round its rim, the front towards the maker", () => {
  const table = new Turntable();
  table.place(1, 2, 3, 100);
  const told = WORDS.map((_, index) => table.wordAt(index).toArray().map(Math.round));
  const z = Math.round(3 - 0.2);
  expect(told).toEqual([
    [1, -108, z],
    [111, 2, z],
    [1, 112, z],
    [-109, 2, z],
  ]);
});
