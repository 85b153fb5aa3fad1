// @vitest-environment jsdom
/** What is drawn at once of a change: whose it is, and when it gives way. */
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { server, type Document, type Report, type SketchView } from "../api/client";
import { made, report } from "../testing/made";
import { Workshop } from "../testing/workshop";
import { Sketch } from "./sketch.svelte";

type Part = Report["parts"][number];
type Coarse = SketchView["parts"][number];
const part = (key: string) => ({ name: "lid", key, steps: [] }) as Partial<Part> as Part;
const coarse = (key: string) =>
  ({ name: "lid", key, faces: [], held: {} }) as Partial<Coarse> as Coarse;

let workshop: Workshop;
let shown: { document: Document; report: Report };
let sketch: Sketch;
const changed = () => (shown.document = made({ notes: String(Math.random()) }));
const key = () => sketch.drawn?.parts[0]?.key;

beforeEach(() => {
  workshop = new Workshop();
  vi.stubGlobal("fetch", workshop.fetch);
  shown = { document: made(), report: report({ parts: [part("fine")] }) };
  sketch = new Sketch(() => shown, server.sketch);
  workshop.sketch = { parts: [coarse("coarse 1")], fits: [] };
});
afterEach(() => vi.unstubAllGlobals());

test("a change is drawn from coarse solids until it is proved", async () => {
  const document = changed();
  await sketch.draw(document);
  expect(key()).toBe("coarse 1");
  sketch.proved(document);
  expect(sketch.drawn).toBeNull();
});

test("a part that looks as it did when it was proved keeps its fine solid", async () => {
  const document = changed();
  await sketch.draw(document);
  sketch.proved(document);
  await sketch.draw(changed());
  expect(key()).toBe("fine");
  workshop.sketch = { parts: [coarse("coarse 2")], fits: [] };
  await sketch.draw(changed());
  expect(key()).toBe("coarse 2");
});

test("screws that look as they did keep their fine solids, others are drawn coarse", async () => {
  const things = (key: string) => [{ of: "screws" as const, key, long_mm: 8 }];
  const fit = (key: string) => ({ name: "f", pose: [], things: things(key) });
  const fine = fit("fine") as Partial<Report["fits"][number]> as Report["fits"][number];
  shown.report = report({ parts: [part("fine")], fits: [fine] });
  const drawn = () => sketch.drawn?.fits[0]?.things[0]?.key;
  const sketched = (key: string) =>
    (workshop.sketch = { parts: [coarse("coarse 1")], fits: [fit(key)] });
  sketched("coarse");
  const document = changed();
  await sketch.draw(document);
  expect(drawn()).toBe("coarse");
  sketch.proved(document);
  await sketch.draw(changed());
  expect(drawn()).toBe("fine");
  sketched("coarse 2");
  await sketch.draw(changed());
  expect(drawn()).toBe("coarse 2");
});

test("after another document was opened nothing is known of how it looked", async () => {
  const document = changed();
  await sketch.draw(document);
  sketch.proved(document);
  sketch.forget();
  await sketch.draw(changed());
  expect(key()).toBe("coarse 1");
});

test("a sketch of what is no longer the newest is not drawn", async () => {
  const older = changed();
  changed();
  await sketch.draw(older);
  expect(sketch.drawn).toBeNull();
});

test("a sketch that comes after the document's own solids is not drawn over them", async () => {
  const document = changed();
  const own = report({ parts: [part("its own")] });
  sketch.built(document, own);
  await sketch.draw(document);
  expect(key()).toBe("its own");
});

test("where there is nothing to read meanwhile its solids are the report's", async () => {
  sketch.built(shown.document, null);
  expect(sketch.drawn).toBeNull();
});

test("a workshop that cannot sketch leaves what is drawn", async () => {
  await sketch.draw(changed());
  workshop.fail(/sketch/, "silence");
  await sketch.draw(changed());
  expect(key()).toBe("coarse 1");
});

test("solids that were built ahead come before the sketch, and nothing coarse is drawn", async () => {
  const document = changed();
  const drawing = sketch.draw(document);
  sketch.built(document, report({ parts: [part("fine 2")] }));
  await drawing;
  expect(key()).toBe("fine 2");
  // what is coarse of it is known all the same: what looks as it did keeps its fine solid
  sketch.proved(document);
  await sketch.draw(changed());
  expect(key()).toBe("fine");
});

test("a sketch that comes after the proof is not drawn, and tells later what looks the same", async () => {
  const document = changed();
  const drawing = sketch.draw(document);
  sketch.proved(document);
  await drawing;
  expect(sketch.drawn).toBeNull();
  await sketch.draw(changed());
  expect(key()).toBe("fine");
});
