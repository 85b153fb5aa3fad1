/** Settings of the estimate kept, and its figures told. */
import type { SettingView } from "../api/client";
import type { Project } from "../project/project.svelte";

/** Keeps a setting of the estimate; says what is wrong with one that cannot be. */
export function settle(project: Project, setting: SettingView, text: string): string | undefined {
  const typed = text.trim();
  const value = typed ? Number(typed.replace(",", ".")) : null;
  if (value === null && !setting.optional) return "a number is wanted";
  if (value !== null && !Number.isFinite(value)) return `'${typed}' is no number`;
  if (value !== null && (value < setting.low || value > setting.high))
    return `from ${setting.low} to ${setting.high} ${setting.unit}`;
  if (value !== null && setting.whole && !Number.isInteger(value)) return "a whole number";
  project.change(`${setting.label} ${value ?? "not given"}`, (document) => {
    Object.assign(document.process!.slicing!, { [setting.name]: value });
  });
}

/** Seconds as hours and minutes. */
export function duration(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60));
  const hours = Math.floor(minutes / 60);
  return hours ? `${hours} h ${String(minutes % 60).padStart(2, "0")}` : `${minutes} min`;
}

/** Closed rings as a path of a drawing whose y runs down. */
export function rings(found: [number, number][][]): string {
  return found
    .map((ring) => `M${ring.map(([x, y]) => `${x.toFixed(3)} ${(-y).toFixed(3)}`).join("L")}Z`)
    .join("");
}
