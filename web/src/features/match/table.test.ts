import { describe, expect, it } from "vitest";

import { type Crossing, tableOf } from "./table";

const crossing = (machine_id: string, cutter_id: string, verdict: Crossing["verdict"], time_s: number | null, use = 0.5): Crossing =>
  ({ machine_id, cutter_id, machine_name: machine_id, cutter_name: cutter_id, verdict, time_s, use }) as Crossing;

describe("the match as a table", () => {
  const found = [
    crossing("c2", "ring", "tight", 10),
    crossing("c2", "hss", "holds", 90),
    crossing("v1", "ring", "gives-way", 5),
    crossing("v1", "hss", "holds", 30),
    crossing("b1", "ring", "cannot", null, 3),
    crossing("b1", "hss", "cannot", 4, 2),
  ];
  const table = tableOf(found);
  it("puts what holds before what is tight, and the quicker before the slower", () => {
    expect(table.machines.map(({ id }) => id)).toEqual(["v1", "c2"]);
    expect(table.cutters.map(({ id }) => id)).toEqual(["hss", "ring"]);
  });
  it("marks the best of each row and column where it goes at all", () => {
    expect([...table.bestOfRow].map(({ machine_id, cutter_id }) => `${machine_id} ${cutter_id}`)).toEqual(["v1 hss", "c2 ring"]);
    expect([...table.bestOfColumn].map(({ machine_id, cutter_id }) => `${machine_id} ${cutter_id}`)).toEqual(["v1 hss", "c2 hss"]);
  });
  it("tells machines that no cutter helps apart, by what is nearest", () => {
    expect(table.never.map(({ machine_id, cutter_id }) => `${machine_id} ${cutter_id}`)).toEqual(["b1 hss"]);
    expect(table.at("b1", "ring")?.use).toBe(3);
    expect(tableOf([]).machines).toEqual([]);
  });
});
