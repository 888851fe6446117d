import { describe, expect, it } from "vitest";

import type { Case } from "../../job/types";
import { nudgeFeed, nudgeSpeed } from "./nudge";

const job = (setting: object, steps: number[] = []): Case =>
  ({
    hole: { diameter_mm: 20, depth_mm: 32 },
    material: {},
    cutter: { family: "twist" },
    machine: {
      kind: "column-press",
      spindle: { power_kw: 1, stages: [{ speed_rpm: 310 }, { speed_rpm: 105 }, { speed_rpm: 210 }] },
      feed: { kind: "power-steps", steps_mm_rev: steps },
    },
    setting: { speed_rpm: 210, ...setting },
  }) as Case;

describe("arrow keys", () => {
  it("go to the machine's next real speed, and stay at its ends", () => {
    expect(nudgeSpeed(job({}), 1).setting.speed_rpm).toBe(310);
    expect(nudgeSpeed(job({}), -1).setting.speed_rpm).toBe(105);
    const fastest = job({ speed_rpm: 310 });
    expect(nudgeSpeed(fastest, 1)).toBe(fastest);
  });

  it("move force by five newtons, never to nothing", () => {
    expect(nudgeFeed(job({ hand_force_n: 100 }), 1).setting.hand_force_n).toBe(105);
    expect(nudgeFeed(job({ hand_force_n: 5 }), -1).setting.hand_force_n).toBe(5);
  });

  it("move feed from step to step where the machine has steps, else a little", () => {
    expect(nudgeFeed(job({ feed_mm_rev: 0.18 }, [0.25, 0.1, 0.18]), 1).setting.feed_mm_rev).toBe(0.25);
    expect(nudgeFeed(job({ feed_mm_rev: 0.1 }, [0.25, 0.1, 0.18]), -1).setting.feed_mm_rev).toBe(0.1);
    expect(nudgeFeed(job({ feed_mm_rev: 0.1 }), 1).setting.feed_mm_rev).toBe(0.105);
  });
});
