/** Numbers as the project shows them. The server decides units; this only words them. */
export type Units = "mm" | "in";

const trimmed = (value: number, digits: number) =>
  value
    .toFixed(digits)
    .replace(/(\.\d*?)0+$/, "$1")
    .replace(/\.$/, "");

/** A length in the project's unit, without the unit. */
export function size(mm: number, units: Units, digits = units === "mm" ? 2 : 4): string {
  return trimmed(units === "mm" ? mm : mm / 25.4, digits);
}

/** A length with a fixed number of digits, for columns and dials. */
export function fixedSize(mm: number, units: Units): string {
  return units === "mm" ? mm.toFixed(2) : (mm / 25.4).toFixed(4);
}

/** A measured value with its unit, lengths and areas in the project's own. */
export function measured(value: number, unit: string, units: Units): string {
  if (units === "in" && unit === "mm") return `${size(value, units)} in`;
  if (units === "in" && unit === "mm²") return `${trimmed(value / 25.4 ** 2, 4)} in²`;
  return `${value.toFixed(2)} ${unit}`;
}

/** A volume of plastic and its unit. */
export function volume(mm3: number, units: Units): [string, string] {
  return units === "in" ? [(mm3 / 25.4 ** 3).toFixed(2), "in³"] : [(mm3 / 1000).toFixed(1), "cm³"];
}

export const percent = (share: number) => `${Math.round(share * 100)} %`;
