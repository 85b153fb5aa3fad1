import { describe, expect, it } from "vitest";
import { fit, made, part, step } from "../testing/made";
import { movePart, takeFitAway, takePartAway } from "./partActs";
import { actOn, type StepAct } from "./stepActs";

const document = () =>
  made({
    parts: [
      part("tin", {
        steps: [step("wall"), step("floor"), step("seat", { fields: { fit: "lid on" } })],
      }),
      part("lid", { steps: [step("plate"), step("rim", { fields: { fit: "lid on" } })] }),
      part("key"),
    ],
    fits: [fit("lid on", ["tin", "lid"]), fit("turns", ["tin", "key"])],
  });
type Made = ReturnType<typeof document>;
const parts = (of: Made) => of.parts.map((one) => one.name);
const steps = (of: Made, name = "tin") =>
  of.parts.find((one) => one.name === name)!.steps.map((one) => one.id);

describe("a step", () => {
  it.each([
    ["up", "floor", ["floor", "wall", "seat"], "floor"],
    ["up", "wall", ["wall", "floor", "seat"], "wall"],
    ["down", "floor", ["wall", "seat", "floor"], "floor"],
    ["down", "seat", ["wall", "floor", "seat"], "seat"],
    ["remove", "floor", ["wall", "seat"], "seat"],
    ["remove", "seat", ["wall", "floor"], "floor"],
    ["duplicate", "floor", ["wall", "floor", "floor_2", "seat"], "floor_2"],
    ["up", "not there", ["wall", "floor", "seat"], ""],
  ] as [StepAct, string, string[], string][])("%s %s", (act, id, order, next) => {
    const of = document();
    expect(actOn(of, "tin", id, act)).toBe(next);
    expect(steps(of)).toEqual(order);
  });

  it("the only one struck out leaves none to look at", () => {
    const of = made({ parts: [part("key", { steps: [step("shaft")] })] });
    expect(actOn(of, "key", "shaft", "remove")).toBe("");
  });

  it("is switched off and on again", () => {
    const of = document();
    actOn(of, "tin", "wall", "toggle");
    expect(of.parts[0]!.steps[0]!.enabled).toBe(false);
    actOn(of, "tin", "wall", "toggle");
    expect(of.parts[0]!.steps[0]!.enabled).toBe(true);
  });

  it("written again shares nothing with the first", () => {
    const of = document();
    actOn(of, "tin", "seat", "duplicate");
    of.parts[0]!.steps[3]!.fields.fit = "another";
    expect(of.parts[0]!.steps[2]!.fields.fit).toBe("lid on");
  });

  it("loses its last joined outline, and its last station, one at a time", () => {
    const outline = { kind: "circle", fields: {}, more: [] };
    const joined = { mode: "add" as const, outline, x: "", y: "", turn: "" };
    const of = made({
      parts: [
        part("tin", {
          steps: [
            step("wall", {
              outline: { ...outline, more: [joined, joined] },
              stations: [
                { outline, height: "1" },
                { outline, height: "2" },
              ] as never,
            }),
          ],
        }),
      ],
    });
    actOn(of, "tin", "wall", "unjoin");
    actOn(of, "tin", "wall", "unstation");
    expect(of.parts[0]!.steps[0]!.outline?.more).toHaveLength(1);
    expect(of.parts[0]!.steps[0]!.stations).toHaveLength(1);
  });
});

describe("a part", () => {
  it.each([
    ["lid", -1, ["lid", "tin", "key"]],
    ["lid", 1, ["tin", "key", "lid"]],
    ["tin", -1, ["tin", "lid", "key"]],
    ["key", 1, ["tin", "lid", "key"]],
    ["nothing", 1, ["tin", "lid", "key"]],
  ] as [string, -1 | 1, string[]][])("%s moves by %i along the rail", (name, way, order) => {
    const of = document();
    movePart(of, name, way);
    expect(parts(of)).toEqual(order);
  });

  it("taken away takes its fits with it, and their share of the other parts", () => {
    const of = document();
    expect(takePartAway(of, "lid")).toBe("key");
    expect(parts(of)).toEqual(["tin", "key"]);
    expect(of.fits.map((one) => one.name)).toEqual(["turns"]);
    expect(steps(of)).toEqual(["wall", "floor"]);
  });

  it("the last one taken away leaves the one before it to look at", () =>
    expect(takePartAway(document(), "key")).toBe("lid"));
});

it("a fit taken away leaves both its parts without their share", () => {
  const of = document();
  takeFitAway(of, "lid on");
  expect(parts(of)).toEqual(["tin", "lid", "key"]);
  expect(steps(of, "tin")).toEqual(["wall", "floor"]);
  expect(steps(of, "lid")).toEqual(["plate"]);
});
