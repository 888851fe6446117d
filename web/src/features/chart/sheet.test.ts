import { describe, expect, it } from "vitest";

import { INCH, METRIC } from "../../job/units";
import { legendOf, legendWords, oneLine, twoLines, upToTheLast, type Answer, type Cell } from "./crossing";
import { sheetFor } from "./sheet";

const cell = (some: Partial<Cell>): Cell => ({
  material: "steel",
  cutter: "twist drill",
  stage: "belt A, 520 rpm",
  speed_rpm: 520,
  feed_mm_rev: 0.1,
  hand_force_n: 150,
  pilot_mm: null,
  verdict: "holds",
  first: "stall",
  failure: "the spindle stalls",
  thing: "spindle",
  said: "Holds",
  case: {},
  ...some,
});
const answer = (rows: readonly Partial<Cell>[]): Answer => ({
  rows: rows.map((one, k) => ({ size_mm: k + 1, name: `${k + 1} mm`, also: [], cells: [cell(one)] })),
  largest_from_solid_mm: {},
});

describe("a crossing", () => {
  it("says in one line, with its units beside the table, what it says in two", () => {
    const chart = answer([{ pilot_mm: 6 }, { stage: "belt B, 900 rpm", hand_force_n: null, feed_mm_rev: 0.18 }]);
    const legend = legendOf(chart, METRIC);
    const [first, second] = chart.rows.map((row) => row.cells[0]!);
    expect(twoLines(first!, METRIC)).toEqual(["belt A, 520 rpm", "150\u2009N by hand · pilot 6\u2009mm"]);
    expect(oneLine(first!, METRIC, legend)).toBe("A, 520 · 150 · p 6");
    expect(oneLine(second!, METRIC, legend)).toBe("B, 900 · 0.18");
    expect(legendWords(legend, METRIC)).toBe("belt and rpm · N by hand or mm/rev to feed · p: pilot, mm · –: what gives way");
    expect(legendWords(legendOf(chart, INCH), INCH)).toContain("lbf by hand or in/rev to feed");
    expect(oneLine(cell({ verdict: "gives-way" }), METRIC, legend)).toBe("– spindle");
  });

  it("keeps a step's own word where they are called by several", () => {
    const mixed = answer([{}, { stage: "gear 2, 300 rpm" }]);
    expect(oneLine(mixed.rows[1]!.cells[0]!, METRIC, legendOf(mixed, METRIC))).toBe("gear 2, 300 · 150");
    const nameless = answer([{ stage: "640 rpm", hand_force_n: null }]);
    expect(legendWords(legendOf(nameless, METRIC), METRIC)).toMatch(/^rpm · mm\/rev to feed/);
  });
});

describe("the chart", () => {
  it("ends with the last size that goes in any metal", () => {
    const { chart, beyond } = upToTheLast(answer([{}, { verdict: "gives-way" }, {}, { verdict: "cannot" }, { verdict: "cannot" }]));
    expect([chart.rows.length, beyond]).toEqual([3, "4 mm"]);
    expect(upToTheLast(answer([{ verdict: "cannot" }])).chart.rows).toHaveLength(1);
  });
});

describe("the sheet", () => {
  const wanted = (rows: number, metals: number) => ({
    rows,
    metals,
    two: { size: 8, crossing: 24, lines: rows * 2 },
    one: { size: 12, crossing: 18, lines: rows },
  });

  it("takes sixty sizes by eight metals on one A3 with letters of nine points at least", () => {
    const sheet = sheetFor("A3", wanted(60, 8));
    expect(sheet.sheets).toBe(1);
    expect(sheet.compact).toBe(true);
    expect(sheet.pt).toBeGreaterThanOrEqual(9);
  });

  it("has larger letters with fewer sizes, and two lines a crossing where there is room", () => {
    const few = sheetFor("A4", wanted(10, 2));
    expect(few.compact).toBe(false);
    for (const paper of ["A4", "A3", "Letter"] as const)
      for (let rows = 40; rows < 120; rows += 5) expect(sheetFor(paper, wanted(rows + 5, 4)).pt).toBeLessThanOrEqual(sheetFor(paper, wanted(rows, 4)).pt);
  });

  it("goes on several sheets rather than into letters nobody can read", () => {
    const sheet = sheetFor("A4", wanted(152, 3));
    expect(sheet.pt).toBe(6.5);
    expect(sheet.sheets).toBeGreaterThan(1);
  });
});
