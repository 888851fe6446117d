import { expect, it } from "vitest";

import { matching } from "./MaterialPicker";

type Row = Parameters<typeof matching>[0][number];
const row = (name: string, designations: string[], hardness_hb: number): Row => ({
  id: name,
  name,
  designations,
  hardness_hb,
  iso_group: "P",
  group: "steel",
  tensile_n_mm2: null,
  condition: "",
  sure: "",
  sources: [],
  own: false,
  note: "",
  revision: 1,
  standing: "here" as const,
  spec: {},
});
const ROWS = [
  row("Alloy steel 42CrMo4 annealed", ["42CrMo4", "1.7225", "4140/4142"], 205),
  row("Structural steel S355", ["S355J2", "1.0577"], 160),
  row("Austenitic stainless steel 304", ["X5CrNi18-10", "1.4301"], 170),
];

it.each([
  ["4140", "Alloy steel 42CrMo4 annealed"],
  ["42 crmo 4", "Alloy steel 42CrMo4 annealed"],
  ["s 355", "Structural steel S355"],
  ["x5 crni 18 10", "Austenitic stainless steel 304"],
  ["160 hb", "Structural steel S355"],
])("%s finds %s", (text, name) => expect(matching(ROWS, text).map((found) => found.name)).toEqual([name]));

it("finds nothing for what is not there, and all for nothing", () => {
  expect(matching(ROWS, "cheese")).toEqual([]);
  expect(matching(ROWS, " ")).toHaveLength(3);
});
