/** Mesh edges between faces, and the chains they join into: the same rule as the workshop's own. */
import type { PackedMesh } from "../api/packed";

/** Mesh edges between two faces: their ends, and the face on either side of each. */
export interface Borders {
  ends: Uint32Array;
  sides: Uint16Array;
  positions: Float32Array;
}

/** Neighbours that turn by less go on as one chain. */
const TANGENT_COS = Math.cos((22 * Math.PI) / 180);

/** The mesh edges whose two triangles lie on different faces. O(triangles). */
export function bordersOf({ positions, triangles, faces }: PackedMesh): Borders {
  const count = positions.length / 3;
  const first = new Map<number, number>();
  const ends: number[] = [];
  const sides: number[] = [];
  for (let triangle = 0; triangle < faces.length; triangle++) {
    for (let corner = 0; corner < 3; corner++) {
      const a = triangles[triangle * 3 + corner]!;
      const b = triangles[triangle * 3 + ((corner + 1) % 3)]!;
      const key = Math.min(a, b) * count + Math.max(a, b);
      const other = first.get(key);
      if (other === undefined) first.set(key, triangle);
      else if (faces[other] !== faces[triangle] && sharp(positions, triangles, other, triangle)) {
        ends.push(a, b);
        sides.push(faces[triangle]!, faces[other]!);
      }
    }
  }
  return { ends: new Uint32Array(ends), sides: new Uint16Array(sides), positions };
}

/** Two faces that meet flatter than this meet in no edge. */
const SMOOTH_COS = Math.cos((4 * Math.PI) / 180);

function sharp(positions: Float32Array, triangles: Uint32Array, one: number, other: number) {
  const [u, v] = [normal(positions, triangles, one), normal(positions, triangles, other)];
  return u[0]! * v[0]! + u[1]! * v[1]! + u[2]! * v[2]! < SMOOTH_COS;
}

function normal(positions: Float32Array, triangles: Uint32Array, triangle: number): number[] {
  const corner = (k: number) => triangles[triangle * 3 + k]! * 3;
  const a = corner(0);
  const side = (to: number) => [0, 1, 2].map((k) => positions[to + k]! - positions[a + k]!);
  const p = side(corner(1));
  const q = side(corner(2));
  const n = [
    p[1]! * q[2]! - p[2]! * q[1]!,
    p[2]! * q[0]! - p[0]! * q[2]!,
    p[0]! * q[1]! - p[1]! * q[0]!,
  ];
  const size = Math.hypot(...n) || 1;
  return n.map((one) => one / size);
}

/** Which edges belong to the chains in which two faces meet, tangent neighbours included. */
export function chainOf(borders: Borders, one: number, other: number): number[] {
  const { ends, sides } = borders;
  const at = new Map<number, number[]>();
  for (let edge = 0; edge < sides.length / 2; edge++) {
    for (const vertex of [ends[edge * 2]!, ends[edge * 2 + 1]!]) {
      at.set(vertex, [...(at.get(vertex) ?? []), edge]);
    }
  }
  const faces = (edge: number) => [sides[edge * 2]!, sides[edge * 2 + 1]!];
  const meets = (edge: number, a: number, b: number) =>
    faces(edge).includes(a) && faces(edge).includes(b);
  const found = new Set<number>();
  const waiting: number[] = [];
  for (let edge = 0; edge < sides.length / 2; edge++) {
    if (meets(edge, one, other)) waiting.push(edge);
  }
  while (waiting.length) {
    const edge = waiting.pop()!;
    if (found.has(edge)) continue;
    found.add(edge);
    for (const vertex of [ends[edge * 2]!, ends[edge * 2 + 1]!]) {
      const beside = (at.get(vertex) ?? []).filter((next) => next !== edge);
      const shared = beside.filter((next) =>
        faces(next).some((face) => faces(edge).includes(face)),
      );
      const smooth = shared.filter((next) => turnCos(borders, edge, next, vertex) > TANGENT_COS);
      waiting.push(...smooth.slice(0, 1));
    }
  }
  return [...found];
}

/** The cosine of how much two edges turn where they meet: 1 straight on. */
function turnCos({ ends, positions }: Borders, a: number, b: number, vertex: number): number {
  const way = (edge: number) => {
    const from = ends[edge * 2] === vertex ? ends[edge * 2]! : ends[edge * 2 + 1]!;
    const to = ends[edge * 2] === vertex ? ends[edge * 2 + 1]! : ends[edge * 2]!;
    const v = [0, 1, 2].map((k) => positions[to * 3 + k]! - positions[from * 3 + k]!);
    const size = Math.hypot(...v) || 1;
    return v.map((one) => one / size);
  };
  const [u, v] = [way(a), way(b)];
  return -(u[0]! * v[0]! + u[1]! * v[1]! + u[2]! * v[2]!);
}

/** The faces that meet one in an edge. */
export function facesAround({ sides }: Borders, face: number): number[] {
  const found = new Set<number>();
  for (let index = 0; index < sides.length; index += 2) {
    if (sides[index] === face) found.add(sides[index + 1]!);
    if (sides[index + 1] === face) found.add(sides[index]!);
  }
  return [...found];
}

/** What hangs together, corner by corner: each group is known by one of its own. */
class Joined {
  #root: Int32Array;

  constructor(count: number) {
    this.#root = Int32Array.from({ length: count }, (_, corner) => corner);
  }

  of(corner: number): number {
    const root = this.#root;
    while (root[corner] !== corner) corner = root[corner] = root[root[corner]!]!;
    return corner;
  }

  join(one: number, other: number): void {
    this.#root[this.of(other)] = this.of(one);
  }
}

/** The chains in which two faces meet, each by itself: as many as a row has rims. */
export function runsOf(borders: Borders, one: number, other: number): number[][] {
  const { ends, positions } = borders;
  const edges = chainOf(borders, one, other);
  const joined = new Joined(positions.length / 3);
  for (const edge of edges) joined.join(ends[edge * 2]!, ends[edge * 2 + 1]!);
  const runs = new Map<number, number[]>();
  for (const edge of edges) {
    const run = joined.of(ends[edge * 2]!);
    const own = runs.get(run);
    if (own) own.push(edge);
    else runs.set(run, [edge]);
  }
  return [...runs.values()];
}

/** How long some mesh edges are together, mm. */
export function lengthOf({ ends, positions }: Borders, edges: readonly number[]): number {
  return edges.reduce((sum, edge) => {
    const [a, b] = [ends[edge * 2]! * 3, ends[edge * 2 + 1]! * 3];
    return sum + Math.hypot(...[0, 1, 2].map((k) => positions[b + k]! - positions[a + k]!));
  }, 0);
}

/** Of some runs of mesh edges the one that comes nearest to a point. */
export function nearestRun(
  { ends, positions }: Borders,
  runs: readonly number[][],
  point: readonly number[],
): number[] {
  const off = (edge: number) => {
    const [a, b] = [ends[edge * 2]! * 3, ends[edge * 2 + 1]! * 3];
    const way = [0, 1, 2].map((k) => positions[b + k]! - positions[a + k]!);
    const from = [0, 1, 2].map((k) => point[k]! - positions[a + k]!);
    const dot = (one: number[], other: number[]) =>
      one.reduce((sum, v, k) => sum + v * other[k]!, 0);
    const share = Math.min(Math.max(dot(from, way) / (dot(way, way) || 1), 0), 1);
    return Math.hypot(...from.map((v, k) => v - share * way[k]!));
  };
  let [best, least]: [number[], number] = [[], Infinity];
  for (const run of runs) {
    const away = run.reduce((most, edge) => Math.min(most, off(edge)), Infinity);
    if (away < least) [best, least] = [run, away];
  }
  return best;
}

/** The box of a face, mm: its least corner and its size. O(triangles). */
export function boxOf({ positions, triangles, faces }: PackedMesh, face: number) {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  faces.forEach((own, triangle) => {
    if (own !== face) return;
    for (let at = triangle * 9; at < triangle * 9 + 9; at++) {
      const k = at % 3;
      const value = positions[triangles[(at - k) / 3]! * 3 + k]!;
      low[k] = Math.min(low[k]!, value);
      high[k] = Math.max(high[k]!, value);
    }
  });
  return { low, size: high.map((value, k) => value - low[k]!) };
}

/** Of some mesh edges those at which two faces meet: a chain goes on past them. */
export const atBoth = ({ sides }: Borders, edges: readonly number[], one: number, other: number) =>
  edges.filter((edge) => {
    const pair = [sides[edge * 2], sides[edge * 2 + 1]];
    return pair.includes(one) && pair.includes(other);
  });

/**
 * A point by which a run of mesh edges is told: the middle of that of its edges which comes nearest
 * to the middle of the whole run, and of those that come as near the first by x, y and z.
 */
export function markOf({ ends, positions }: Borders, run: readonly number[]): number[] {
  const middles = run.map((edge) => {
    const [a, b] = [ends[edge * 2]! * 3, ends[edge * 2 + 1]! * 3];
    return [0, 1, 2].map((k) => (positions[a + k]! + positions[b + k]!) / 2);
  });
  const whole = [0, 1, 2].map(
    (k) => middles.reduce((sum, one) => sum + one[k]!, 0) / (middles.length || 1),
  );
  const off = (one: number[]) => Math.hypot(...one.map((value, k) => value - whole[k]!));
  const least = Math.min(...middles.map(off));
  const first = (one: number[], other: number[]) =>
    one.map((value, k) => value - other[k]!).find((by) => Math.abs(by) > AS_NEAR) ?? 0;
  return middles.filter((one) => off(one) < least + AS_NEAR).sort(first)[0] ?? [0, 0, 0];
}

/** What lies no further apart is as near, mm. */
const AS_NEAR = 1e-3;

/** Which piece of a face each of its triangles lies on, -1 of others: pieces share no corner.
 *  O(triangles). */
export function piecesOf({ positions, triangles, faces }: PackedMesh, face: number): Int32Array {
  const joined = new Joined(positions.length / 3);
  const each = (take: (triangle: number) => void) =>
    faces.forEach((own, triangle) => own === face && take(triangle));
  each((triangle) => {
    for (const k of [1, 2]) joined.join(triangles[triangle * 3]!, triangles[triangle * 3 + k]!);
  });
  const pieces = new Int32Array(faces.length).fill(-1);
  each((triangle) => (pieces[triangle] = joined.of(triangles[triangle * 3]!)));
  return pieces;
}
