import { describe, expect, it } from "vitest";

import { applied } from "./apply";
import type { Case } from "./types";

const CASE = {
  hole: { diameter_mm: 13, depth_mm: 12, start: { kind: "none" } },
  material: { id: "steel-c45" },
  cutter: { family: "twist", wear: "dull", edge_radius_mm: 0.05 },
  machine: { kind: "bench-press", spindle: { power_kw: 0.4, stages: [] }, feed: { kind: "hand-lever" } },
  setting: { speed_rpm: 620, hand_force_n: 250 },
} as unknown as Case;

describe("a way out", () => {
  it("changes the fields it names and nothing else, leaving the case it came from alone", () => {
    const next = applied(CASE, { "hole.start_diameter_mm": 4, "cutter.wear": "sharp", "cutter.edge_radius_mm": null });
    expect(next.hole).toEqual({ diameter_mm: 13, depth_mm: 12, start: { kind: "none" }, start_diameter_mm: 4 });
    expect(next.cutter).toEqual({ family: "twist", wear: "sharp", edge_radius_mm: null });
    expect(next.setting).toBe(CASE.setting);
    expect(CASE.hole.start_diameter_mm).toBeUndefined();
  });

  it("puts one way of feeding in the place of any other", () => {
    expect(applied(CASE, { "setting.speed_rpm": 310, "setting.feed_mm_rev": 0.1 }).setting).toEqual({ speed_rpm: 310, feed_mm_rev: 0.1 });
  });

  it("takes whole records as they come", () => {
    const machine = { kind: "column-press", name: "C2" };
    expect(applied(CASE, { machine, setting: { speed_rpm: 100, feed_mm_rev: 0.2 } }).machine).toBe(machine);
  });
});
