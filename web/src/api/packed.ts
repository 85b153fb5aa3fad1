/** Packed meshes from the server, by key: the same key is always the same mesh. */
import { address } from "./client";

export interface PackedMesh {
  key: string;
  positions: Float32Array;
  triangles: Uint32Array;
  /** Per triangle, an index into the part's list of faces. */
  faces: Uint16Array;
}

const kept = new Map<string, Promise<PackedMesh>>();
const MOST = 80;

export function unpack(key: string, data: ArrayBuffer): PackedMesh {
  const view = new DataView(data);
  const magic = String.fromCharCode(...new Uint8Array(data, 0, 4));
  if (magic !== "FHM1") throw new Error("not a packed mesh");
  const vertices = view.getUint32(4, true);
  const triangles = view.getUint32(8, true);
  const corners = 12 + vertices * 12;
  return {
    key,
    positions: new Float32Array(data, 12, vertices * 3),
    triangles: new Uint32Array(data, corners, triangles * 3),
    faces: new Uint16Array(data, corners + triangles * 12, triangles),
  };
}

export function fetchMesh(project: number, key: string): Promise<PackedMesh> {
  const found = kept.get(key);
  if (found) return found;
  const asked = fetch(address.mesh(project, key)).then(async (response) => {
    if (!response.ok) throw new Error(`no mesh ${key}`);
    return unpack(key, await response.arrayBuffer());
  });
  asked.catch(() => kept.delete(key));
  kept.set(key, asked);
  if (kept.size > MOST) kept.delete(kept.keys().next().value!);
  return asked;
}
