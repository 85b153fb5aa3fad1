/** What is meant by a press on a face: the face, or an edge or corner of it that is near. */
import type { Borders } from "./chains";
import type { OnCanvas } from "./eye";

/** How near a press must come to an edge to mean the edge and not the face. */
export const EDGE_PX = 7;

/** How far a point lies from a line between two others, in pixels. */
export function fromSegment({ x, y }: OnCanvas, a: OnCanvas, b: OnCanvas): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const along = ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1);
  const share = Math.min(Math.max(along, 0), 1);
  return Math.hypot(x - a.x - share * dx, y - a.y - share * dy);
}

/**
 * The faces beyond the edges of a face that lie within a few pixels of a press, nearest first:
 * one where an edge was pressed, two or more at a corner.
 */
export function facesBeyond(
  borders: Borders,
  face: number,
  pressed: OnCanvas,
  seen: (end: number) => OnCanvas,
): number[] {
  const found = new Map<number, number>();
  const { sides } = borders;
  for (let index = 0; index < sides.length; index += 2) {
    const [one, other] = [sides[index]!, sides[index + 1]!];
    if (one !== face && other !== face) continue;
    const away = fromSegment(pressed, seen(index), seen(index + 1));
    const beyond = one === face ? other : one;
    if (away < EDGE_PX) found.set(beyond, Math.min(away, found.get(beyond) ?? EDGE_PX));
  }
  return [...found].sort((a, b) => a[1] - b[1]).map(([beyond]) => beyond);
}
