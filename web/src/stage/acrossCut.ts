/** Sizes read off a cut: from a pressed point out to the next faces, along and across the plane. */
import { Raycaster, Vector3, type Mesh } from "three";

export interface Across {
  start: Vector3;
  end: Vector3;
  mm: number;
  /** Through a part, or across the air between faces. */
  what: "wall" | "air";
}

/** How far from a point to the next face in a direction; null where there is none. */
function reach(meshes: Mesh[], from: Vector3, way: Vector3): { at: Vector3; from: Mesh } | null {
  const hit = new Raycaster(from, way).intersectObjects<Mesh>(meshes, false)[0];
  return hit ? { at: hit.point, from: hit.object } : null;
}

/** Whether a point lies inside a closed mesh, by counting faces above it. */
function holds(mesh: Mesh, point: Vector3, way: Vector3): boolean {
  return new Raycaster(point, way).intersectObject(mesh, false).length % 2 === 1;
}

/** The two sizes through a point of a cut, shorter first; a way that leads outside has none. */
export function acrossAt(meshes: Mesh[], point: Vector3, u: Vector3, v: Vector3): Across[] {
  const askew = u.clone().multiplyScalar(0.83).addScaledVector(v, 0.557).normalize();
  const owner = meshes.find((mesh) => holds(mesh, point, askew));
  const asked = owner ? [owner] : meshes;
  const found: Across[] = [];
  for (const way of [u, v]) {
    const ahead = reach(asked, point, way);
    const behind = reach(asked, point, way.clone().negate());
    if (!ahead || !behind) continue;
    const mm = ahead.at.distanceTo(behind.at);
    if (mm < 1e-4) continue;
    found.push({ start: behind.at, end: ahead.at, mm, what: owner ? "wall" : "air" });
  }
  return found.sort((a, b) => a.mm - b.mm);
}
