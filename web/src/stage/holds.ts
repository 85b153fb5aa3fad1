/** Dimension lines on the stage: where they are drawn, and what dragging one comes to. */
import type { HeldView } from "../api/client";
import type { Units } from "../project/units";

export type Project2d = (at: [number, number, number]) => { x: number; y: number } | null;

export interface Line {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  /** Along the line, one pixel long. */
  nx: number;
  ny: number;
  /** Where its number stands. */
  lx: number;
  ly: number;
}

const SHORTEST_PX = 1;
const STANDS_OFF_PX = 30;
const BESIDE_PX = 14;
const STEP_MM = { mm: 1, in: 25.4 / 16 };
const FINE_MM = { mm: 0.1, in: 25.4 / 64 };

/** A distance on the canvas; null where its ends cannot be seen. One of nought is a point. */
export function onScreen(held: HeldView, project2d: Project2d): Line | null {
  const a = project2d(held.start);
  const b = project2d(held.end);
  if (!a || !b) return null;
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const point = length < SHORTEST_PX;
  const [x, y, z] = held.end;
  const to = point ? project2d([x + held.way[0], y + held.way[1], z + held.way[2]]) : b;
  if (!to) return null;
  const along = Math.hypot(to.x - a.x, to.y - a.y) || 1;
  const [nx, ny] = [(to.x - a.x) / along, (to.y - a.y) / along];
  // of nought, the handle stands a little way off in the direction it can be dragged
  const off = point ? STANDS_OFF_PX : 0;
  return {
    x0: a.x,
    y0: a.y,
    x1: b.x,
    y1: b.y,
    nx,
    ny,
    lx: (a.x + b.x) / 2 + nx * off - (point ? 0 : ny * BESIDE_PX),
    ly: (a.y + b.y) / 2 + ny * off + (point ? 0 : nx * BESIDE_PX),
  };
}

/** The text of a distance dragged by so many pixels: whole steps of the unit, finer if asked. */
export function draggedText(
  held: HeldView,
  dx: number,
  dy: number,
  units: Units,
  project2d: Project2d,
  fine = false,
): string | null {
  const [x, y, z] = held.end;
  const end = project2d([x, y, z]);
  const next = project2d([x + held.way[0], y + held.way[1], z + held.way[2]]);
  if (!end || !next) return null;
  const [ux, uy] = [next.x - end.x, next.y - end.y];
  const per = ux * ux + uy * uy;
  if (per < 1e-6) return null;
  const step = (fine ? FINE_MM : STEP_MM)[units];
  const mm = Math.round((held.value + (dx * ux + dy * uy) / per) / step) * step;
  return units === "in" ? `${Number((mm / 25.4).toFixed(5))}in` : `${Number(mm.toFixed(3))} mm`;
}
