/** Where the parts stand together: each fit gives the pose of its second part in its first. */
import { Matrix4, Vector3 } from "three";
import type { Report } from "../api/client";

export interface Placed {
  matrix: Matrix4;
  /** The way this part moves off when the assembly is drawn apart, mm at full spread. */
  away: Vector3;
}

const SPREAD = 0.75;
const BESIDE_MM = 12;

/** A (3, 4) matrix in rows, as the report gives it. */
export function poseMatrix(rows: number[]): Matrix4 {
  const [a = 1, b = 0, c = 0, d = 0, e = 0, f = 1, g = 0, h = 0, i = 0, j = 0, k = 1, l = 0] = rows;
  return new Matrix4().set(a, b, c, d, e, f, g, h, i, j, k, l, 0, 0, 0, 1);
}

/** A fit that is shown where its motion has it: the pose of its second part in its first. */
export interface Moved {
  fit: string;
  pose: number[];
  /** Where the first part itself has moved to; empty where it stays. */
  first: number[];
}

/** Where the second part stands, told from where the first one was before it moved. */
export function fromWhereItWas({ first, pose }: Pick<Moved, "first" | "pose">): Matrix4 {
  return first.length ? poseMatrix(first).multiply(poseMatrix(pose)) : poseMatrix(pose);
}

export function placeParts(report: Report, moved: Moved | null = null): Map<string, Placed> {
  const placed = new Map<string, Placed>();
  const along = (name: string, axis: number) =>
    report.parts.find((part) => part.name === name)?.size_mm?.[axis] ?? 0;
  const centre = (name: string) =>
    new Vector3(...(report.parts.find((part) => part.name === name)?.centre_mm ?? [0, 0, 0]));
  let beside = 0;
  const moves = (name: string) => moved?.first.length && carrier() === name;
  const carrier = () => report.fits.find((fit) => fit.name === moved?.fit)?.parts[0];
  const lies = (part: Report["parts"][number]) =>
    part.inside && report.parts.some((one) => one.name === part.inside && !one.inside);
  for (const part of report.parts) {
    if (placed.has(part.name) || lies(part)) continue;
    const half = along(part.name, 0) / 2;
    const shift = beside === 0 ? 0 : beside + half;
    const matrix = new Matrix4().makeTranslation(shift, 0, 0);
    if (moves(part.name)) matrix.multiply(poseMatrix(moved!.first));
    placed.set(part.name, {
      matrix,
      away: new Vector3(),
    });
    follow(part.name);
    beside = shift + half + BESIDE_MM;
  }
  // a bought thing lies in its host, and comes out of it upwards
  for (const part of report.parts) {
    const host = placed.get(part.inside);
    if (!host || placed.has(part.name)) continue;
    const away = host.away.clone().add(new Vector3(0, 0, along(part.inside, 2) * SPREAD));
    placed.set(part.name, { matrix: host.matrix.clone(), away });
  }
  return placed;

  function follow(name: string) {
    const base = placed.get(name)!;
    // two parts may be joined by several fits: the one that moves decides
    for (const fit of [...report.fits].sort(
      (a, b) => Number(b.name === moved?.fit) - Number(a.name === moved?.fit),
    )) {
      const [a, b] = fit.parts;
      if (!fit.pose.length || (a !== name && b !== name)) continue;
      const other = a === name ? b : a;
      if (placed.has(other)) continue;
      const pose = poseMatrix(moved?.fit === fit.name ? moved.pose : fit.pose);
      const outwards = new Vector3().setFromMatrixColumn(pose, 2);
      // the second part comes off on the side it sits on, whichever way up it was made
      const apart = centre(b).applyMatrix4(pose).sub(centre(a));
      if (apart.dot(outwards) < 0) outwards.negate();
      const height = (along(a, 2) + along(b, 2)) * SPREAD;
      const matrix = base.matrix.clone().multiply(a === name ? pose : pose.clone().invert());
      if (moves(other) && fit.name !== moved?.fit) matrix.multiply(poseMatrix(moved!.first));
      outwards.transformDirection(a === name ? base.matrix : matrix);
      placed.set(other, {
        matrix,
        away: base.away.clone().addScaledVector(outwards, a === name ? height : -height),
      });
      follow(other);
    }
  }
}

/** Bought things of a fit, drawn with the parts: in the coordinates of its first part. */
export interface Thing {
  name: string;
  key: string;
  of: "screws" | "others";
  /** With which part they go from sight. */
  part: string;
  placed: Placed;
}

/** Drawn apart, screws stand off what they go through, and what they go into is half-way out. */
const OFF_MM = 3;

export function placeThings(report: Report, placed: ReadonlyMap<string, Placed>): Thing[] {
  return report.fits.flatMap((fit) => {
    const [a, b] = fit.parts.map((name) => placed.get(name));
    if (!a || !b) return [];
    const off = a.away.clone().sub(b.away);
    return fit.things.map(({ of, key, long_mm }) => {
      const away =
        of === "screws"
          ? a.away.clone().add(off.clone().setLength(off.length() && long_mm + OFF_MM))
          : b.away.clone().addScaledVector(off, 0.5);
      return {
        name: `${of} of ${fit.name}`,
        key,
        of,
        part: fit.parts[of === "screws" ? 0 : 1],
        placed: { matrix: a.matrix.clone(), away },
      };
    });
  });
}

/** All that is seen of some parts, as one text: two that are the same look the same. */
export function shownAs(
  parts: readonly { name: string; key: string; colour?: string }[],
  placed: ReadonlyMap<string, Placed>,
  sketch: boolean,
): string {
  const rounded = (numbers: readonly number[]) => numbers.map((one) => Math.round(one * 1e4));
  const seen = parts.map(({ name, key, colour }) => {
    const at = placed.get(name);
    return [name, key, colour, at && rounded(at.matrix.elements), at && rounded(at.away.toArray())];
  });
  return JSON.stringify([sketch, seen]);
}
