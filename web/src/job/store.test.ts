import { describe, expect, it } from "vitest";

import { MOST_STEPS_BACK } from "./history";
import { reduce, start, type State } from "./store";
import type { Job } from "./types";
import { decodeJob, encodeJob } from "./url";

const job = (speed: number): Job => ({
  case: {
    hole: { diameter_mm: 20, depth_mm: 32 },
    material: { id: "steel-c45" },
    cutter: { family: "twist" },
    machine: { kind: "column-press", spindle: { power_kw: 1.5, stages: [{ speed_rpm: speed }] }, feed: { kind: "power-steps" } },
    setting: { speed_rpm: speed, feed_mm_rev: 0.18 },
  } as Job["case"],
  typed: { diameter: "20,0" },
  refs: { machine: { id: "c2", revision: 3 } },
  pinned: false,
  name: "Löwen-Ω × 3",
});
const speed = (state: State) => state.jobs.now?.case.setting.speed_rpm;

describe("undo", () => {
  it("goes back and forth one commit at a time, and a new commit forgets the future", () => {
    let state = start(job(100));
    for (const rpm of [200, 300]) state = reduce(state, { do: "commit", job: job(rpm) });
    state = reduce(state, { do: "undo" });
    expect(speed(state)).toBe(200);
    expect(speed(reduce(state, { do: "redo" }))).toBe(300);
    state = reduce(state, { do: "commit", job: job(250) });
    expect(speed(reduce(state, { do: "redo" }))).toBe(250);
  });

  it("takes quick nudges of one kind as one step, slow ones as two", () => {
    let state = start(job(100));
    state = reduce(state, { do: "commit", job: job(110), nudge: "speed", at: 1000 });
    state = reduce(state, { do: "commit", job: job(120), nudge: "speed", at: 1400 });
    expect(speed(reduce(state, { do: "undo" }))).toBe(100);
    state = reduce(state, { do: "commit", job: job(130), nudge: "speed", at: 9000 });
    expect(speed(reduce(state, { do: "undo" }))).toBe(120);
  });

  it("brings back what was on screen before another check was opened", () => {
    const opened = reduce(start(job(100)), { do: "open", job: job(900) });
    expect(speed(opened)).toBe(900);
    expect(speed(reduce(opened, { do: "undo" }))).toBe(100);
  });

  it("keeps at most so many steps, and has nothing to undo at the beginning", () => {
    let state = start(job(1));
    expect(reduce(state, { do: "undo" })).toBe(state);
    for (let rpm = 2; rpm < MOST_STEPS_BACK + 50; rpm += 1) state = reduce(state, { do: "commit", job: job(rpm) });
    expect(state.jobs.past).toHaveLength(MOST_STEPS_BACK);
  });
});

describe("drafts", () => {
  it("leave the job alone, stay when they are wrong, and go when they are committed", () => {
    let state = reduce(start(job(100)), { do: "draft", slot: "diameter", text: "2o" });
    state = reduce(state, { do: "wrong", slot: "diameter", words: "“2o” is not a drill size" });
    expect(state.drafts.diameter).toBe("2o");
    expect(speed(state)).toBe(100);
    state = reduce(state, { do: "commit", job: job(100), slot: "diameter" });
    expect(state.drafts.diameter).toBeUndefined();
    expect(state.wrong.diameter).toBeUndefined();
  });
});

describe("the address", () => {
  it("carries the whole job there and back, any letters in it, without characters an address escapes", async () => {
    const text = await encodeJob(job(310));
    expect(text).toMatch(/^[\w-]+$/);
    expect(await decodeJob(text)).toEqual(job(310));
  });

  it("opens a link that version 0.1 made", async () => {
    const link =
      "VZDBboMwEET_Zc8hAtpIla_9hB6rCllmCVZsY7FOUIT4946NEiUnsGfn7YxXMlqY1Erj5Mq3t9pz4rnznlRbH6jnmMZy-mi3A3kN0WqXZ21PiiQxu8p8ngiquSbIWRu0t-4O" +
      "PS1WEoHzDi4oM9pQtl5syCwzuasPVZxZBJYAB26_W_xLxMgeMU4LMJeFVHM8QUn6zELqd8UQc9_NMYdt6u0PSwbcvGwo3gqZo9AGWTglG8554t28OxG2m_lGqj42X3k-3ePO" +
      "e9QBs61z9ZkHhFhfW5X3MTk9GFbsFBA5U9AlZMygnfCz58_I-sa0_QM";
    const opened = await decodeJob(link);
    expect([opened?.case.hole.diameter_mm, opened?.case.setting.feed_mm_rev, opened?.refs.machine?.id, opened?.name]).toEqual([20, 0.18, "c2", "Sheave"]);
  });

  it("reads a broken link as none", async () => {
    for (const text of ["", "zzzz", "%%%", await encodeJob({} as Job)]) expect(await decodeJob(text), text).toBeNull();
  });
});
