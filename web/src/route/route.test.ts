// @vitest-environment jsdom
import { describe, expect, it, vi } from "vitest";
import { address, inPlace, parseRoute } from "./route.svelte";

describe("an address", () => {
  it.each([
    ["/", { view: "shelf" }],
    ["/bench", { view: "bench" }],
    ["/logbook", { view: "logbook" }],
    ["/safekeeping", { view: "safekeeping" }],
    ["/join/a_B-9", { view: "join", token: "a_B-9" }],
    ["/read", { view: "read", room: "", kind: "" }],
    ["/read/steps/hull%20over", { view: "read", room: "steps", kind: "hull over" }],
    ["/p/7", { view: "desk", project: 7 }],
    ["/p/7/", { view: "desk", project: 7 }],
    ["/p/7/fit/lid%20on", { view: "fit", project: 7, fit: "lid on" }],
    ["/p/7/print", { view: "print", project: 7 }],
    ["/p/7/history", { view: "history", project: 7 }],
    ["/p/7/compare/", { view: "compare", project: 7 }],
    [
      "/p/7/outline/parts.tin.steps.wall",
      { view: "outline", project: 7, path: "parts.tin.steps.wall" },
    ],
    ["/p/x", { view: "lost" }],
    ["/p/7/nothing", { view: "lost" }],
    ["/elsewhere", { view: "lost" }],
  ])("%s", (path, found) => expect(parseRoute(path)).toEqual(found));
});

describe("a link", () => {
  const press = (more: MouseEventInit = {}) => {
    const link = Object.assign(document.createElement("a"), { href: "/bench" });
    const event = new MouseEvent("click", { cancelable: true, ...more });
    link.addEventListener("click", inPlace);
    link.dispatchEvent(event);
    return event;
  };

  it("pressed changes the view in place", () => {
    expect(press().defaultPrevented).toBe(true);
    expect(address.current).toEqual({ view: "bench" });
    expect(location.pathname).toBe("/bench");
  });

  it.each([{ ctrlKey: true }, { metaKey: true }, { shiftKey: true }, { button: 1 }])(
    "pressed with %j stays the browser's",
    (more) => expect(press(more).defaultPrevented).toBe(false),
  );

  it("is gone back from by the browser's own button", async () => {
    address.go("/");
    address.go("/logbook");
    history.back();
    await vi.waitFor(() => expect(address.current).toEqual({ view: "shelf" }));
  });
});
