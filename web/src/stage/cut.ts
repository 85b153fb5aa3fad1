/** The cut through the assembly: which way it looks, where it lies, what is read off it. */
import { Plane, Vector3, type Box3, type Mesh } from "three";
import { acrossAt, type Across } from "./acrossCut";
import { cornersOf } from "./eye";

/** Which way the cutting plane looks: from a side, at a face that was pressed, as the eye does. */
export type CutFrom = "front" | "right" | "above" | "face" | "eye";

/** The way along which a cut is measured, and whether what lies before it there is kept. */
interface Seen {
  way: Vector3;
  keeps: 1 | -1;
}

const SIDES = {
  front: { way: new Vector3(0, 1, 0), keeps: 1 },
  right: { way: new Vector3(1, 0, 0), keeps: -1 },
  above: { way: new Vector3(0, 0, 1), keeps: -1 },
} as const;
/** So far past where it lies, mm: faces that lie in the cut go, and are not drawn over its own. */
const HAIR_MM = 1e-4;
/** It is read so far within what is kept: faces that lie in the cut do not count. */
const WITHIN_MM = 1e-3;

export class Cut {
  /** What lies on its outer side is taken away. */
  readonly plane = new Plane(new Vector3(0, 1, 0), 0);
  /** How far it has moved through: 0 to 1. */
  share = 0.5;
  #seen: Seen = SIDES.front;

  from(side: keyof typeof SIDES): void {
    this.#seen = SIDES[side];
  }

  /** Looked at along a way, from its head. */
  along(way: Vector3): void {
    this.#seen = { way, keeps: -1 };
  }

  /** Where it lies along its way in something, mm, and between which ends it can move. */
  at(bounds: Box3): { at: number; low: number; high: number } {
    const along = cornersOf(bounds).map((corner) => corner.dot(this.#seen.way));
    const [low, high] = [Math.min(...along), Math.max(...along)];
    return { at: low + (high - low) * this.share, low, high };
  }

  /** Puts the plane where it lies in something. */
  place(bounds: Box3): void {
    const { way, keeps } = this.#seen;
    this.plane.normal.copy(way).multiplyScalar(keeps);
    this.plane.constant = -keeps * this.at(bounds).at - HAIR_MM;
  }

  /** Whether a point was taken away. */
  hides(point: Vector3): boolean {
    return this.plane.distanceToPoint(point) < 0;
  }

  /** Walls and air at a point of the cut: level in it, and square to that. */
  across(meshes: Mesh[], point: Vector3): Across[] {
    const { normal } = this.plane;
    const inside = point.clone().addScaledVector(normal, WITHIN_MM);
    const level = new Vector3(0, 0, 1).cross(normal);
    if (level.length() < 1e-6) level.set(1, 0, 0);
    level.normalize();
    return acrossAt(meshes, inside, level, normal.clone().cross(level));
  }
}
