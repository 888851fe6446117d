// @vitest-environment jsdom
import { typeable } from "../../job/units";
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { INCH, METRIC } from "../../job/units";
import type { Answer } from "./model";
import { programmed } from "../program/Program";
import { madeOf, money, sectionScale } from "./model";
import { Marking } from "./parts/Marking";
import { Setup } from "./parts/Setup";

afterEach(cleanup);

const answer = (more: object): Answer =>
  ({
    hole: { text: "22", finished_mm: 22 },
    depth_mm: 16,
    through: true,
    count: 3,
    machine: "magnetic drill M1",
    machine_kind: "magnetic",
    plan: { steps: [] },
    sheets: [],
    deep_hole: null,
    cautions: [],
    checklist: [],
    pattern: {
      kind: "line",
      points_mm: [
        [0, 0],
        [75, 0],
        [150, 0],
      ],
      neighbour_mm: 75,
      marks_mm: [75, 150],
      from_edges_mm: [],
    },
    ...more,
  }) as unknown as Answer;
const magnet = {
  kind: "magnet",
  title: "The magnet on its plate",
  lines: ["Hold it, magnet on, pull at it by hand."],
  demand_n: 485,
  soft_n: 1365,
  hard_n: 2047,
  facts: [
    { name: "base, long", value: 180, unit: "mm" },
    { name: "base, wide", value: 90, unit: "mm" },
    { name: "spindle before its front edge", value: 40, unit: "mm" },
  ],
};

describe("setting up", () => {
  it("ticks its checklist by name and counts what is ticked", () => {
    const onTick = vi.fn();
    const lines = [
      { id: "eyes", words: "Glasses on." },
      { id: "face", words: "Face square." },
    ];
    render(<Setup answer={answer({ checklist: lines, cautions: ["The slug drops out hot."] })} system={METRIC} ticks={["face"]} onTick={onTick} />);
    expect((screen.getByLabelText("Face square.") as HTMLInputElement).checked).toBe(true);
    expect(screen.getByText("1 of 2 ticked", { exact: false })).toBeTruthy();
    fireEvent.click(screen.getByLabelText("Glasses on."));
    expect(onTick).toHaveBeenCalledWith("eyes", true);
    fireEvent.click(screen.getByLabelText("Face square."));
    expect(onTick).toHaveBeenCalledWith("face", false);
    expect(within(screen.getByLabelText("Cautions")).getByText("The slug drops out hot.")).toBeTruthy();
  });

  it("draws what the magnet bears of what it can", () => {
    const { container } = render(<Setup answer={answer({ sheets: [magnet] })} system={METRIC} ticks={[]} onTick={vi.fn()} />);
    const sheet = within(screen.getByLabelText("The magnet on its plate"));
    expect(sheet.getByRole("img").textContent).toContain("thrust 485 N; first gap at 1365 N, lets go at 2047 N");
    expect(sheet.getByText("180 mm")).toBeTruthy();
    expect(container.innerHTML).not.toContain("NaN");
  });

  it("leaves the bar away where the magnet holds nothing at all", () => {
    render(<Setup answer={answer({ sheets: [{ ...magnet, demand_n: null, soft_n: null, hard_n: null }] })} system={METRIC} ticks={[]} onTick={vi.fn()} />);
    expect(screen.getByRole("img").textContent).toBe("magnet40");
  });
});

describe("marking out", () => {
  it("lists every hole from the edges where they were said, in the user's unit", () => {
    const edges = {
      kind: "line",
      points_mm: [
        [0, 0],
        [75, 0],
      ],
      neighbour_mm: 75,
      marks_mm: [75],
      from_edges_mm: [
        [50.8, 25.4],
        [125.8, 25.4],
      ],
    };
    const { container } = render(<Marking answer={answer({ pattern: edges })} system={INCH} />);
    expect(typeable(screen.getAllByRole("row")[1]?.textContent ?? "")).toBe("12 in1 in");
    expect(screen.getByText("from the left edge")).toBeTruthy();
    expect(container.querySelector("path")?.getAttribute("d")).toMatch(/^M[\d.]+ [\d.]+ V[\d.]+ H[\d.]+$/);
  });

  it("counts from hole 1 where no edge was said, and asks for one", () => {
    const { container } = render(<Marking answer={answer({})} system={METRIC} />);
    expect(screen.getByText("75 mm · 150 mm")).toBeTruthy();
    expect(screen.getByText("Say how far hole 1 stands", { exact: false })).toBeTruthy();
    expect(container.querySelectorAll("circle")).toHaveLength(3);
  });

  it("says of a hole anywhere how a pattern is given", () => {
    render(
      <Marking answer={answer({ pattern: { kind: "single", points_mm: [[0, 0]], neighbour_mm: null, marks_mm: [], from_edges_mm: [] } })} system={METRIC} />,
    );
    expect(screen.getByText("Say above where the holes stand", { exact: false })).toBeTruthy();
  });
});

it("draws every section of a row to one scale, inside its box, a blind hole's stop too", () => {
  const steps = [
    { size_mm: 6, cut: { stop_mm: 31 } },
    { size_mm: 12, cut: { stop_mm: 44 } },
  ];
  const blind = sectionScale(madeOf(answer({ depth_mm: 30, through: false, plan: { steps } })), 170, 150);
  expect(blind.plate_mm).toBeGreaterThan(44);
  expect(blind.plate_mm * blind.scale).toBeLessThanOrEqual(170.001);
  expect(blind.widest_mm).toBe(22);
});

it("tells which machines run a program, and money without a currency", () => {
  expect(["machining-centre", "turning-centre", "gun-drilling"].every(programmed)).toBe(true);
  expect(programmed("bench-press")).toBe(false);
  expect([money(1.005), money(null)]).toEqual([(1.005).toFixed(2), "no price"]);
});
