import { describe, expect, it } from "vitest";

import type { Answer, Case, Job } from "../../job/types";
import { METRIC } from "../../job/units";
import { compare, type Side } from "./compare";
import { find, type Found } from "./find";

const thing = (group: string, name: string, more = ""): Found => ({ id: name, group, name, more, take: () => undefined });

describe("find", () => {
  const all = [
    thing("Change", "the diameter"),
    thing("Open", "Landing-stage rail splice", "22 × 16"),
    thing("Metal", "Alloy steel 42CrMo4", "4140/4142 205 HB"),
    thing("Cutter", "22 mm HSS"),
  ];
  it.each([
    ["rail spl", "Landing-stage rail splice"],
    ["SPLICE land", "Landing-stage rail splice"],
    ["4140", "Alloy steel 42CrMo4"],
    ["22", "22 mm HSS"],
  ])("%s finds %s first", (text, name) => expect(find(all, text)[0]?.name).toBe(name));
  it("offers the phrases before anything is typed, and nothing for what is not there", () => {
    expect(find(all, "  ").map((one) => one.group)).toEqual(["Change"]);
    expect(find(all, "xyzzy")).toEqual([]);
  });
});

describe("side by side", () => {
  const answer = (verdict: string, use: number | null): Answer =>
    ({
      verdict,
      tightest: "motor",
      first_to_give: null,
      setting: { feed_mm_rev: 0.1 },
      kinematics: { cutting_speed_m_min: 20, cut_time_s: 30 },
      assumed: [],
      demand: {
        torque_nm: { low: 1, middle: 1, high: 2 },
        thrust_n: { low: null, middle: null, high: null },
        power_kw: { low: 1, middle: 1, high: 1 },
      },
      limits: [
        {
          id: "motor",
          failure: "the motor is overloaded",
          applies: use !== null,
          verdict,
          said: use === null ? null : `Holds, ${Math.round((1 - use) * 100)} % in hand`,
        },
      ],
    }) as unknown as Answer;
  const job = (speed_rpm: number): Job => ({
    case: {
      hole: { diameter_mm: 10, depth_mm: 20 },
      material: { id: "x", name: "steel" },
      cutter: { family: "twist" },
      machine: { kind: "bench-press", name: "B1", spindle: { stages: [] }, feed: { kind: "hand-lever" } },
      setting: { speed_rpm, hand_force_n: 100 },
    } as unknown as Case,
    typed: {},
    refs: {},
    pinned: false,
    name: "",
  });
  const sides: Side[] = [
    { name: "a", job: job(300), answer: answer("holds", 0.5) },
    { name: "b", job: job(500), answer: answer("tight", null) },
  ];
  const rows = compare(sides, [], METRIC).flatMap((part) => part.rows);
  const row = (label: string) => rows.find((one) => one.label === label);

  it("marks what differs and nothing else", () => {
    expect(row("Speed")).toEqual({ label: "Speed", cells: ["300\u2009rpm", "500\u2009rpm"], differs: true });
    expect(row("Hole")?.differs).toBe(false);
    expect(row("Verdict")?.cells).toEqual(["Holds", "Tight"]);
  });

  it("says where a limit does not apply, and never a figure that is not there", () => {
    expect(row("The motor is overloaded")?.cells).toEqual(["Holds, 50 % in hand", "does not apply"]);
    expect(row("Thrust")?.cells).toEqual(["–", "–"]);
  });
});
