// @vitest-environment jsdom
/** What the finder finds of a project's own, and what can be done with a part. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Report } from "../api/client";
import { Search } from "../finder/search";
import { Project } from "../project/project.svelte";
import { address } from "../route/route.svelte";
import { fit, made, measure, part, report, step } from "../testing/made";
import { Workshop } from "../testing/workshop";
import { doable, ownEntries, type Around } from "./found";

let workshop: Workshop;
let project: Project;
const around = (own = "tin"): Around => ({
  project,
  part: own,
  select: vi.fn(),
  place: vi.fn(),
  read: vi.fn(),
  findings: vi.fn(),
  measure: vi.fn(),
  meet: vi.fn(),
});
const REPORT = report({
  parts: [
    {
      name: "tin",
      label: "Tin",
      steps: [{}, {}],
      places: ["wall.top", "wall.gone"],
      faces: [{ place: "wall.top" }],
    },
    {
      name: "lid",
      label: "Lid",
      steps: [],
      places: ["plate.top"],
      faces: [{ place: "plate.top" }],
    },
  ] as unknown as Report["parts"],
  fits: [
    { name: "lid_on", label: "", title: "Slip lid", parts: ["tin", "lid"] },
  ] as unknown as Report["fits"],
  measures: [
    { path: "measures.wall_wide", name: "wall_wide", text: "2 * 1", shown: "2 mm", part: "" },
  ] as unknown as Report["measures"],
  readings: [
    { name: "mass, solid", value: "12", unit: "g", word: "note" },
  ] as unknown as Report["readings"],
});

beforeEach(async () => {
  workshop = new Workshop();
  workshop.versions[0]!.document = made({
    measures: [measure("wall_wide", "2 * 1")],
    parts: [part("tin", { label: "Tin", steps: [step("wall")] }), part("lid", { label: "Lid" })],
    fits: [fit("lid_on", ["tin", "lid"])],
  });
  vi.stubGlobal("fetch", workshop.fetch);
  localStorage.clear();
  project = await Project.open(1);
});
afterEach(() => {
  project.close();
  vi.unstubAllGlobals();
});

const found = (typed: string, own?: string) => {
  const where = around(own);
  const entries = [...ownEntries(REPORT, where), ...doable(where)];
  return { where, entry: new Search(entries).of(typed)[0]!, entries };
};

describe("a project's own things", () => {
  it.each([
    ["lid", "part", "Lid"],
    ["top of wall", "place", "top of wall"],
    ["wall wide", "measure", "wall wide"],
    ["wall_wide", "measure", "wall wide"],
    ["slip lid", "page", "Fit desk: Slip lid"],
    ["how heavy", "check", "Reading: mass, solid"],
    ["clearance", "page", "Fit desk: Slip lid"],
    ["rename", "act", "Rename Tin"],
    ["caliper", "act", "Measure on the stage"],
    ["slice", "page", "On the bed"],
    ["calibrate", "page", "Bench"],
    ["inches", "act", "Units of the project"],
  ])("%s finds %s %s", (typed, group, title) => {
    const { entry } = found(typed);
    expect([entry.group, entry.title]).toEqual([group, title]);
  });

  it("faces are those of the part in hand that are there still", () => {
    const faces = found("").entries.filter((one) => one.group === "place");
    expect(faces.map((one) => one.title)).toEqual(["top of wall"]);
    const lid = found("", "lid").entries.filter((one) => one.group === "place");
    expect(lid.map((one) => one.key)).toEqual(["place.lid.plate.top"]);
  });

  it("no two have one key", () => {
    const keys = found("").entries.map((one) => one.key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it("a part is gone to, a reading is read, a face is taken, a desk is opened", () => {
    const part_ = found("lid");
    part_.entry.act();
    expect(part_.where.select).toHaveBeenCalledWith("lid");
    const face = found("top of wall");
    face.entry.act();
    expect(face.where.place).toHaveBeenCalledWith("tin", "wall.top");
    const read = found("how heavy");
    read.entry.act();
    expect(read.where.read).toHaveBeenCalledWith(REPORT.readings[0]);
    found("clearance").entry.act();
    expect(address.current).toEqual({ view: "fit", project: 1, fit: "lid_on" });
  });

  it("a measure puts the cursor into its field", async () => {
    const field = document.createElement("input");
    field.dataset.path = "measures.wall_wide";
    field.scrollIntoView = () => {};
    document.body.append(field);
    vi.stubGlobal("CSS", { escape: (text: string) => text.replaceAll(".", "\\.") });
    found("wall wide").entry.act();
    await vi.waitFor(() => expect(document.activeElement).toBe(field));
    field.remove();
  });
});

describe("what can be done with a part", () => {
  it("it is hidden, and shown again", () => {
    found("hide").entry.act();
    expect([...project.hidden]).toEqual(["tin"]);
    const again = found("show");
    expect(again.entry.title).toBe("Show Tin");
    again.entry.act();
    expect([...project.hidden]).toEqual([]);
  });

  it("it is taken away with its fits, and another one is looked at", () => {
    const { entry, where } = found("delete part");
    entry.act();
    expect(project.document.parts?.map((one) => one.name)).toEqual(["lid"]);
    expect(project.document.fits).toEqual([]);
    expect(where.select).toHaveBeenCalledWith("lid");
  });

  it("pages lead where they say", () => {
    for (const [typed, path] of [
      ["history", "/p/1/history"],
      ["which way up", "/p/1/print"],
      ["compare", "/p/1/compare"],
      ["logbook", "/logbook"],
      ["import stl", "/"],
      ["manual", "/read"],
    ] as const) {
      found(typed).entry.act();
      expect(location.pathname).toBe(path);
    }
  });
});
