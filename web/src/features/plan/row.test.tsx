// @vitest-environment jsdom
import { typeable } from "../../job/units";
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { BreakEven } from "../../drawing/plan/BreakEven";
import { ProgramTrace } from "../../drawing/plan/ProgramTrace";
import { METRIC } from "../../job/units";
import type { Answer, Step } from "./model";
import { madeOf, ownRow, programSteps, sizes, tightest } from "./model";
import { Card } from "./parts/Card";
import { Row } from "./parts/Row";
import { before } from "./parts/Section";

afterEach(cleanup);

const cut = (more: object = {}): NonNullable<Step["cut"]> =>
  ({
    verdict: "holds",
    tightest: "motor",
    failure: "the motor is overloaded",
    use: 0.6,
    ladder: { low: 0.4, middle: 0.5, high: 0.6, soft: 1, unit: "kW" },
    speed_rpm: 310,
    speed_words: "belt D, 310 rpm",
    feed_mm_rev: 0.18,
    hand_force_n: null,
    hand_verb: "pull",
    hand_kg: null,
    phases: [],
    depth_mm: 20,
    stop_mm: 24.1,
    point_mm: 3.1,
    floor_mm: null,
    pecks_mm: [],
    under: null,
    coolant: "brush",
    chip: "two even curls",
    sound: "even",
    point_angle_deg: 118,
    family: "twist",
    case: { hole: {} },
    ...more,
  }) as unknown as NonNullable<Step["cut"]>;
const step = (kind: Step["kind"], more: Partial<Step> = {}): Step => ({
  kind,
  words: `${kind} 10 mm`,
  tool: "10 mm HSS jobber",
  cutter: 3,
  cutter_id: "d-10",
  start_mm: 0,
  size_mm: 10,
  why: "because",
  cannot: "",
  struck: false,
  time_s: 12,
  change_s: 60,
  edge_cost: 0.05,
  machine_cost: 0.2,
  cut: cut(),
  ...more,
});
const answer = (steps: Step[], more: object = {}): Answer =>
  ({
    hole: {
      text: "10",
      drilled_mm: 10,
      least_mm: 10,
      most_mm: 10,
      finished_mm: 10,
      pitch_mm: null,
      tolerance_it: null,
      reamed: false,
      tapped: false,
    },
    seats: [],
    depth_mm: 20,
    through: true,
    count: 4,
    stack_mm: [],
    machine: "column press C2",
    machine_kind: "column-press",
    material: "C45",
    pattern: { kind: "single", points_mm: [[0, 0]], neighbour_mm: null, marks_mm: [], from_edges_mm: [] },
    plan: {
      words: "as most would do it",
      verdict: "holds",
      hole_s: 30,
      total_s: 200,
      worst_use: 0.6,
      tools: 1,
      cost: { a_hole: 0.3, changes: 1, total: 2.2, rate_per_h: 45, unpriced: [] },
      steps,
    },
    says: [],
    alternatives: [],
    families: [],
    break_evens: [],
    cautions: ["Glasses on."],
    checklist: [],
    sheets: [],
    deep_hole: null,
    working: [],
    ...more,
  }) as unknown as Answer;
const hand = step("deburr", { words: "deburr both sides", tool: "", cutter: null, cutter_id: null, cut: null, why: "burrs cut" });

function row(steps: Step[], own = false) {
  const on = { onPin: vi.fn(), onStrike: vi.fn(), onMove: vi.fn(), onTakeOut: vi.fn(), onBench: vi.fn() };
  render(<Row made={madeOf(answer(steps))} system={METRIC} own={own} pinned={[]} {...on} />);
  return on;
}

describe("the row of sections", () => {
  it("says under each its setting, stop, time, cost and tightest limit", () => {
    row([step("drill", { cut: cut({ pecks_mm: [10, 20], hand_force_n: 140 }) }), hand]);
    const first = within(screen.getAllByRole("listitem")[0] as HTMLElement);
    for (const words of ["belt D, 310 rpm", "pull 140 N", "stop 24.1 mm", "out at 10, 20", "12 s", "the motor is overloaded"])
      expect(first.getByText(words, { exact: false })).toBeTruthy();
    expect(first.getByText("Holds")).toBeTruthy();
    expect(within(screen.getAllByRole("listitem")[1] as HTMLElement).getByText("by hand")).toBeTruthy();
  });

  it("strikes out, pins, moves and goes to the Bench, each with its own place", () => {
    const on = row([step("pilot", { size_mm: 5, words: "pilot 5 mm" }), step("drill"), hand]);
    fireEvent.click(screen.getAllByRole("button", { name: "Strike out" })[1] as HTMLElement);
    expect(on.onStrike).toHaveBeenCalledWith(1, true);
    fireEvent.click(screen.getByRole("button", { name: "Pin" }));
    expect(on.onPin).toHaveBeenCalledWith(5, true);
    fireEvent.click(screen.getByRole("button", { name: "Move drill 10 mm earlier" }));
    expect(on.onMove).toHaveBeenCalledWith(1, 0);
    fireEvent.click(screen.getByRole("button", { name: "drill 10 mm on the Bench" }));
    expect(on.onBench).toHaveBeenCalledOnce();
    expect(screen.queryByRole("button", { name: "Move pilot 5 mm earlier" })).toBeNull();
  });

  it("keeps what was struck out in its place, to be put back or taken out, and counts the others", () => {
    const on = row([step("pilot", { struck: true, cut: null, words: "pilot 5 mm" }), step("drill")], true);
    expect(screen.getByText("–")).toBeTruthy();
    expect(screen.getByText("1")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Pin" })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Put back" }));
    expect(on.onStrike).toHaveBeenCalledWith(0, false);
    fireEvent.click(screen.getByRole("button", { name: "Take out" }));
    expect(on.onTakeOut).toHaveBeenCalledWith(0);
  });

  it("says what cannot be done, and where the point drills what it should not", () => {
    row(
      [
        step("drill", { cut: null, cannot: "the hole is 12 mm already" }),
        step("open", {
          cut: cut({ under: { beyond_mm: 4.1, meets: "the table", has_mm: 2, hits: true, words: "the point drills the table" } }),
        }),
      ],
      true,
    );
    expect(screen.getByText("the hole is 12 mm already", { exact: false })).toBeTruthy();
    expect(screen.getByText("the point drills the table").className).toContain("vermilion");
  });

  it("tells of a blind hole how far it is full and what floor it leaves", () => {
    const on = { onPin: vi.fn(), onStrike: vi.fn(), onMove: vi.fn(), onTakeOut: vi.fn(), onBench: vi.fn() };
    render(
      <Row
        made={madeOf(answer([step("drill", { cut: cut({ depth_mm: 26.8, floor_mm: 5.2 }) })], { through: false }))}
        system={METRIC}
        own={false}
        pinned={[]}
        {...on}
      />,
    );
    expect(screen.getByText("full width to 26.8 mm, floor 5.2 mm")).toBeTruthy();
  });

  it("names an edge without a price as such", () => {
    row([step("drill", { edge_cost: null })]);
    expect(screen.getByText("edge not priced", { exact: false })).toBeTruthy();
  });
});

describe("the job card", () => {
  it("has every step that stands, none that was struck, boxes to write in, and the cautions", () => {
    render(
      <Card
        answer={answer([step("pilot", { struck: true, words: "pilot 5 mm", cut: null }), step("drill"), hand])}
        system={METRIC}
        name="Rail clips"
        note="sixty of them"
      />,
    );
    const card = within(screen.getByLabelText("Job card"));
    expect(typeable(card.getByRole("heading").textContent)).toBe("Rail clips: 4 × 10, 20.0 mm through");
    expect(card.getAllByRole("row")).toHaveLength(3);
    for (const words of ["measured size", "position, burr", "notes", "Glasses on."]) expect(card.getByText(words)).toBeTruthy();
    expect(card.queryByText("pilot 5 mm")).toBeNull();
    expect(card.getByText("two even curls", { exact: false })).toBeTruthy();
  });
});

describe("what is taken over from an answer", () => {
  it("makes a row of one's own with cutters where they cut and none where a hand did; a tap is named whoever turns it", () => {
    const byHand = step("tap", { cut: null, words: "tap M10, by hand" });
    expect(ownRow([step("drill"), byHand, hand])).toEqual([
      { kind: "drill", cutter_id: "d-10", struck: false },
      { kind: "tap", cutter_id: "d-10", struck: false },
      { kind: "deburr", cutter_id: null, struck: false },
    ]);
  });

  it("writes a program from the steps in order, none struck out, a hand’s without a case", () => {
    const steps = programSteps(answer([step("pilot", { struck: true }), step("drill"), hand]));
    expect(steps.map((one) => [one.kind, one.case === null])).toEqual([
      ["drill", false],
      ["deburr", true],
    ]);
    expect(steps[0]?.words).toContain("10 mm HSS jobber");
  });

  it("draws a squared floor where the drill's point was, and all after it", () => {
    const drill = step("drill", { cut: cut({ depth_mm: 20.1, stop_mm: 23 }) });
    const floor = step("bore", { start_mm: 9.8, size_mm: 9.8, cut: null, cutter: null });
    const ream = step("ream", { start_mm: 9.8, cut: cut({ depth_mm: 20, stop_mm: 21.5 }) });
    const found = { ...madeOf(answer([drill, floor, ream], { through: false })), depth_mm: 20 };
    expect(found.steps.map((one) => before(found, one))).toEqual([20, 23, 23]);
    const struck = { ...found, steps: [drill, { ...floor, struck: true }, ream] };
    expect(before(struck, ream)).toBe(20.1);
  });

  it("names the tightest step by its verdict before how far its limit is used", () => {
    const held = step("drill", { cut: cut({ use: 0.9 }) });
    const tight = step("open", { cut: cut({ verdict: "tight", use: 0.05 }) });
    expect(tightest([held, tight, hand])).toBe(tight);
    expect(tightest([hand])).toBeUndefined();
  });

  it("writes sizes with no digits beyond a drill's own", () => {
    expect(sizes([2.2606, 11, 13])).toBe("2.261 → 11 → 13");
  });
});

describe("pictures of a plan", () => {
  it("draws a line a family and marks where another becomes cheaper", () => {
    const family = (name: string, once: number, a_hole: number) => ({
      family: name,
      words: name,
      once,
      a_hole,
      batch: once + 4 * a_hole,
      time_s: 1,
      verdict: "holds" as const,
      drills_mm: [10],
      unpriced: false,
    });
    const { container } = render(
      <BreakEven families={[family("twist", 1, 0.5), family("spade", 3, 0.3)]} breakEvens={[{ before: "twist", after: "spade", count: 10 }]} count={4} />,
    );
    expect(screen.getByText("twist")).toBeTruthy();
    expect(screen.getByText("spade")).toBeTruthy();
    expect(container.querySelectorAll("circle")).toHaveLength(1);
    expect([...container.querySelectorAll("line, path, text")].every((one) => !one.outerHTML.includes("NaN"))).toBe(true);
  });

  it("draws a controller's strokes as deep as they went", () => {
    const { container } = render(
      <ProgramTrace
        points={[
          [0, -2, 0],
          [1, 10, 1],
          [1.2, -2, 0],
          [2, 20, 1],
        ]}
        depth_mm={20}
        stopWords="20 mm"
      />,
    );
    const feeds = [...container.querySelectorAll('line[stroke="var(--bronze)"]')].map((one) => Number(one.getAttribute("y2")));
    expect(feeds).toHaveLength(2);
    expect(feeds[1]).toBeGreaterThan(feeds[0] as number);
    expect(container.innerHTML).not.toContain("NaN");
  });
});
