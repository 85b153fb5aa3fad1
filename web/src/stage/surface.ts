/** What is drawn of a mesh besides its triangles: normals that break at creases, ink along edges. */
import type { PackedMesh } from "../api/packed";

type Surface = Pick<PackedMesh, "positions" | "triangles">;

/** The triangles at every vertex: those of vertex v are `of[first[v]]` to `of[first[v + 1] - 1]`. */
interface Around {
  first: Uint32Array;
  of: Uint32Array;
}

function around({ positions, triangles }: Surface): Around {
  const first = new Uint32Array(positions.length / 3 + 1);
  for (const vertex of triangles) first[vertex + 1]!++;
  for (let v = 1; v < first.length; v++) first[v]! += first[v - 1]!;
  const next = first.slice(0, -1);
  const of = new Uint32Array(triangles.length);
  for (let corner = 0; corner < triangles.length; corner++)
    of[next[triangles[corner]!]!++] = Math.floor(corner / 3);
  return { first, of };
}

/** Unit normals of the triangles, three numbers each; of one without area noughts. */
function unitNormals({ positions: p, triangles }: Surface): Float32Array {
  const normals = new Float32Array(triangles.length);
  for (let at = 0; at < triangles.length; at += 3) {
    const a = 3 * triangles[at]!;
    const b = 3 * triangles[at + 1]!;
    const c = 3 * triangles[at + 2]!;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    const size = Math.sqrt(x * x + y * y + z * z);
    if (size > 0) normals.set([x / size, y / size, z / size], at);
  }
  return normals;
}

const dot = (n: Float32Array, a: number, b: number) =>
  n[a]! * n[b]! + n[a + 1]! * n[b + 1]! + n[a + 2]! * n[b + 2]!;

/** The surface to be drawn: of every corner of every triangle its place and its normal, which is
 * that of all triangles at the corner that bend away from its own by less than `crease`; and the
 * ends of every edge that bends by more than `edge`, or has one side only. Angles in radians. */
export function drawnSurface(
  mesh: Surface,
  crease: number,
  edge: number,
): { positions: Float32Array; normals: Float32Array; edges: Float32Array } {
  const { positions: p, triangles } = mesh;
  const { first, of } = around(mesh);
  const flat = unitNormals(mesh);
  const [smooth, sharp] = [Math.cos(crease), Math.cos(edge)];
  const positions = new Float32Array(3 * triangles.length);
  const normals = new Float32Array(3 * triangles.length);
  const edges: number[] = [];
  for (let corner = 0; corner < triangles.length; corner++) {
    const own = corner - (corner % 3);
    const vertex = triangles[corner]!;
    const to = triangles[own + ((corner + 1) % 3)]!;
    let [x, y, z, beyond] = [0, 0, 0, -1];
    for (let at = first[vertex]!; at < first[vertex + 1]!; at++) {
      const other = 3 * of[at]!;
      if (dot(flat, own, other) > smooth || other === own) {
        x += flat[other]!;
        y += flat[other + 1]!;
        z += flat[other + 2]!;
      }
      const there =
        triangles[other] === to || triangles[other + 1] === to || triangles[other + 2] === to;
      if (there && other !== own) beyond = other;
    }
    const size = Math.sqrt(x * x + y * y + z * z) || 1;
    for (let i = 0; i < 3; i++) positions[3 * corner + i] = p[3 * vertex + i]!;
    normals[3 * corner] = x / size;
    normals[3 * corner + 1] = y / size;
    normals[3 * corner + 2] = z / size;
    // every edge once, from the triangle that comes first
    if (beyond < 0 || (own < beyond && dot(flat, own, beyond) <= sharp))
      for (const end of [vertex, to]) edges.push(p[3 * end]!, p[3 * end + 1]!, p[3 * end + 2]!);
  }
  return { positions, normals, edges: new Float32Array(edges) };
}
