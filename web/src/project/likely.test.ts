import { expect, test } from "vitest";
import { hopedOf, likelyOf } from "./likely";

const forecast = {
  mean_mm: 0.2,
  sd_mm: 0.06,
  chances: { fused: 0.01, press: 0.04, snug: 0.15, slide: 0.6, free: 0.2, loose: 0 },
};

test("the likeliest feel is told, and whether it is the one asked for", () => {
  expect(likelyOf({ feel: "slide", chance: 0.6, forecast })).toEqual({
    share: 0.6,
    words: "slide",
    asAsked: true,
  });
  expect(likelyOf({ feel: "free", chance: 0.2, forecast })?.asAsked).toBe(false);
});

test("what is printed together says how sure its gap is to stay open, as the desk does", () => {
  expect(likelyOf({ feel: "print-in-place", chance: 0.75, forecast })).toEqual({
    share: 0.75,
    words: "stays open",
    asAsked: true,
  });
});

test("without a forecast nothing is said", () => {
  expect(likelyOf({ feel: "slide", chance: null, forecast: null })).toBeNull();
});

test("what is hoped of a fit goes on from how sure it is", () => {
  expect(hopedOf({ feel: "free" })).toBe("come out free");
  expect(hopedOf({ feel: "print-in-place" })).toBe("stay open");
});
