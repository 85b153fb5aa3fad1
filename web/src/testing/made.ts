/** Documents and reports as small as a test needs them; what it is about it says itself. */
import type { Document, Report } from "../api/client";
import type { FitSpec, MeasureSpec, PartSpec, StepSpec } from "../project/paths";

export const step = (id: string, more: Partial<StepSpec> = {}): StepSpec => ({
  id,
  kind: "extrude",
  enabled: true,
  label: "",
  note: "",
  fields: {},
  stations: [],
  ...more,
});

export const measure = (name: string, expression: string): MeasureSpec => ({
  name,
  expression,
  kind: "length",
  note: "",
});

export const part = (name: string, more: Partial<PartSpec> = {}): PartSpec => ({
  name,
  label: name,
  material: "",
  colour: "#7fa79f",
  shown: "solid",
  measures: [],
  steps: [],
  stance: "bottom",
  bought: false,
  inside: "",
  clear: "0.5 mm",
  ...more,
});

export const fit = (
  name: string,
  parts: [string, string],
  more: Partial<FitSpec> = {},
): FitSpec => ({
  name,
  kind: "screw",
  label: "",
  parts,
  feel: "free",
  gives_way: "half each",
  gap: "",
  fields: {},
  ...more,
});

export const made = (more: Partial<Document> = {}): Document => ({
  format: "fair-hinge-project",
  version: 2,
  title: "Lock paddle",
  notes: "",
  units: "mm",
  measures: [],
  drawings: [],
  parts: [],
  fits: [],
  checklist: [],
  accepted: [],
  ...more,
});

export const report = (more: Partial<Report> = {}): Report => ({
  title: "Lock paddle",
  units: "mm",
  process: "",
  severity: "good",
  bands: [],
  checklist: [],
  drawings: [],
  findings: [],
  fits: [],
  measures: [],
  names: [],
  parts: [],
  readings: [],
  ...more,
});
