// @vitest-environment jsdom
/** What waits to be sent is kept in the browser, whatever becomes of the page. */
import { beforeEach, expect, test, vi } from "vitest";
import { made, measure } from "../testing/made";
import { Unsent, inTurn, type Pending } from "./unsent";

const pending = (words: string): Pending => ({
  version: 3,
  revision: 7,
  document: made({ measures: [measure("wide", "80")] }),
  words,
});

beforeEach(() => localStorage.clear());

test.each([
  ["", "wall 2 → 3", "wall 2 → 3"],
  ["wall 2 → 3", "tall 9 → 8", "wall 2 → 3; tall 9 → 8"],
  ["turned", "turned", "turned"],
  ["wall 2 → 3; turned", "turned", "wall 2 → 3; turned"],
  ["returned", "turned", "returned; turned"],
])("%j and then %j is said as %j", (before, after, said) => {
  expect(inTurn(before, after)).toBe(said);
});

test("what waits is there on the next visit, of its own project alone", () => {
  new Unsent(5).keep(pending("wall 2 → 3"));
  expect(new Unsent(5).left()).toEqual(pending("wall 2 → 3"));
  expect(new Unsent(6).left()).toBeNull();
});

test("what was taken is not there any more", () => {
  const unsent = new Unsent(5);
  unsent.keep(pending("wall 2 → 3"));
  unsent.keep(null);
  expect(unsent.left()).toBeNull();
});

test("a browser whose room is full goes on", () => {
  const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  expect(() => new Unsent(5).keep(pending("wall 2 → 3"))).not.toThrow();
  full.mockRestore();
});
