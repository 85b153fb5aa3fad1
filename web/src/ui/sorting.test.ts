import { expect, it } from "vitest";
import { inOrder } from "./sorting";

const rows = [
  { name: "Plate 10", mass: 4 },
  { name: "plate 2", mass: null },
  { name: "Knob", mass: 12 },
  { name: "", mass: 0.5 },
];
const value = (row: (typeof rows)[number], key: "name" | "mass") => row[key];
const names = (found: typeof rows) => found.map((row) => row.name);

it("by nothing rows stand as they came, in a list of their own", () => {
  const found = inOrder(rows, null, value);
  expect(found).toEqual(rows);
  expect(found).not.toBe(rows);
});

it("words go by their numbers, not digit by digit, and what has none comes last", () =>
  expect(names(inOrder(rows, { key: "name", down: false }, value))).toEqual([
    "Knob",
    "plate 2",
    "Plate 10",
    "",
  ]));

it("numbers go by size; what is not known comes last either way", () => {
  expect(inOrder(rows, { key: "mass", down: false }, value).map((one) => one.mass)).toEqual([
    0.5,
    4,
    12,
    null,
  ]);
  expect(inOrder(rows, { key: "mass", down: true }, value).map((one) => one.mass)).toEqual([
    12,
    4,
    0.5,
    null,
  ]);
});

it("what is alike stays as it stood", () => {
  const alike = [
    { name: "a", mass: 1 },
    { name: "b", mass: 1 },
    { name: "c", mass: null },
    { name: "d", mass: null },
  ];
  const found = inOrder(alike, { key: "mass", down: true }, (row) => row.mass);
  expect(found.map((one) => one.name)).toEqual(["a", "b", "c", "d"]);
});
