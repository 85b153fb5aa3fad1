import { describe, expect, it } from "vitest";
import { fixedSize, measured, percent, size, volume } from "./units";

describe("a length as the project shows it", () => {
  it.each([
    [80, "mm", "80"],
    [80.5, "mm", "80.5"],
    [80.004, "mm", "80"],
    [0.125, "mm", "0.13"],
    [-2.5, "mm", "-2.5"],
    [100, "mm", "100"],
    [25.4, "in", "1"],
    [3.175, "in", "0.125"],
    [0.0254, "in", "0.001"],
  ] as const)("%f mm in %s: %s", (mm, units, told) => expect(size(mm, units)).toBe(told));

  it("with as many digits as are asked for", () => expect(size(1.23456, "mm", 3)).toBe("1.235"));
  it("in a column keeps its digits", () => {
    expect(fixedSize(80, "mm")).toBe("80.00");
    expect(fixedSize(25.4, "in")).toBe("1.0000");
  });
});

describe("a measured value", () => {
  it.each([
    [2, "mm", "mm", "2.00 mm"],
    [50.8, "mm", "in", "2 in"],
    [645.16, "mm²", "in", "1 in²"],
    [645.16, "mm²", "mm", "645.16 mm²"],
    [12, "g", "in", "12.00 g"],
    [45, "°", "mm", "45.00 °"],
  ] as const)("%f %s in %s: %s", (value, unit, units, told) =>
    expect(measured(value, unit, units)).toBe(told),
  );
});

it("a share is told in whole percents", () => {
  expect(percent(0.854)).toBe("85 %");
  expect(percent(0)).toBe("0 %");
  expect(percent(1)).toBe("100 %");
});

describe("a volume of plastic", () => {
  it("in cubic centimetres", () => expect(volume(12345, "mm")).toEqual(["12.3", "cm³"]));
  it("in cubic inches beside inches", () =>
    expect(volume(2 * 16387.064, "in")).toEqual(["2.00", "in³"]));
});
