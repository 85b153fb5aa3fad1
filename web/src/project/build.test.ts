// @vitest-environment jsdom
/** What a build comes to, as it comes. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Checked, FindingView, ReadingView } from "../api/client";
import { report } from "../testing/made";
import { Build } from "./build.svelte";

const encoder = new TextEncoder();
let lines: ReadableStreamDefaultController<Uint8Array>;
let tried: FindingView[] | null;
const asked: string[] = [];
let build: Build;
const heard = {
  solids: vi.fn(),
  proved: vi.fn(),
  cured: vi.fn(),
  unheard: vi.fn(),
};

beforeEach(() => {
  asked.length = 0;
  tried = null;
  build = new Build();
  for (const one of Object.values(heard)) one.mockReset();
  vi.stubGlobal("fetch", async (request: Request) => {
    const { pathname } = new URL(request.url);
    asked.push(`${request.method} ${pathname}`);
    if (pathname.endsWith("/tried")) return Response.json(tried);
    if (request.method === "DELETE") return new Response(null, { status: 204 });
    return new Response(
      new ReadableStream<Uint8Array>({
        start(control) {
          lines = control;
          request.signal.addEventListener("abort", () => control.error(request.signal.reason));
        },
      }),
    );
  });
});
afterEach(() => {
  build.drop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const told = (what: unknown) => lines.enqueue(encoder.encode(`${JSON.stringify(what)}\n`));
const until = (seen: () => void) => vi.waitFor(seen, { timeout: 4000, interval: 5 });
const begun = async () => {
  const running = build.run(7, 2, 1, heard);
  await until(() => expect(asked).toContain("GET /api/projects/7/built"));
  return running;
};
const finding = (check: string, severity: FindingView["severity"], message = "") =>
  ({ check, severity, message }) as FindingView;
const reading = (name: string, place: number) => ({ name, place }) as ReadingView;
const check = (name: string, findings: FindingView[], readings: ReadingView[] = []) =>
  ({ stage: "check", check: name, findings, readings }) as Checked;

describe("opened with its proof at hand", () => {
  it("only what would cure it is tried, at once where findings are read", async () => {
    tried = [finding("wall", "warning", "cured")];
    build.want(true);
    build.cure(7, 2, [finding("wall", "warning"), finding("bed", "good")], heard.cured);
    expect(build.trying).toBe(true);
    await until(() => expect(heard.cured).toHaveBeenCalledWith(tried));
    expect(asked).toEqual(["GET /api/projects/7/tried"]);
    await until(() => expect(build.trying).toBe(false));
  });

  it("nothing is tried where all is good, or once something newer is built", async () => {
    build.want(true);
    build.cure(7, 2, [finding("bed", "good")], heard.cured);
    expect([asked, build.trying]).toEqual([[], false]);
    build.want(false);
    build.cure(7, 2, [finding("wall", "stop")], heard.cured);
    void begun();
    await until(() => expect(asked).toEqual(["GET /api/projects/7/built"]));
    expect(build.trying).toBe(false);
  });
});

describe("stages", () => {
  it("come one after the other: solids, checks, the proof", async () => {
    const running = build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    expect([build.on, build.solid]).toEqual([true, false]);
    told({ stage: "solids", report: report({ title: "solids" }) });
    await until(() => expect(heard.solids).toHaveBeenCalledOnce());
    await until(() => expect(build.solid).toBe(true));
    told(check("wall", [finding("wall", "warning")], [reading("walls", 1)]));
    await until(() => expect(build.ended).toHaveLength(1));
    told({ stage: "proof", report: report({ title: "proof" }), consequences: [{ what: "a" }] });
    lines.close();
    await running;
    expect(heard.proved.mock.calls[0]![0].title).toBe("proof");
    expect(heard.proved.mock.calls[0]![1]).toEqual([{ what: "a" }]);
    expect([build.on, build.ended.length, build.unbuilt]).toEqual([false, 0, ""]);
  });

  it("begin with the solids again for what is newer", async () => {
    void begun();
    await until(() => expect(asked).toHaveLength(1));
    told({ stage: "solids", report: report() });
    await until(() => expect(build.solid).toBe(true));
    void build.run(7, 3, 2, heard);
    expect([build.on, build.solid]).toEqual([true, false]);
  });

  it("cut short without a proof: it was stopped", async () => {
    const running = build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    lines.close();
    await running;
    expect(build.unbuilt).toBe("building was stopped");
  });

  it("that meet a limit say which, and what would work", async () => {
    const running = build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    told({ message: "more than 60 s", remedy: "fewer copies" });
    lines.close();
    await running;
    expect(build.unbuilt).toBe("more than 60 s; fewer copies");
  });

  it("of something older are not heard once something newer is on its way", async () => {
    void build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    const older = lines;
    void build.run(7, 3, 1, heard);
    await until(() => expect(asked).toHaveLength(2));
    expect(() => older.enqueue(encoder.encode("{}\n"))).toThrow();
    expect([heard.proved.mock.calls.length, build.unbuilt, build.on]).toEqual([0, "", true]);
  });

  it("not heard to the end are asked for once more", async () => {
    const running = build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    lines.error(new TypeError("network"));
    await running;
    expect(heard.unheard).toHaveBeenCalledOnce();
    expect(build.unbuilt).toBe("");
  });

  it("are counted in seconds while they take long", async () => {
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval", "Date"] });
    void build.run(7, 2, 1, heard);
    await vi.advanceTimersByTimeAsync(3600);
    expect(build.seconds).toBe(3);
    build.drop();
    expect(build.seconds).toBe(0);
  });
});

describe("remedies", () => {
  const proved = async (severity: FindingView["severity"]) => {
    const running = build.run(7, 2, 1, heard);
    await until(() => expect(asked).toHaveLength(1));
    told({
      stage: "proof",
      report: report({ findings: [finding("wall", severity)] }),
      consequences: [],
    });
    lines.close();
    await running;
  };

  it("are tried at once where findings are being read", async () => {
    tried = [finding("wall", "warning", "cured")];
    build.want(true);
    await proved("warning");
    await until(() => expect(heard.cured).toHaveBeenCalledWith(tried));
    expect(build.trying).toBe(false);
  });
  it("wait until it is quiet, or until findings are read", async () => {
    tried = [];
    await proved("warning");
    expect([build.trying, asked.length]).toEqual([true, 1]);
    build.want(true);
    await until(() => expect(heard.cured).toHaveBeenCalledOnce());
  });
  it("of something older are not tried any more", async () => {
    await proved("warning");
    build.drop();
    build.want(true);
    expect([build.trying, asked.length]).toEqual([false, 1]);
  });
  it("are not looked for where all is good", async () => {
    build.want(true);
    await proved("good");
    expect([build.trying, asked.length]).toEqual([false, 1]);
  });
});

describe("an older report with what is known of the newest", () => {
  const older = report({
    findings: [finding("wall", "stop"), finding("bed", "note", "old")],
    readings: [reading("walls", 2), reading("bed", 1)],
  });
  it("is as it was while nothing has come", () => expect(build.onto(older)).toBe(older));
  it("takes the ended checks' findings instead of its own, worst first, and their readings", () => {
    build.ended = [
      check(
        "wall",
        [finding("wall", "note", "new")],
        [{ ...reading("walls", 2), text: "2 mm" } as never],
      ),
    ];
    const shown = build.onto(older);
    expect(shown.findings.map((one) => [one.check, one.message])).toEqual([
      ["wall", "new"],
      ["bed", "old"],
    ]);
    expect(shown.readings.map((one) => one.name)).toEqual(["bed", "walls"]);
    expect(shown.readings[1]).toHaveProperty("text", "2 mm");
    expect([build.waits(older.readings[0]!), build.waits(older.readings[1]!)]).toEqual([
      false,
      true,
    ]);
  });
  it("a check that ended well takes its old finding away", () => {
    build.ended = [check("wall", [])];
    expect(build.onto(older).findings.map((one) => one.check)).toEqual(["bed"]);
  });
});

it("a build is stopped at the workshop's", async () => {
  void begun();
  await until(() => expect(asked).toHaveLength(1));
  build.stop(7);
  await until(() => expect(asked).toContain("DELETE /api/projects/7/built"));
});
