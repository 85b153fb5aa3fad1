// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { address, Refused, server, Unreachable, whenSignedOut } from "./client";

const fetched = vi.fn<(request: Request) => Promise<Response>>();
beforeEach(() => {
  vi.stubGlobal("fetch", fetched);
  fetched.mockReset();
});
afterEach(() => vi.unstubAllGlobals());
const asked = (nth = 0) => fetched.mock.calls[nth]![0];
const says = (what: unknown, status = 200) =>
  fetched.mockResolvedValue(Response.json(what, { status }));

describe("what is asked", () => {
  it("goes where the description says, its values in place and encoded", async () => {
    says({});
    await server.motion(7, "lid on/off");
    expect(new URL(asked().url).pathname).toBe("/api/projects/7/fits/lid%20on%2Foff/motion");
    expect(asked().method).toBe("GET");
  });
  it("carries its query, several of one name too", async () => {
    says([]);
    await server.variants(7, [1, 2], [30]);
    expect(new URL(asked().url).search).toBe("?version=1&version=2&other=30");
  });
  it("says which page asks, always the same one; a change brings the token", async () => {
    document.cookie = "csrftoken=abc123";
    fetched.mockImplementation(async () => Response.json([]));
    await server.shelf();
    await server.makeCopy();
    expect(asked(0).headers.get("X-Page")).toMatch(/\w+-\w+/);
    expect(asked(1).headers.get("X-Page")).toBe(asked(0).headers.get("X-Page"));
    expect(asked(0).headers.get("X-CSRFToken")).toBeNull();
    expect(asked(1).headers.get("X-CSRFToken")).toBe("abc123");
  });
  it("as JSON, or a file as a form", async () => {
    fetched.mockImplementation(async () => Response.json({}));
    await server.breakEven(1, 2, 3);
    expect(await asked(0).json()).toEqual({ lasting: 1, throwaway: 2, each_use: 3 });
    await server.bringMesh(new File(["solid"], "box.stl"), "in", true);
    const form = await asked(1).formData();
    expect([form.get("units"), form.get("mend")]).toEqual(["in", "true"]);
    expect(form.get("file")).toBeTypeOf("object");
  });
});

describe("what is answered", () => {
  it("is told", async () => {
    says([{ id: 3 }]);
    expect(await server.shelf()).toEqual([{ id: 3 }]);
  });
  it("nothing is told as nothing", async () => {
    fetched.mockResolvedValue(new Response(null, { status: 204 }));
    expect(await server.remove(7)).toBeUndefined();
  });
  it("a refusal is told in the workshop's own words, with what would work and where", async () => {
    says({ message: "too wide", remedy: "200 mm", version: 4, where: "measures.wide" }, 422);
    const refusal = await server.shelf().catch((problem: unknown) => problem);
    expect(refusal).toBeInstanceOf(Refused);
    expect(refusal).toMatchObject({
      status: 422,
      message: "too wide",
      remedy: "200 mm",
      version: 4,
      where: "measures.wide",
    });
  });
  it.each([
    ["no JSON", new Response("<h1>Bad gateway</h1>", { status: 502 })],
    ["nothing", new Response("", { status: 502 })],
  ])("a refusal that is %s is one all the same", async (_, answer) => {
    fetched.mockResolvedValue(answer);
    await expect(server.shelf()).rejects.toMatchObject({
      status: 502,
      message: "the workshop could not do this (502)",
    });
  });
  it("cut short is no answer", async () => {
    fetched.mockResolvedValue(new Response('[{"id": 3', { status: 200 }));
    await expect(server.shelf()).rejects.toBeInstanceOf(Unreachable);
  });
  it("none at all is told as such", async () => {
    fetched.mockRejectedValue(new TypeError("failed to fetch"));
    await expect(server.shelf()).rejects.toBeInstanceOf(Unreachable);
  });
  it("given up by the page is no trouble of the workshop's", async () => {
    const abort = new AbortController();
    fetched.mockImplementation(async (request) => {
      abort.abort();
      throw request.signal.reason;
    });
    const given = server.motion(7, "f", abort.signal);
    await expect(given).rejects.not.toBeInstanceOf(Unreachable);
  });
});

describe("who is not signed in", () => {
  const out = vi.fn();
  beforeEach(() => {
    out.mockReset();
    whenSignedOut(out);
  });
  it("is led to the door", async () => {
    says({ message: "sign in first" }, 401);
    await expect(server.shelf()).rejects.toBeInstanceOf(Refused);
    expect(out).toHaveBeenCalledOnce();
  });
  it("but not while signing in: that was a wrong password", async () => {
    says({ message: "wrong" }, 401);
    await expect(server.signIn("ann", "no")).rejects.toThrow("wrong");
    expect(out).not.toHaveBeenCalled();
  });
});

describe("the catalogue", () => {
  it("is asked for once, and once more where it did not come", async () => {
    says({ message: "busy" }, 503);
    await expect(server.catalogue()).rejects.toThrow("busy");
    fetched.mockImplementation(async () => Response.json({ steps: [] }));
    expect(await server.catalogue()).toEqual({ steps: [] });
    await server.catalogue();
    expect(fetched).toHaveBeenCalledTimes(2);
  });
});

describe("the stages of a build", () => {
  const streamed = (...pieces: string[]) =>
    new Response(
      new ReadableStream<Uint8Array>({
        start(out) {
          for (const piece of pieces) out.enqueue(new TextEncoder().encode(piece));
          out.close();
        },
      }),
    );
  const heard = async (answer: Response) => {
    fetched.mockResolvedValue(answer);
    const found: unknown[] = [];
    for await (const stage of server.built(7, 2, 1, new AbortController().signal))
      found.push(stage);
    return found;
  };

  it("come a line each, however they are cut on the way", async () => {
    const found = await heard(
      streamed('{"stage":"sol', 'ids"}\n{"stage":"check"}\n', '{"stage":"proof"}\n'),
    );
    expect(found).toEqual([{ stage: "solids" }, { stage: "check" }, { stage: "proof" }]);
    expect(new URL(asked().url).search).toBe("?version=2&since=1");
  });
  it("a letter cut in two is put together", async () => {
    const bytes = new TextEncoder().encode('{"stage":"größe"}\n');
    fetched.mockResolvedValue(
      new Response(
        new ReadableStream<Uint8Array>({
          start(out) {
            for (const byte of bytes) out.enqueue(new Uint8Array([byte]));
            out.close();
          },
        }),
      ),
    );
    const stages = server.built(7, 2, 1, new AbortController().signal);
    expect((await stages.next()).value).toEqual({ stage: "größe" });
  });
  it("a refusal instead of stages is one", async () => {
    await expect(heard(Response.json({ message: "too large" }, { status: 422 }))).rejects.toThrow(
      "too large",
    );
  });
});

it("addresses that a link leads to are encoded", () => {
  expect(address.export(7, "left half", "3mf")).toBe("/api/projects/7/export/left%20half/3mf");
  expect(address.outline(7, "parts.a.steps.b", "svg")).toBe(
    "/api/projects/7/outlines/parts.a.steps.b.svg",
  );
  expect(address.picture(7, 3)).toBe("/api/projects/7/picture?v=3");
  expect(address.copy("a&b.zip")).toBe("/api/copies/a%26b.zip");
});
