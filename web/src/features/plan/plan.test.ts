import { describe, expect, it } from "vitest";

import { pilots } from "../../job/pickers/HolePickers";
import { type Answer, asCsv, type Asked, bodyOf, countOf } from "./model";

const asked: Asked = {
  hole: "M10", depth_mm: 12, through: false, count: 6, material: "steel-c45", machine: "b2", want: "usual", pinned_mm: [], without_mm: [6],
  pattern: { kind: "grid", pitch_mm: 20, columns: 4, rows: 3, circle_mm: 100 },
};

describe("a plan asked for", () => {
  it("counts a grid's own holes, and carries only what its pattern needs", () => {
    expect(countOf(asked)).toBe(12);
    const body = bodyOf(asked, { kind: "bench-press" }, null) as { case: { hole: { count: number; plate_thickness_mm: number } }; plan: { pattern: object } };
    expect(body.case.hole.count).toBe(12);
    expect(body.case.hole.plate_thickness_mm).toBeGreaterThan(12);
    expect(body.plan.pattern).toEqual({ kind: "grid", columns: 4, rows: 3, pitch_mm: 20 });
  });

  it("goes out as CSV that no spreadsheet runs", () => {
    const step = { kind: "pilot", words: "=1+1", tool: 'a "plain" drill, 5 mm', cutter: 1, start_mm: 0, size_mm: 5, why: "why", time_s: 3, change_s: 60, cut: null };
    const lines = asCsv({ plan: { steps: [step] } } as unknown as Answer).split("\n");
    expect(lines[1]).toContain("'=1+1");
    expect(lines[1]).toContain('"a ""plain"" drill, 5 mm"');
    expect(lines[0]?.split(",")).toHaveLength(12);
  });
});

it("offers pilots worth having: plain sizes a step apart, none near the hole's own", () => {
  const sizes = [0.5, 1, ...Array.from({ length: 25 }, (_, k) => 1 + k / 2), 4.216, 4.3053, 6.0325, 9.9];
  const found = pilots(sizes, 13);
  expect(found).toContain(6);
  expect(found).not.toContain(4.216);
  expect(Math.max(...found)).toBeLessThanOrEqual(9.75);
  expect(Math.min(...found)).toBeGreaterThanOrEqual(1.3);
});
