import { typeable } from "./units";
import { render } from "@testing-library/react";
import { describe, expect, it } from "vitest";

import { LimitBar } from "../drawing/LimitBar";
import { cutterPhrase, diameterPhrase, feedPhrase, heldPhrase, plainSentence, setUp, speedPhrase, startPhrase } from "./phrases";
import { phraseOfField } from "./fields";
import type { Answer, Case, Job } from "./types";
import { INCH, METRIC } from "./units";
import { because } from "./Verdict";

const CASE = {
  hole: { diameter_mm: 12.7, depth_mm: 20, through: false },
  material: { id: "steel-c45" },
  cutter: { family: "twist", substrate: "hss-co", point: "split" },
  machine: {
    kind: "bench-press",
    name: "bench press B1",
    spindle: { power_kw: 0.4, stages: [{ name: "belt C", speed_rpm: 620 }] },
    feed: { kind: "hand-lever" },
    holder: { kind: "chuck", capacity_mm: 13 },
  },
  setting: { speed_rpm: 620, hand_force_n: 110 },
} as Case;
const job = (change: Partial<Case> = {}, typed: Job["typed"] = {}): Job => ({
  case: { ...CASE, ...change },
  typed,
  refs: {},
  pinned: false,
  name: "",
});
const C45 = {
  id: "steel-c45",
  name: "Medium-carbon steel C45",
  iso_group: "P",
  group: "steel",
  hardness_hb: 200,
  tensile_n_mm2: 680,
  condition: "",
  designations: [],
  sure: "",
  sources: [],
  own: false,
  note: "",
  revision: 1,
  standing: "here" as const,
  spec: {},
};
const answer = (feed: number | null): Answer =>
  ({ setting: { feed_mm_rev: feed, feed_rate_mm_min: null, speed_rpm: 620, hand_force_n: 110 }, limits: [] }) as unknown as Answer;

describe("the sentence", () => {
  it("keeps what was typed where it is not a plain figure, with its echo", () => {
    expect(diameterPhrase(job({}, { diameter: "1/2" }), METRIC)).toEqual({ text: "1/2", echo: "12.7\u2009mm" });
    expect(typeable(diameterPhrase(job({}, { diameter: "12,70" }), METRIC).text)).toBe("12.7 mm");
    expect(typeable(diameterPhrase(job(), INCH).text)).toBe("1/2 in");
  });

  it("reads as one sentence for a hand", () => {
    expect(typeable(plainSentence(job(), answer(0.09), [C45], METRIC))).toBe(
      "Drill 12.7 mm, 20 mm deep, blind, in Medium-carbon steel C45, 200 HB, from solid, with the 12.7 mm cobalt twist drill, split point, " +
        "on bench press B1 at belt C, 620 rpm, pulling the lever with 110 N.",
    );
  });

  it("says what the hand makes, or that it only polishes", () => {
    expect(typeable(feedPhrase(job(), answer(0.09), METRIC).echo ?? "")).toBe("about 0.090 mm/rev");
    expect(feedPhrase(job(), answer(null), METRIC).echo).toBe("it only polishes");
    expect(feedPhrase(job(), null, METRIC).echo).toBeUndefined();
  });

  it("names a speed by its step where it is one", () => {
    expect(typeable(speedPhrase(job()).text)).toBe("belt C, 620 rpm");
    expect(typeable(speedPhrase(job({ setting: { speed_rpm: 500, feed_mm_rev: 0.1 } })).text)).toBe("500 rpm");
  });

  it("tells a start hole from solid, and what holds the drill", () => {
    expect(startPhrase(job(), METRIC).text).toBe("solid");
    expect(typeable(startPhrase(job({ hole: { ...CASE.hole, start_diameter_mm: 4 } }), METRIC).text)).toBe("a 4 mm hole");
    expect(typeable(heldPhrase(CASE, undefined))).toBe("13 mm keyed chuck");
    expect(heldPhrase({ ...CASE, machine: { ...CASE.machine, holder: { kind: "morse", tang_engaged: false } } }, "morse-2")).toBe("MT2, no tang");
    expect(cutterPhrase(job({ cutter: { family: "twist" } }), METRIC).text).toContain("HSS twist drill, conventional point");
  });

  it("marks what was only assumed in the set-up", () => {
    const lines = setUp({ ...CASE, holding: { kind: "hand" } }, METRIC);
    expect(lines.find((one) => one.phrase === "holding")?.line).toEqual({ text: "held by bare hands", assumed: false });
    expect(lines.find((one) => one.phrase === "behind")?.line.assumed).toBe(true);
  });

  it("puts a refused field's words with its own phrase", () => {
    expect(phraseOfField("hole.diameter_mm")).toBe("diameter");
    expect(phraseOfField("machine.coolant.method")).toBe("coolant");
    expect(phraseOfField("machine.spindle.stages[0].speed_rpm")).toBe("machine");
    expect(phraseOfField("setting.hand_force_n")).toBe("feed");
    expect(phraseOfField("something.new")).toBe("cutter");
  });
});

describe("the verdict's words", () => {
  const answer = (verdict: string, said: string) =>
    ({ verdict, tightest: "motor", limits: [{ id: "motor", failure: "the motor is overloaded", reason: null, said }] }) as unknown as Answer;

  it("names the limit with the one figure that agrees with the verdict", () => {
    expect(because(answer("gives-way", "Gives way: 1.4 × what it bears"), METRIC)).toBe("The motor is overloaded: 1.4 × what it bears.");
    expect(because(answer("tight", "Tight: 1.2 × what it bears all day, 0.7 of what breaks it"), METRIC)).toBe(
      "The motor is overloaded: 1.2 × what it bears all day, 0.7 of what breaks it.",
    );
    expect(because(answer("holds", "Holds, 31 % in hand"), METRIC)).toBe("31 % in hand. Nearest limit: the motor is overloaded.");
    expect(because(answer("cannot", "Can’t"), METRIC)).toBe("The motor is overloaded.");
  });

  it("gives a reason where there is one", () => {
    const reasoned = {
      verdict: "cannot",
      tightest: "holder",
      limits: [{ id: "holder", failure: "the shank spins in the holder", demand: null, reason: "too thick" }],
    };
    expect(because(reasoned as unknown as Answer, METRIC)).toBe("The shank spins in the holder: too thick");
  });
});

describe("a limit's bar", () => {
  const bar = (middle: number, verdict: Answer["verdict"]) =>
    render(<LimitBar demand={{ low: middle * 0.9, middle, high: middle * 1.1 }} soft={80} capacity={100} verdict={verdict} />).container;

  it("differs by shape, not only by colour: hatched past the stop, a cross for a matter of kind", () => {
    expect(bar(130, "gives-way").querySelector("[fill^='url(#hatch']")).not.toBeNull();
    expect(bar(60, "holds").querySelector("[fill^='url(#hatch']")).toBeNull();
    const { container } = render(<LimitBar demand={null} soft={null} capacity={null} verdict="cannot" />);
    expect(container.querySelector("path")).not.toBeNull();
  });

  it("stays within its picture however far past the stop", () => {
    for (const rect of bar(1e6, "gives-way").querySelectorAll("rect")) expect(Number(rect.getAttribute("x") ?? 0)).toBeLessThanOrEqual(200);
  });
});
