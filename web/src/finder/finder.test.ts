import { describe, expect, it, vi } from "vitest";
import type { Catalogue } from "../api/client";
import { cannotEntries, fitEntries, stepEntries, type Entry } from "./entries";
import { Search } from "./search";

const entry = (title: string, also: string[][] = [], group: Entry["group"] = "step"): Entry => ({
  key: title,
  group,
  title,
  about: "",
  also,
  picture: "",
  act: () => {},
});
const ENTRIES = [
  entry("disc", [["round plate", "cylinder"], ["circle"]]),
  entry("hole", [["bore", "drill"]]),
  entry("hole field", [["perforation", "grid of holes"]]),
  entry("round edges", [["fillet", "round"]]),
  entry("screw thread", [["thread", "bolt"]]),
  entry("hinge", [["pin hinge", "pivot"]], "fit"),
  entry("wall of the tin", [], "measure"),
  entry("hole", [], "part"),
];
const search = new Search(ENTRIES);
const found = (typed: string) => search.of(typed).map((one) => one.title);

describe("what answers", () => {
  it("to nothing typed is everything as it stands", () => {
    expect(search.of("")).toEqual(ENTRIES);
    expect(search.of(" ?! ")).toEqual(ENTRIES);
  });
  it.each([
    ["bore", "hole"],
    ["fillet", "round edges"],
    ["FILLET", "round edges"],
    ["edges round", "round edges"],
    ["hinge pin", "hinge"],
    ["cyl", "disc"],
    ["perforaton", "hole field"], // a letter forgotten
    ["perfroation", "hole field"], // two changed places
    ["hinges", "hinge"],
    ["a hinge with its pin", "hinge"],
  ])("to %j first is %s", (typed, first) => expect(found(typed)[0]).toBe(first));

  it("what is called so comes before what is known by that word, and what is one's own after", () => {
    const holes = search.of("hole");
    expect(holes.map((one) => one.group)).toEqual(["step", "part", "step"]);
    expect(holes[2]!.title).toBe("hole field");
  });
  it("what may be begun comes before a face that bears the word twice", () => {
    const both = new Search([
      entry("plug end of plug", [], "place"),
      entry("plug in socket", [["knob"]], "fit"),
    ]);
    expect(both.of("plug").map((one) => one.title)).toEqual(["plug in socket", "plug end of plug"]);
    expect(both.of("plug end")[0]!.title).toBe("plug end of plug");
  });
  it("a short word is not guessed at", () => expect(found("dosc")).toEqual([]));
  it("all that is typed must answer", () => expect(found("hole hinge")).toEqual([]));
  it("words that join others are passed over where nothing answers", () => {
    expect(found("the drill of a hole")).toEqual(["hole"]);
    expect(found("grid of holes")).toEqual(["hole field"]);
    expect(found("and the")).toEqual([]);
    expect(found("a hole and a hinge")).toEqual([]);
  });
  it("the word it is best known by counts more than others", () => {
    const two = new Search([entry("a", [["cap", "lid"]]), entry("b", [["lid", "cap"]])]);
    expect(two.of("lid").map((one) => one.title)).toEqual(["b", "a"]);
    expect(two.of("cap").map((one) => one.title)).toEqual(["a", "b"]);
  });
});

describe("what the catalogue offers", () => {
  const catalogue = {
    steps: [
      {
        kind: "extrude",
        way: 0,
        outline: "rectangle",
        title: "block",
        about: "",
        also: ["slab"],
        also_outline: [],
      },
      {
        kind: "extrude",
        way: 0,
        outline: "regular polygon",
        title: "prism",
        about: "",
        also: [],
        also_outline: ["hexagon"],
      },
      {
        kind: "hole",
        way: 1,
        outline: "",
        title: "hole",
        about: "",
        also: ["bore"],
        also_outline: [],
      },
    ],
    fits: [
      { kind: "slip lid", way: 0, title: "lid", about: "", also: ["cap"], on_a: true, on_b: true },
    ],
    cannot: [
      { title: "cloth", says: "no cloth is made here", nearest: ["hexagon"], also: ["fabric"] },
      { title: "paint", says: "nothing is painted", nearest: ["nowhere"], also: [] },
    ],
  } as unknown as Catalogue;
  const begin = vi.fn();
  const steps = stepEntries(catalogue, begin);
  const fits = fitEntries(catalogue, begin);

  it("is drawn by its outline where that is not its usual one", () =>
    expect(steps.map((one) => one.picture)).toEqual([
      "/help/steps/extrude.png",
      "/help/steps/regular-polygon.svg",
      "/help/steps/hole.png",
    ]));
  it("has a key of its own", () =>
    expect(new Set([...steps, ...fits].map((one) => one.key)).size).toBe(4));
  it("begins what it stands for", () => {
    fits[0]!.act();
    expect(begin).toHaveBeenCalledWith(catalogue.fits[0]);
  });
  it("what cannot be made leads to the nearest thing that can", () => {
    const [cloth, paint] = cannotEntries(catalogue, steps);
    expect(cloth!.about).toBe("no cloth is made here; nearest: prism");
    begin.mockReset();
    cloth!.act();
    expect(begin).toHaveBeenCalledWith(catalogue.steps[1]);
    begin.mockReset();
    paint!.act();
    expect(paint!.about).toBe("nothing is painted");
    expect(begin).not.toHaveBeenCalled();
  });
});
