/** What is done to the text of told moves: pure functions of the text and where things stand in it. */
import type { MoveInfo, OutlineDeskView } from "../api/client";
import { mixed } from "../project/nudge";
import type { Units } from "../project/units";

export type MoveView = OutlineDeskView["moves"][number];
export type Given = MoveView["pieces"][number];
export type Point = readonly [number, number];

const MM: Record<Units, number> = { mm: 1, in: 25.4 };

/** The text with one value of a move written anew; what has spaces is put in brackets. */
export function withValue(text: string, given: Given, value: string): string {
  const told = given.bracket && /\s/.test(value.trim()) ? `(${value.trim()})` : value.trim();
  return text.slice(0, given.start) + told + text.slice(given.end);
}

/** The text with several values written anew. */
export function withValues(text: string, changes: [Given, string][]): string {
  return [...changes]
    .sort((a, b) => b[0].start - a[0].start)
    .reduce((now, [given, value]) => withValue(now, given, value), text);
}

/** The first word of a move changed for another that takes the same values. */
export function withWord(text: string, move: MoveView, word: string): string {
  const first = move.text.split(/\s/)[0]!;
  return text.slice(0, move.start) + word + text.slice(move.start + first.length);
}

/** Moves told after move `at`; at -1 before the first. */
export function withMove(text: string, moves: readonly MoveView[], at: number, told: string) {
  if (!moves.length) return told;
  if (at < 0) return `${told}, ${text.trimStart()}`;
  const before = text.slice(0, moves[at]!.end);
  return `${before}, ${told}${text.slice(moves[at]!.end)}`;
}

export function withoutMove(text: string, moves: readonly MoveView[], at: number): string {
  return rest(
    text,
    moves.filter((_, index) => index !== at),
  );
}

/** A move one place up (-1) or down (1). */
export function shifted(text: string, moves: readonly MoveView[], at: number, by: -1 | 1): string {
  const order = [...moves];
  const [move] = order.splice(at, 1);
  order.splice(at + by, 0, move!);
  return rest(text, order);
}

const rest = (text: string, moves: readonly MoveView[]) =>
  moves.map((move) => text.slice(move.start, move.end)).join(", ");

/** Where a new move goes: after the one in hand; at the end, but before what closes the run. */
export function placeAfter(moves: readonly MoveView[], current: number): number {
  if (current >= 0 && current < moves.length) return current;
  const last = moves.length - 1;
  return last >= 0 && /^(close|mirror)\b/.test(moves[last]!.text) ? last - 1 : last;
}

/** A length as a maker would type it in the project's unit: whole steps, sixteenths of an inch. */
export function typedLength(mm: number, units: Units, step: number): string {
  if (units === "mm") return String(Number((Math.round(mm / step) * step).toFixed(4)));
  const parts = Math.round((mm / 25.4) * 64);
  const coarse = step >= 1 ? Math.round(parts / 4) * 4 : parts;
  return coarse < 0 ? `-${mixed(-coarse)}` : mixed(coarse);
}

/** A round size for a new move: about a quarter of what is drawn. */
export function freshSize(extent: number, units: Units): number {
  const wish = Math.max(extent, 4 * MM[units] * (units === "mm" ? 5 : 0.25)) / 4;
  const unit = wish / MM[units];
  const power = 10 ** Math.floor(Math.log10(unit));
  const round = [5, 2, 1].find((one) => one * power <= unit + 1e-9) ?? 1;
  return Math.max(round * power * MM[units], units === "mm" ? 1 : 25.4 / 16);
}

/** A new move of a form, as long as `mm`, from where the pen stands. */
export function freshMove(info: MoveInfo, mm: number, pen: Point, units: Units): string {
  const fine = mm < 4 ? 0.1 : 1;
  const told = (value: number) => typedLength(value, units, fine);
  const target = [told(pen[0] + mm), told(pen[1] + mm)];
  const words = info.form.split(" ");
  const seen: string[] = [];
  let lengths = 0;
  const toPoint = words.includes("to") || words[0] === "about" || words[0] === "circle";
  for (const word of words) {
    if (word === "L" || word === "L?") {
      const nth = lengths++;
      const last = words[seen.length - 1];
      const value =
        toPoint && nth < 2
          ? target[nth]!
          : last === "through" || (words.includes("through") && nth > 2)
            ? told(pen[nth - 2]! + (nth === 2 ? mm * 0.8 : mm * 0.2))
            : words[0] === "round" || words[0] === "chamfer" || last === "bulge"
              ? told(mm / 4)
              : words[0] === "start"
                ? told(pen[nth]!)
                : last === "radius" && words.includes("arc")
                  ? told(mm)
                  : told(mm);
      seen.push(/\s/.test(value) && words.length > 2 ? `(${value})` : value);
    } else if (word === "A" || word === "A?") seen.push("90");
    else if (word === "N") seen.push("4");
    else if (word === "SIDE") seen.push("left");
    else if (word === "AXIS") seen.push("up");
    else seen.push(word);
  }
  return seen.join(" ");
}

/** A line from the pen to where the paper was pressed: level or upright where it nearly is. */
export function lineTo(pen: Point, at: Point, units: Units, step: number, near: number): string {
  const [dx, dy] = [at[0] - pen[0], at[1] - pen[1]];
  const told = (mm: number) => typedLength(mm, units, step);
  if (Math.abs(dy) <= near) return `${dx < 0 ? "left" : "right"} ${told(Math.abs(dx))}`;
  if (Math.abs(dx) <= near) return `${dy < 0 ? "down" : "up"} ${told(Math.abs(dy))}`;
  return `to ${pair(at, told)}`;
}

export const pair = (at: Point, told: (mm: number) => string) =>
  at
    .map(told)
    .map((text) => (/\s/.test(text) ? `(${text})` : text))
    .join(" ");

type Handle = OutlineDeskView["handles"][number];

/**
 * What a drag of a point by (dx, dy) mm comes to: the values that change, each in whole steps, and
 * the given pieces that decide the way it cannot go because they are expressions.
 */
export function dragged(
  view: OutlineDeskView,
  handle: Handle,
  dx: number,
  dy: number,
  step: number,
  units: Units,
): { changes: [Given, string][]; held: Given[] } {
  const holds = handle.holds.map((hold) => ({
    hold,
    given: givenOf(view, hold.move, hold.index)!,
  }));
  const free = holds.filter((one) => one.given?.plain && one.given.value !== null);
  const held = holds.filter((one) => one.given && !one.given.plain).map((one) => one.given);
  const moved = solved(
    free.map((one) => one.hold),
    dx,
    dy,
  );
  // what is not moved stays as it was typed, though it may be no whole step
  const changes = free.flatMap(({ given }, index): [Given, string][] => {
    const by = moved[index]!;
    return Math.abs(by) < 1e-9 ? [] : [[given, writtenAs(given, given.value! + by, step, units)]];
  });
  return { changes: changes.filter(([given, text]) => text !== given.text), held };
}

export function givenOf(view: OutlineDeskView, move: number, index: number): Given | undefined {
  return view.moves[move]?.pieces.find((piece) => piece.index === index);
}

/** By how much each number changes so that the point goes (dx, dy), as near as they can lead it. */
function solved(holds: readonly { dx: number; dy: number }[], dx: number, dy: number): number[] {
  const [one, other] = holds;
  if (!one) return [];
  if (!other) return [(dx * one.dx + dy * one.dy) / (one.dx ** 2 + one.dy ** 2)];
  const cross = one.dx * other.dy - one.dy * other.dx;
  return [(dx * other.dy - dy * other.dx) / cross, (one.dx * dy - one.dy * dx) / cross];
}

/** A value as its text would be typed again: in its own unit, in whole steps. */
function writtenAs(given: Given, value: number, step: number, units: Units): string {
  if (given.takes === "angle") {
    const angle = Math.round(value / step) * step;
    return `${Number(angle.toFixed(3))}${/deg/.test(given.text) ? " deg" : ""}`;
  }
  const suffix = /\s*(mm|cm|in|")\s*$/.exec(given.text)?.[0] ?? "";
  const unit = suffix.trim() || units;
  const own = unit === "in" || unit === '"' ? "in" : "mm";
  const told =
    unit === "cm" ? String(Number((value / 10).toFixed(2))) : typedLength(value, own, step);
  return told + suffix;
}
