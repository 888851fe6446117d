import { describe, expect, it } from "vitest";

import { apart, linear, logarithmic, logTicks, ticks } from "./scales";

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

  it("moves labels apart without changing their order or leaving the picture", () => {
    const moved = apart([10, 12, 90, 11], 15, 0, 100);
    expect(moved[0]).toBeLessThan(moved[3] ?? 0);
    const sorted = [...moved].sort((a, b) => a - b);
    sorted.slice(1).forEach((place, k) => expect(place - (sorted[k] ?? 0)).toBeGreaterThanOrEqual(15));
    expect(Math.max(...moved)).toBeLessThanOrEqual(100);
  });
});
