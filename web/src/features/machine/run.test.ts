// @vitest-environment jsdom
import { beforeEach, expect, it } from "vitest";

import { begin, done, entryOf, holeOf, holesOf, kept, type Run, stageOf, take } from "./run";
import { type Answer, holeName, stepsOf } from "./stages";

const step = (words: string, cut: boolean) => ({ words, struck: false, cut: cut ? {} : null });
const answer = (count: number, ...steps: object[]) => ({ count, hole: { text: "M10" }, checklist: [], afterwards: [], plan: { steps } }) as unknown as Answer;
const PLATE = answer(3, step("mark", false), step("drill", true), { ...step("pilot", true), struck: true }, step("deburr", false));
const along = (run: Run, times: number): Run => Array.from({ length: times }).reduce((now: Run) => done(now, { do: "done" }), run);

beforeEach(() => localStorage.clear());

it("goes hole by hole through a cutter's step, in one go through what hands do, and past what was struck out", () => {
  const seen = Array.from({ length: 7 }, (_, times) => {
    const run = along(take("", PLATE), times);
    const stage = stageOf(run);
    return `${stage.kind === "step" ? stage.step.words : stage.kind} ${run.hole}/${holesOf(run)}`;
  });
  expect(seen).toEqual(["before 1/1", "mark 1/1", "drill 1/3", "drill 2/3", "drill 3/3", "deburr 1/1", "after 1/1"]);
  expect(along(take("", PLATE), 12).at).toBe(4);
});

it("goes back the same way it came, from any place", () => {
  for (let times = 0; times < 7; times++) {
    const run = along(take("", PLATE), times);
    const back = done(done(run, { do: "done" }), { do: "back" });
    if (times < 6) expect([back.at, back.hole]).toEqual([run.at, run.hole]);
  }
  expect(done(take("", PLATE), { do: "back" }).at).toBe(0);
});

it("stops the clock with the hole, and ticks by name", () => {
  const run = done(along(take("", PLATE), 2), { do: "clock", now: 5 });
  expect([run.since, done(run, { do: "done" }).since]).toEqual([5, null]);
  expect(done(done(run, { do: "tick", id: "face", on: true }), { do: "tick", id: "face", on: false }).ticks).toEqual([]);
});

it("goes on with the plan that is under way, and asks before another takes its place", () => {
  const asked: string[] = [];
  const say = (yes: boolean) => (words: string) => asked.push(words) > 0 && yes;
  expect(begin("Plate", PLATE, say(false))).toBe(true);
  localStorage.setItem("at-machine", JSON.stringify(along(kept()!, 2)));
  expect(begin("Plate", PLATE, say(false))).toBe(true);
  expect(kept()?.at).toBe(2);
  const other = answer(1, step("tap", true));
  expect(begin("Other", other, say(false))).toBe(false);
  expect(asked[0]).toContain("“Plate” is under way");
  expect(begin("Other", other, say(true))).toBe(true);
  expect([kept()?.name, kept()?.at]).toEqual(["Other", 0]);
});

it("reads what is no run of its own as none", () => {
  for (const text of ["", "nonsense", "3", "{}", '{"answer":{}}']) {
    localStorage.setItem("at-machine", text);
    expect(kept()).toBeNull();
  }
});

it("writes down the holes that went alike as one entry, hole by hole, without those written down by themselves", () => {
  const hole = (run: Run) => done(run, { do: "done", id: "one", now: "2026-05-01T10:00:00Z" });
  let run = along(take("", PLATE, "plate"), 2);
  expect(entryOf(run, "2")).toBeNull();
  run = hole(run);
  expect(entryOf(run, "2")).toMatchObject({
    id: "one",
    rev: 1,
    gone: false,
    body: { holes: 1, hole_no: 1, step: 2, plan: "plate", at: "2026-05-01T10:00:00Z" },
  });
  run = done(run, { do: "noted" });
  run = done(run, { do: "done", id: "another" });
  expect(entryOf(run, "2")).toMatchObject({ id: "one", body: { holes: 2 } });
  // Back over the last, over the one by itself, over the first: nothing is left of the run of them.
  const revs = [run.rev];
  for (const holes of [1, 1, 0]) {
    run = done(run, { do: "back" });
    expect(run.made["2"]?.holes).toBe(holes);
    revs.push(run.rev);
  }
  expect(entryOf(run, "2")?.gone).toBe(true);
  expect([...revs].sort((one, other) => one - other)).toEqual(revs);
  expect(entryOf(hole(run), "2")).toMatchObject({ id: "one", gone: false, body: { holes: 1 } });
  expect(entryOf(run, "1")).toBeNull();
});

it("goes through a part by letter in the order of its path, each letter with its own stop and its own entry", () => {
  const drill = (stop_mm: number) => ({ ...step("drill 8.5 mm", true), cut: { stop_mm }, cutter_id: "d-8.5" });
  const row = (letter: string, stop_mm: number, ...places: number[][]) => ({
    letter,
    places_mm: places,
    through: true,
    depth_mm: 20,
    steps: [step("mark", false), drill(stop_mm)],
  });
  const path = [...[1, 2].map((place) => ({ letter: "A", place })), { letter: "B", place: 1 }, { letter: "A", place: 3 }];
  const visits = (place: number) => [
    { letter: "A", step: place },
    { letter: "B", step: place },
  ];
  const change = { tool: true, speed: false, stops: 2, moves: 0, s: 60 };
  const part = {
    name: "Plate",
    rows: [row("A", 22, [10, 10], [20, 10], [30, 10]), row("B", 12, [25, 10])],
    operations: [
      { setup: "1", words: "mark A, B, by hand", features: visits(0), path: [], change: { ...change, tool: false, stops: 0 } },
      { setup: "1", words: "drill A, B", features: visits(1), path, change },
    ],
  } as unknown as Answer;
  let run = along(take("", part, "plate-1"), 2);
  const seen: unknown[] = [];
  for (let k = 0; k < 4; k++) {
    const hole = holeOf(run)!;
    seen.push([holeName(hole), hole.step.cut?.stop_mm, hole.at_mm?.[0], stageOf(run).kind]);
    run = done(run, { do: "done", id: `entry ${hole.letter}`, now: "now" });
  }
  expect(seen).toEqual([
    ["A1", 22, 10, "step"],
    ["A2", 22, 20, "step"],
    ["B1", 12, 25, "step"],
    ["A3", 22, 30, "step"],
  ]);
  expect(stageOf(run).kind).toBe("after");
  expect(Object.keys(run.made)).toEqual(["2 A", "2 B"]);
  expect(entryOf(run, "2 A")).toMatchObject({
    id: "entry A",
    body: { holes: 3, hole_no: 1, letter: "A", part: "plate-1", plan: "", step: 2, cutter: "d-8.5" },
  });
  expect(entryOf(run, "2 B")).toMatchObject({ id: "entry B", body: { holes: 1, letter: "B" } });
  expect(stepsOf(part)[1]?.change).toBe("Change tool, stop, 2 times");
});
