import { describe, expect, it } from "vitest";

import { pilots } from "../../job/pickers/HolePickers";
import { lastCount } from "../../drawing/plan/BreakEven";
import { type Answer, asCsv, type Asked, bodyOf, countOf, moved, type OwnStep, PLAIN, reduce } from "./model";

const asked: Asked = {
  ...PLAIN,
  hole: "M10",
  depth_mm: 12,
  through: false,
  count: 6,
  material: "steel-c45",
  machine: "b2",
  without_mm: [6],
  pattern: { ...PLAIN.pattern, kind: "grid", pitch_mm: 20, row_pitch_mm: 25, columns: 4, rows: 3 },
};
type Sent = { case: { hole: Record<string, unknown> }; plan: Record<string, unknown> };

describe("a plan asked for", () => {
  it("counts a grid's own holes, and carries only what its pattern needs", () => {
    expect(countOf(asked)).toBe(12);
    const body = bodyOf(asked, { kind: "bench-press" }, null) as Sent;
    expect(body.case.hole.count).toBe(12);
    expect(body.case.hole.plate_thickness_mm).toBe(24);
    expect(body.plan.pattern).toEqual({ kind: "grid", columns: 4, rows: 3, pitch_mm: 20, row_pitch_mm: 25 });
    expect(bodyOf({ ...asked, pattern: { ...asked.pattern, kind: "single" } }, {}, null).plan).toHaveProperty("pattern", null);
  });

  it("leaves out what was not said, and of a row of one's own what a search would go by", () => {
    const own = bodyOf({ ...asked, pinned_mm: [5], steps: [{ kind: "drill", cutter_id: "d-10", struck: false }] }, {}, null) as Sent;
    expect(own.plan).not.toHaveProperty("pinned_mm");
    expect(own.plan.alternatives).toBe(false);
    expect(own.plan).not.toHaveProperty("countersink_mm");
    expect(own.plan).not.toHaveProperty("counterbore_depth_mm");
    const stacked = bodyOf({ ...asked, through: true, stack_mm: [8, 12] }, {}, null) as Sent;
    expect(stacked.case.hole).toMatchObject({ stack_mm: [8, 12], depth_mm: 20 });
  });

  it("is taken back change by change, and forgets what was taken back once something else is done", () => {
    let kept = reduce({ now: asked, past: [], future: [] }, { do: "put", part: { hole: "M12" } });
    kept = reduce(reduce(kept, { do: "put", part: { hole: "M16" } }), { do: "undo" });
    expect([kept.now.hole, kept.future.length]).toEqual(["M12", 1]);
    expect(reduce(kept, { do: "redo" }).now.hole).toBe("M16");
    expect(reduce(kept, { do: "put", part: { count: 2 } }).future).toEqual([]);
    expect(reduce({ now: asked, past: [], future: [] }, { do: "undo" }).now).toBe(asked);
  });

  it("moves a step either way and loses none", () => {
    const row: OwnStep[] = (["mark", "pilot", "drill"] as const).map((kind) => ({ kind, cutter_id: null, struck: false }));
    expect(moved(row, 0, 2).map((one) => one.kind)).toEqual(["pilot", "drill", "mark"]);
    expect(moved(row, 2, 0).map((one) => one.kind)).toEqual(["drill", "mark", "pilot"]);
    expect(moved(row, 7, 0)).toEqual(row);
  });

  it("goes out as CSV that no spreadsheet runs", () => {
    const step = {
      kind: "pilot",
      words: "=1+1",
      tool: 'a "plain" drill, 5 mm',
      cutter: 1,
      start_mm: 0,
      size_mm: 5,
      why: "why",
      cannot: "",
      struck: false,
      edge_cost: null,
      machine_cost: 0.1,
      time_s: 3,
      change_s: 60,
      cut: null,
    };
    const lines = asCsv({ plan: { steps: [step] } } as unknown as Answer).split("\n");
    expect(lines[1]).toContain("'=1+1");
    expect(lines[1]).toContain('"a ""plain"" drill, 5 mm"');
    expect(lines[0]?.split(",")).toHaveLength(14);
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

it("draws costs past the batch and past a crossing that is not far off", () => {
  expect(lastCount(4, [30])).toBe(39);
  expect(lastCount(4, [5000])).toBe(10);
  expect(lastCount(100, [])).toBe(150);
});
