// @vitest-environment jsdom
import { describe, expect, it, vi } from "vitest";
import { Refused, Unreachable } from "../api/client";
import { Action, told } from "./action.svelte";

/** Something that is answered when the test says so. */
function later<T>() {
  let yes: (found: T) => void = () => {};
  let no: (problem: unknown) => void = () => {};
  const work = () =>
    new Promise<T>((done, fail) => {
      yes = done;
      no = fail;
    });
  return { work, yes: (found: T) => yes(found), no: (problem: unknown) => no(problem) };
}
const settle = () => new Promise((done) => setTimeout(done));

describe("what is run", () => {
  it("is under way, then done", async () => {
    const [action, asked] = [new Action(), later<number>()];
    const running = action.run(asked.work);
    expect(action.busy).toBe(true);
    asked.yes(3);
    expect(await running).toBe(3);
    expect([action.busy, action.trouble]).toEqual([false, ""]);
  });
  it("refused says why, with what would work, until it is tried again", async () => {
    const action = new Action();
    const no = new Refused(422, "too wide", "200 mm", null);
    expect(await action.run(() => Promise.reject(no))).toBeNull();
    expect([action.busy, action.trouble]).toEqual([false, "too wide; 200 mm"]);
    await action.run(() => Promise.resolve(1));
    expect(action.trouble).toBe("");
  });
  it("twice at once is under way until the newer has ended", async () => {
    const [action, older, newer] = [new Action(), later<number>(), later<number>()];
    const first = action.run(older.work);
    const second = action.run(newer.work);
    older.yes(1);
    await first;
    expect(action.busy).toBe(true);
    newer.yes(2);
    await second;
    expect(action.busy).toBe(false);
  });
});

describe("what is shown", () => {
  it("is taken when it comes", async () => {
    const [action, asked, take] = [new Action(), later<number>(), vi.fn()];
    action.show(asked.work, take);
    asked.yes(4);
    await settle();
    expect(take).toHaveBeenCalledExactlyOnceWith(4);
    expect(action.busy).toBe(false);
  });
  it("overtaken by something newer is not", async () => {
    const [action, older, newer, take] = [new Action(), later<number>(), later<number>(), vi.fn()];
    action.show(older.work, take);
    action.show(newer.work, take);
    newer.yes(2);
    await settle();
    older.yes(1);
    await settle();
    expect(take.mock.calls).toEqual([[2]]);
  });
  it("that nobody waits for any more is neither taken nor told", async () => {
    const [action, asked, take] = [new Action(), later<number>(), vi.fn()];
    action.show(asked.work, take)();
    asked.no(new Unreachable("gone"));
    await settle();
    expect([take.mock.calls.length, action.trouble]).toEqual([0, ""]);
  });
  it("refused says why", async () => {
    const [action, asked] = [new Action(), later<number>()];
    action.show(asked.work, () => {});
    asked.no(new Refused(404, "no such part", null, null));
    await settle();
    expect([action.busy, action.trouble]).toEqual([false, "no such part"]);
  });
});

it("no answer at all is told as such", () =>
  expect(told(new Unreachable("cut short"))).toBe("the workshop does not answer: is it running?"));
