// @vitest-environment jsdom
/** What is read aloud does not move under a cursor, nor under a pointer on its way. */
import { flushSync } from "svelte";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { settled } from "./settled.svelte";

let newest = $state("first");
let aloud: { current: string; left: () => void };
let line: HTMLElement;
let end: () => void;

beforeEach(() => {
  vi.useFakeTimers();
  vi.advanceTimersByTime(10_000);
  newest = "first";
  document.body.innerHTML = '<p><input /></p><button type="button">beside</button>';
  line = document.querySelector("p")!;
  end = $effect.root(() => {
    aloud = settled(
      () => newest,
      () => line,
    );
  });
  flushSync();
});
afterEach(() => {
  end();
  vi.useRealTimers();
});

const told = (words: string) => {
  newest = words;
  flushSync();
};
const pointer = () => dispatchEvent(new Event("pointermove"));

test("it follows at once where nobody is at it", () => {
  told("second");
  expect(aloud.current).toBe("second");
});

test("it waits until the pointer has rested, however long that moves", () => {
  pointer();
  told("second");
  for (let beat = 0; beat < 10; beat++) {
    vi.advanceTimersByTime(200);
    pointer();
    expect(aloud.current).toBe("first");
  }
  vi.advanceTimersByTime(299);
  expect(aloud.current).toBe("first");
  vi.advanceTimersByTime(1);
  expect(aloud.current).toBe("second");
});

test("a field that is typed in is not moved when the pointer rests, but when it is left", () => {
  line.querySelector("input")!.focus();
  told("second");
  pointer();
  vi.advanceTimersByTime(1000);
  expect(aloud.current).toBe("first");
  document.querySelector("button")!.focus();
  aloud.left();
  vi.advanceTimersByTime(20);
  expect(aloud.current).toBe("second");
});

test("what had nothing to wait for is left alone", () => {
  const seen: string[] = [];
  const ends = $effect.root(() => {
    $effect(() => {
      seen.push(aloud.current);
    });
  });
  flushSync();
  pointer();
  vi.advanceTimersByTime(1000);
  flushSync();
  expect(seen).toEqual(["first"]);
  ends();
});
