import { describe, expect, it } from "vitest";

import { linear, logarithmic, logTicks, placed, ticks } from "./scales";

describe("scales", () => {
  it("go there and back", () => {
    for (const scale of [linear(2, 9, 400, 10), logarithmic(60, 1600, 0, 640)]) {
      for (const value of [62, 310, 1500]) expect(scale.back(scale(value))).toBeCloseTo(value, 8);
    }
  });

  it("put round figures within their span", () => {
    expect(ticks(0, 42, 5)).toEqual([0, 10, 20, 30, 40]);
    expect(logTicks(0.03, 0.7)).toEqual([0.03, 0.05, 0.07, 0.1, 0.15, 0.2, 0.3, 0.5, 0.7]);
  });

  it("places labels clear of one another and of what must stay clear, within the picture", () => {
    const label = (x: number, y: number) => ({ x, y, width: 60, height: 15 });
    const labels = [label(100, 50), label(110, 52), label(95, 49), label(400, 50), label(100, 2)];
    const clear = [{ x: 100, y: 60, width: 20, height: 20 }];
    const done = placed(labels, clear, 0, 200);
    const all = [...done, ...clear];
    all.forEach((a, i) =>
      all.slice(i + 1).forEach((b) => expect(Math.abs(a.x - b.x) >= (a.width + b.width) / 2 || Math.abs(a.y - b.y) >= (a.height + b.height) / 2).toBe(true)),
    );
    done.forEach((one) => expect(one.y).toBeGreaterThanOrEqual(7.5));
    expect(done[3]?.y).toBe(50);
  });
});
