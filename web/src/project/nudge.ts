/** Arrow keys on a typed number. Expressions are left alone: only plain sizes are nudged. */
import type { Units } from "./units";

const DECIMAL = /^(\s*)(-?\d+(?:\.\d+)?)(\s*(?:mm|cm|in|ft|m|deg|"|°)?\s*)$/;
const FRACTION = /^(\s*)(?:(\d+)\s+)?(\d+)\/(\d+)(\s*(?:mm|in|"))?\s*$/;
const PARTS_OF_INCH = 64;

export type Stride = "fine" | "usual" | "coarse";

const FACTOR: Record<Stride, number> = { fine: 0.1, usual: 1, coarse: 10 };

/** A plain number as it is typed, and the unit behind it; null for anything else. */
export function plainNumber(text: string): { value: number; unit: string } | null {
  const found = DECIMAL.exec(text);
  return found && { value: Number(found[2]), unit: found[3]!.trim() };
}

/** The text one nudge up (`way` 1) or down (-1), or null where there is nothing to nudge. */
export function nudged(
  text: string,
  way: 1 | -1,
  stride: Stride,
  kind: string,
  units: Units,
): string | null {
  const decimal = DECIMAL.exec(text);
  if (decimal) {
    const unit = decimal[3]!.trim() || (kind === "length" ? units : kind);
    const base = unit === "in" || unit === '"' ? 0.01 : unit === "mm" ? 0.1 : 1;
    const step = kind === "count" ? Math.max(1, FACTOR[stride]) : base * FACTOR[stride];
    const value = Number(decimal[2]) + way * step;
    if (kind === "count" && value < 0) return null;
    return `${decimal[1]}${Number(value.toFixed(5))}${decimal[3]}`;
  }
  const fraction = FRACTION.exec(text);
  if (fraction && Number(fraction[4]) > 0) {
    const value = Number(fraction[2] ?? 0) + Number(fraction[3]) / Number(fraction[4]);
    const moved = Math.round(value * PARTS_OF_INCH) + way * (stride === "coarse" ? 4 : 1);
    return moved < 0 ? null : mixed(moved) + (fraction[5] ?? "");
  }
  return null;
}

/** Sixty-fourths as a mixed number: 80 is `1 1/4`. */
export function mixed(parts: number): string {
  const whole = Math.floor(parts / PARTS_OF_INCH);
  let over = parts % PARTS_OF_INCH;
  let under = PARTS_OF_INCH;
  if (over === 0) return String(whole);
  while (over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  return whole ? `${whole} ${over}/${under}` : `${over}/${under}`;
}
