/** Dimensions as on a drawing: where their lines, arrows and labels go, in pixels. */
import type { OutlineDeskView } from "../api/client";

export type Dimension = OutlineDeskView["dimensions"][number];
type Point = readonly [number, number];

export interface Placed {
  dimension: Dimension;
  /** Thin lines, and the line with arrows at its ends. */
  thin: string;
  line: string;
  label: Point;
}

const CHAR_PX = 8;
const TALL_PX = 20;
const LEVELS = [24, 46, 68, 90];

interface Box {
  x: number;
  y: number;
  wide: number;
}

/**
 * Places dimensions outside the outline, each where its label runs into none placed before it.
 * `px` turns millimetres into pixels; `inside` tells whether a point in mm lies in the outline.
 */
export function place(
  dimensions: readonly Dimension[],
  px: (point: Point) => Point,
  inside: (point: Point) => boolean,
  words: (dimension: Dimension) => string,
): Placed[] {
  const boxes: Box[] = [];
  return dimensions.map((dimension) => {
    const wide = words(dimension).length * CHAR_PX + 12;
    const tried = LEVELS.map((level) => drawn(dimension, px, inside, level));
    const free = tried.find((one) => boxes.every((box) => apart(box, one.label, wide)));
    const placed = free ?? tried[0]!;
    boxes.push({ x: placed.label[0], y: placed.label[1], wide });
    return { dimension, ...placed };
  });
}

const apart = (box: Box, [x, y]: Point, wide: number) =>
  Math.abs(box.x - x) > (box.wide + wide) / 2 || Math.abs(box.y - y) > TALL_PX;

function drawn(
  dimension: Dimension,
  px: (point: Point) => Point,
  inside: (point: Point) => boolean,
  level: number,
): Omit<Placed, "dimension"> {
  const a = px(dimension.a);
  const b = px(dimension.b);
  if (dimension.shape === "length") return beside(dimension, a, b, inside, level);
  if (dimension.shape === "angle") return angle(dimension, a, b, level);
  if (dimension.shape === "radius") {
    // a leader from the arc outwards, away from its centre
    const [ux, uy] = unit(a, b);
    const end: Point = [b[0] + ux * level, b[1] + uy * level];
    return { thin: "", line: `M${at(end)}L${at(b)}`, label: [end[0] + ux * 10, end[1] + uy * 6] };
  }
  if (dimension.shape === "chamfer") {
    const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const [ux, uy] = unit(a, b);
    const end: Point = [middle[0] - uy * level, middle[1] + ux * level];
    return { thin: `M${at(middle)}L${at(end)}`, line: "", label: end };
  }
  // a coordinate from its axis, or how far an arc stands out
  const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const label: Point =
    dimension.shape === "across"
      ? [middle[0], middle[1] + (level - LEVELS[0]!)]
      : [middle[0] + (level - LEVELS[0]!), middle[1]];
  return { thin: "", line: `M${at(a)}L${at(b)}`, label };
}

function beside(
  dimension: Dimension,
  a: Point,
  b: Point,
  inside: (point: Point) => boolean,
  level: number,
): Omit<Placed, "dimension"> {
  const [ux, uy] = unit(a, b);
  const [mx, my] = [(dimension.a[0] + dimension.b[0]) / 2, (dimension.a[1] + dimension.b[1]) / 2];
  const span = Math.hypot(dimension.b[0] - dimension.a[0], dimension.b[1] - dimension.a[1]);
  // the side on which there is no material; pixels run downwards, millimetres up
  const probe = Math.max(span * 0.02, 1e-3);
  const side = inside([mx - uy * probe, my - ux * probe]) ? -1 : 1;
  const [nx, ny] = [-uy * side, ux * side];
  const away = (point: Point, by: number): Point => [point[0] + nx * by, point[1] + ny * by];
  const [p, q] = [away(a, level), away(b, level)];
  return {
    thin: `M${at(away(a, 4))}L${at(away(a, level + 5))}M${at(away(b, 4))}L${at(away(b, level + 5))}`,
    line: `M${at(p)}L${at(q)}`,
    label: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2],
  };
}

function angle(dimension: Dimension, a: Point, b: Point, level: number): Omit<Placed, "dimension"> {
  const reach = Math.min(Math.max(Math.hypot(b[0] - a[0], b[1] - a[1]) * 0.4, 18), 40) + level - 24;
  const on = (degrees: number): Point => {
    const turn = (degrees * Math.PI) / 180;
    return [a[0] + reach * Math.cos(turn), a[1] - reach * Math.sin(turn)];
  };
  const { start_deg: start, sweep_deg: sweep } = dimension;
  const pieces = Math.max(2, Math.ceil(Math.abs(sweep) / 8));
  const points = Array.from({ length: pieces + 1 }, (_, i) => on(start + (sweep * i) / pieces));
  const middle = on(start + sweep / 2);
  const [ux, uy] = unit(a, middle);
  return {
    thin: `M${at(a)}L${at(on(start))}M${at(a)}L${at(on(start + sweep))}`,
    line: `M${points.map(at).join("L")}`,
    label: [middle[0] + ux * 16, middle[1] + uy * 12],
  };
}

function unit(a: Point, b: Point): Point {
  const span = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return [(b[0] - a[0]) / span, (b[1] - a[1]) / span];
}

const at = ([x, y]: Point) => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** Whether a point lies in the outline whose segments' ends these are; arcs are taken as chords. */
export function insideOf(points: readonly Point[]): (point: Point) => boolean {
  return ([x, y]) => {
    let found = false;
    points.forEach(([bx, by], index) => {
      const [ax, ay] = points.at(index - 1)!;
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) found = !found;
    });
    return found;
  };
}
