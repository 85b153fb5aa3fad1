// @vitest-environment jsdom
/** Small things that every page has: keys, the theme, what was thrown away, what is half typed. */
import { flushSync, mount, unmount } from "svelte";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Refused } from "../api/client";
import { drafts } from "../field/drafts";
import { duration, rings, settle } from "../print/slicing";
import { Action } from "./action.svelte";
import { below } from "./normal";
import { INK, SHAPE, WORD } from "./severity";
import { shortcuts } from "./shortcuts.svelte";
import { Struck } from "./struck.svelte";
import { theme } from "./theme.svelte";
import Trouble from "./Trouble.svelte";
import Views from "./Views.svelte";

describe("a key", () => {
  const act = vi.fn();
  let off: () => void;
  beforeEach(() => {
    act.mockReset();
    off = shortcuts.on("/", act);
  });
  afterEach(() => {
    off();
    shortcuts.set(false);
    document.body.innerHTML = "";
  });
  const press = (key: string, at: Element = document.body, more: KeyboardEventInit = {}) => {
    const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more });
    at.dispatchEvent(event);
    return event.defaultPrevented;
  };
  const element = (html: string) => {
    document.body.innerHTML = html;
    return document.body.firstElementChild!;
  };

  it("does what it stands for", () => {
    expect(press("/")).toBe(true);
    expect(act).toHaveBeenCalledOnce();
  });
  it("typed into a field is a letter", () => {
    for (const html of ["<input>", "<textarea></textarea>", '<div role="combobox"></div>'])
      expect(press("/", element(html))).toBe(false);
    expect(act).not.toHaveBeenCalled();
  });
  it("held with another is the browser's", () => {
    expect(press("/", document.body, { ctrlKey: true })).toBe(false);
    expect(press("/", document.body, { metaKey: true })).toBe(false);
  });
  it("while something is open belongs to that", () => {
    element('<div role="dialog"></div>');
    expect(press("/")).toBe(false);
  });
  it("while that closes is the page's again", () => {
    const found = element(
      '<div role="dialog" data-state="closed"><input /><div role="listbox"></div></div>',
    );
    expect([press("/"), press("/", found.firstElementChild!)]).toEqual([true, true]);
  });
  it("switched off does nothing, but Escape leads back; it is remembered", () => {
    const back = vi.fn();
    const offBack = shortcuts.on("Escape", back);
    shortcuts.set(true);
    expect([press("/"), press("Escape")]).toEqual([false, true]);
    expect([act.mock.calls.length, back.mock.calls.length]).toEqual([0, 1]);
    expect(localStorage.getItem("shortcuts-off")).toBe("yes");
    offBack();
  });
  it("taken by a newer view is given back to nobody by the older", () => {
    const newer = vi.fn();
    const offNewer = shortcuts.on("/", newer);
    off();
    press("/");
    expect(newer).toHaveBeenCalledOnce();
    offNewer();
    expect(press("/")).toBe(false);
  });
});

it("day and night are chosen, shown and kept", () => {
  const before = theme.night;
  theme.toggle();
  expect([theme.night, document.documentElement.dataset.theme]).toEqual([
    !before,
    before ? "day" : "night",
  ]);
  expect(localStorage.getItem("theme")).toBe(before ? "day" : "night");
  theme.toggle();
});

describe("what was thrown away", () => {
  afterEach(() => vi.unstubAllGlobals());
  it("comes back with one press, and is not offered twice", async () => {
    const asked: string[] = [];
    vi.stubGlobal("fetch", async (request: Request) => {
      asked.push(`${request.method} ${new URL(request.url).pathname}`);
      return new Response(null, { status: 204 });
    });
    const struck = new Struck();
    await struck.back();
    struck.told("print", 4, "the print of the tin");
    await struck.back();
    await struck.back();
    expect(asked).toEqual(["POST /api/bin/print/4/back"]);
    expect(struck.last).toBeNull();
  });
  it("that does not come back is offered still", async () => {
    vi.stubGlobal("fetch", async () => Response.json({ message: "gone" }, { status: 404 }));
    const struck = new Struck();
    struck.told("result", 1, "a result");
    await expect(struck.back()).rejects.toBeInstanceOf(Refused);
    expect(struck.last?.id).toBe(1);
  });
});

describe("what is half typed", () => {
  afterEach(() => sessionStorage.clear());
  it("is kept for its field and page, and dropped by no other", () => {
    drafts.keep("measures.wide", "8");
    expect([drafts.of("measures.wide"), drafts.of("measures.tall")]).toEqual(["8", null]);
    drafts.drop("measures.tall");
    expect(drafts.of("measures.wide")).toBe("8");
    drafts.drop("measures.wide");
    expect(drafts.of("measures.wide")).toBeNull();
  });
  it("that another program left there is nothing", () => {
    sessionStorage.setItem(`typing${location.pathname}`, "{half");
    expect(drafts.of("measures.wide")).toBeNull();
  });
});

describe("settings of the estimate", () => {
  const setting = { name: "walls", label: "walls", low: 1, high: 8, unit: "lines", whole: true };
  const change = vi.fn();
  const set = (text: string, more = {}) =>
    settle({ change } as never, { ...setting, optional: false, ...more } as never, text);
  beforeEach(() => change.mockReset());
  it.each([
    ["", "a number is wanted"],
    ["three", "'three' is no number"],
    ["0", "from 1 to 8 lines"],
    ["9", "from 1 to 8 lines"],
    ["2.5", "a whole number"],
  ])("%j is refused: %s", (text, why) => {
    expect(set(text)).toBe(why);
    expect(change).not.toHaveBeenCalled();
  });
  it.each([
    ["3", 3],
    ["8", 8],
    ["1,0", 1],
  ])("%j is kept", (text, value) => {
    expect(set(text)).toBeUndefined();
    const document = { process: { slicing: {} } };
    change.mock.calls[0]![1](document);
    expect(document.process.slicing).toEqual({ walls: value });
  });
  it("one that may be left out is", () => expect(set(" ", { optional: true })).toBeUndefined());
});

it.each([
  [10, "1 min"],
  [3540, "59 min"],
  [3600, "1 h 00"],
  [9000, "2 h 30"],
])("%i seconds are %s", (seconds, told) => expect(duration(seconds)).toBe(told));

it("rings are drawn closed, y running down", () =>
  expect(
    rings([
      [
        [0, 0],
        [10, 0],
        [10, 5],
      ],
    ]),
  ).toBe("M0.000 0.000L10.000 0.000L10.000 -5.000Z"));

describe("a normal spread", () => {
  // values of the standard normal distribution, to four places (any table of it)
  it.each([
    [0, 0.5],
    [1, 0.8413],
    [-1, 0.1587],
    [1.96, 0.975],
    [-2.5758, 0.005],
    [3, 0.9987],
  ])("below %f lies %f", (z, share) => {
    expect(below(z, 0, 1)).toBeCloseTo(share, 4);
    expect(below(10 + 2 * z, 10, 2)).toBeCloseTo(share, 4);
  });
});

it("severities differ in shape and word, not in colour alone", () => {
  for (const told of [SHAPE, WORD, INK]) expect(new Set(Object.values(told)).size).toBe(4);
});

describe("drawn", () => {
  it("a trouble is told aloud and can be closed", async () => {
    const action = new Action();
    const made = mount(Trouble, { target: document.body, props: { of: action } });
    flushSync();
    expect(document.querySelector("[role=alert]")).toBeNull();
    await action.run(() => Promise.reject(new Refused(422, "too wide", null, null)));
    flushSync();
    const alert = document.querySelector("[role=alert]")!;
    expect(alert.textContent).toContain("too wide");
    alert.querySelector("button")!.click();
    flushSync();
    expect(document.querySelector("[role=alert]")).toBeNull();
    await unmount(made);
  });
  it("views are a group of which one is chosen", async () => {
    const onset = vi.fn();
    const options = [
      { value: "whole", words: "whole" },
      { value: "cut", words: "cut" },
    ];
    const props = { value: "whole", options, label: "how it is seen", onset };
    const made = mount(Views, { target: document.body, props });
    flushSync();
    const group = document.querySelector('[role=radiogroup][aria-label="how it is seen"]')!;
    const [whole, cut] = [...group.querySelectorAll<HTMLElement>("[role=radio]")];
    expect([whole!, cut!].map((one) => one.getAttribute("aria-checked"))).toEqual([
      "true",
      "false",
    ]);
    cut!.click();
    flushSync();
    expect(onset).toHaveBeenCalledWith("cut");
    await unmount(made);
  });
});
