import { describe, expect, it } from "vitest";
import { Nudges } from "./nudging";

/** A text that is one number, drawn some time after it was written. */
function drawn(late: number) {
  let text = 40;
  let view = 40;
  const newest = async () => {
    while (view !== text) await new Promise((done) => setTimeout(done, 1));
    return view;
  };
  const moved: number[] = [];
  const nudges = new Nudges(newest, (from, handle, dx) => {
    moved.push(handle);
    text = from + dx;
    setTimeout(() => (view = text), late);
  });
  return { nudges, moved, now: () => text };
}

const rest = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe("a point moved from the keyboard", () => {
  it("loses no key that comes before the drawing of the last", async () => {
    const { nudges, now } = drawn(20);
    const done = [];
    for (let pressed = 0; pressed < 7; pressed++) {
      done.push(nudges.add(0, 1, 0, false));
      await rest(4);
    }
    await Promise.all(done);
    expect(now()).toBe(47);
  });

  it("goes on together where they come at once", async () => {
    const { nudges, moved, now } = drawn(5);
    await nudges.add(0, 1, 0, false);
    await Promise.all([nudges.add(0, 1, 0, false), nudges.add(0, 1, 0, false)]);
    expect(now()).toBe(43);
    expect(moved).toEqual([0, 0]);
  });

  it("moves two points one after the other", async () => {
    const { nudges, moved, now } = drawn(5);
    await Promise.all([nudges.add(0, 1, 0, false), nudges.add(1, 1, 0, false)]);
    expect(moved).toEqual([0, 1]);
    expect(now()).toBe(42);
  });

  it("by whole steps and by fine ones one after the other, as each is rounded by itself", async () => {
    const { nudges, moved, now } = drawn(5);
    await Promise.all([nudges.add(0, 1, 0, false), nudges.add(0, 0.5, 0, true)]);
    expect(moved).toEqual([0, 0]);
    expect(now()).toBe(41.5);
  });

  it("moves nothing where no drawing comes, and the next all the same", async () => {
    let there = false;
    const moved: number[] = [];
    const nudges = new Nudges(
      () => Promise.resolve(there ? "drawn" : null),
      (_, __, dx) => moved.push(dx),
    );
    await nudges.add(0, 1, 0, false);
    expect(moved).toEqual([]);
    there = true;
    await nudges.add(0, 2, 0, false);
    expect(moved).toEqual([2]);
  });
});
