// @vitest-environment jsdom
/** What is pressed on the stage: measured, moved, asked for. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { FitView, MotionReport } from "../api/client";
import { made } from "../testing/made";
import { measuring, pressedThing } from "./measuring.svelte";
import { Moving, nearestOn } from "./moving.svelte";
import { pointing } from "./pointing.svelte";
import type { Touch } from "./scene";

const settle = () => new Promise((done) => setTimeout(done));
const place = (step: string, face: string) => ({ step, face, place: `${step}.${face}` });
const touch = (more: Partial<Touch> = {}): Touch =>
  ({
    part: "lid",
    ...place("wall_2", "top"),
    edge: null,
    corner: null,
    around: [],
    ...more,
  }) as never;

describe("a thing pressed", () => {
  it.each([
    [{}, "lid: wall_2.top", "Lid, top of wall 2"],
    [
      { edge: place("rim", "in") },
      "lid: wall_2.top | rim.in",
      "Lid, edge of top of wall 2 and in of rim",
    ],
    [
      { edge: place("rim", "in"), corner: place("wall_2", "left") },
      "lid: wall_2.top | rim.in | wall_2.left",
      "Lid, corner of top of wall 2 and in of rim and left of wall 2",
    ],
    [{ at: [0.25, 0.5004, 1] }, "lid: wall_2.top near 0.25 0.5004 1", "Lid, top of wall 2"],
    [
      { at: [0, 1e-9, 0.3333333], edge: place("rim", "in") },
      "lid: wall_2.top | rim.in near 0 0 0.3333",
      "Lid, edge of top of wall 2 and in of rim",
    ],
  ] as [Partial<Touch>, string, string][])("%j is told as %s", (more, told, words) =>
    expect(pressedThing(touch(more), "Lid")).toEqual({ part: "lid", told, words }),
  );
});

describe("measuring", () => {
  let answers: (() => Response)[];
  const asked: string[][] = [];
  beforeEach(() => {
    asked.length = 0;
    answers = [];
    vi.stubGlobal("fetch", async (request: Request) => {
      asked.push((await request.json()).of);
      return (answers.shift() ?? (() => Response.json([{ reads: "apart", value: 4 }])))();
    });
    measuring.begin();
  });
  afterEach(() => {
    measuring.stop();
    vi.unstubAllGlobals();
  });
  const press = (face: string) =>
    measuring.press(pressedThing(touch(place("wall", face)), "Lid"), made());

  it("reads one thing, then two; a third begins anew", async () => {
    press("top");
    press("left");
    press("front");
    await settle();
    expect(asked).toEqual([
      ["lid: wall.top"],
      ["lid: wall.top", "lid: wall.left"],
      ["lid: wall.front"],
    ]);
    await vi.waitFor(() => expect(measuring.reads).toEqual([{ reads: "apart", value: 4 }]));
    expect(measuring.things).toHaveLength(1);
  });

  it("what is refused is said, and nothing is read", async () => {
    answers = [() => Response.json({ message: "no such face" }, { status: 422 })];
    press("top");
    await vi.waitFor(() => expect(measuring.trouble).toBe("no such face"));
    expect(measuring.reads).toEqual([]);
  });

  it("what comes after it was cleared is not shown", async () => {
    press("top");
    measuring.clear();
    await settle();
    expect([measuring.reads, measuring.things, measuring.trouble]).toEqual([[], [], ""]);
  });

  it("stopped asks for nothing more", async () => {
    measuring.stop();
    await measuring.read(made());
    expect([measuring.on, asked]).toEqual([false, []]);
  });
});

describe("a fit that is moved", () => {
  const motion = (way: string, unit: string, poses: number[]) =>
    ({
      motion: { way, unit },
      poses: poses.map((at) => ({ at, pose: [] })),
    }) as unknown as MotionReport;
  const fit = { name: "turns" } as FitView;
  let answer: Response;
  beforeEach(() => vi.stubGlobal("fetch", async () => answer));
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
  const loaded = async (report: MotionReport) => {
    const moving = new Moving();
    answer = Response.json(report);
    moving.load(7, fit);
    await vi.waitFor(() => expect(moving.tried).not.toBeNull());
    return moving;
  };

  it.each([
    ["turn", "°", 44.6, "mm", "45°"],
    ["slide", "mm", 12.345, "mm", "12.35 mm"],
    ["slide", "mm", 12.7, "in", "0.5 in"],
    ["track", "mm", 0.5, "mm", "50 % of the way"],
  ] as const)("a %s in %s at %f in %s: %s", async (way, unit, at, units, words) => {
    const moving = await loaded(motion(way, unit, [at]));
    expect(moving.words(units)).toBe(words);
  });

  it("goes round by itself until it is set by hand", async () => {
    const moving = await loaded(motion("turn", "°", [0, 10, 20]));
    vi.useFakeTimers();
    moving.playing = true;
    const stop = moving.run()!;
    vi.advanceTimersByTime(90 * 4);
    expect(moving.at).toBe(1);
    stop();
    moving.set(2);
    expect([moving.at, moving.playing, moving.run()]).toEqual([2, false, undefined]);
    expect(moving.pose?.at).toBe(20);
  });

  it("that cannot be moved says why; one that was left says nothing", async () => {
    const moving = new Moving();
    answer = Response.json({ message: "it is held" }, { status: 422 });
    moving.load(7, fit);
    await vi.waitFor(() => expect(moving.trouble).toBe("it is held"));
    moving.load(7, fit)();
    await settle();
    expect([moving.trouble, moving.words("mm")]).toEqual(["", ""]);
  });
});

describe("the place on the way nearest the finger", () => {
  const way = Array.from({ length: 13 }, (_, x) => ({ x: 10 * x, y: 0 }));
  it.each([
    [{ x: 31, y: 5 }, 2, 3],
    [{ x: 120, y: 0 }, 2, 5], // not far from where it is now
    [{ x: -50, y: 0 }, 1, 0],
  ])("%j from %i is %i", (to, now, at) => expect(nearestOn(way, to, now)).toBe(at));
  it("what cannot be seen is passed over", () => {
    const half = way.map((spot, at) => (at === 3 ? null : spot));
    expect(nearestOn(half, { x: 30, y: 0 }, 3)).toBe(2);
  });
});

describe("what is to be pressed next", () => {
  afterEach(() => pointing.stop());
  it("nobody asked for is not taken", () => expect(pointing.give(touch())).toBe(false));
  it("is taken once", () => {
    const take = vi.fn(() => "");
    pointing.ask({ words: "on which face", take });
    expect(pointing.give(touch())).toBe(true);
    expect(pointing.asked).toBeNull();
    expect(take).toHaveBeenCalledOnce();
  });
  it("that will not do says why, and is asked for still", () => {
    pointing.ask({ words: "on which face", take: () => "that is no face" });
    expect(pointing.give(touch())).toBe(true);
    expect([pointing.trouble, pointing.asked?.words]).toEqual(["that is no face", "on which face"]);
  });
});
