import { describe, expect, it } from "vitest";

import { gathered } from "./log/Depths";
import { columns, depthScale, type Log } from "./log/layout";
import { face } from "./log/Section";
import { wrapped } from "./log/Depths";
import { guideRates } from "./window/Axes";
import type { Window } from "./window/layout";
import { forceFor, snapFeed, snapSpeed } from "./window/snap";

const log = (depth_mm: number): Log =>
  ({ depth_mm: [0, depth_mm + 3], section: { diameter_mm: 10, depth_mm, entry: "flat", entry_angle_deg: 0 } }) as unknown as Log;
const window = (part: Partial<Window>): Window => ({ rails: [], ranges: [], feed_steps_mm_rev: [], force_scale: [], ...part }) as unknown as Window;

describe("the depth scale", () => {
  it.each([5, 40, 150, 400, 2000])("%s mm deep: goes down only, and back to where it came from", (deep) => {
    const { y, end } = depthScale(log(deep), columns(512, 3));
    const depths = Array.from({ length: 60 }, (_, k) => (end * k) / 59);
    const places = depths.map((depth) => y(depth));
    expect(places.every((place, k) => k === 0 || place > (places[k - 1] ?? 0))).toBe(true);
    depths.forEach((depth, k) => expect(y.back(places[k] ?? 0)).toBeCloseTo(depth, 6));
  });

  it("leaves out the middle of a hole beyond twenty diameters, and of no other", () => {
    expect(depthScale(log(200), columns(512, 3)).broken).toBeNull();
    const { broken, px, y } = depthScale(log(400), columns(512, 3));
    expect(broken).not.toBeNull();
    expect((y(10) - y(0)) / 10).toBeCloseTo(px, 6);
  });
});

it("tells many marks of one kind once", () => {
  const marks = [1, 2, 3].map((depth_mm) => ({ depth_mm, words: "break the chip" })).concat({ depth_mm: 9, words: "full depth" });
  expect(gathered(marks)).toEqual([
    { words: "break the chip", depths: [1, 2, 3] },
    { words: "full depth", depths: [9] },
  ]);
});

it("draws a sloping face through the middle, high side left", () => {
  const line = face({ entry: "angled", entry_angle_deg: 45 } as Log["section"], { left: 0, right: 40, middle: 20, top: 100, bottom: 200 });
  expect(line).toBe("M0 80 L40 120");
});

it("puts words in lines that fit their gutter", () => expect(wrapped("chisel breaks through, 3 times", 16)).toEqual(["chisel breaks", "through, 3 times"]));

it("draws feed-rate guides at round figures within the map", () => expect(guideRates(2, 900)).toEqual([4, 10, 40, 100, 400]));

describe("a place on the map", () => {
  it("snaps to the nearest real speed by ratio, or stays within a range", () => {
    const stepped = window({
      rails: [
        { name: "a", speed_rpm: 100 },
        { name: "b", speed_rpm: 400 },
      ],
    });
    expect([snapSpeed(stepped, 190), snapSpeed(stepped, 210)]).toEqual([100, 400]);
    const ranged = window({ ranges: [{ name: "", low_rpm: 50, high_rpm: 4000 }] });
    expect([snapSpeed(ranged, 1234.5), snapSpeed(ranged, 9000), snapSpeed(ranged, 3)]).toEqual([1230, 4000, 50]);
  });

  it("snaps to power-feed steps, and reads a force between the marks of its scale", () => {
    expect(snapFeed(window({ feed_steps_mm_rev: [0.1, 0.18, 0.25] }), 0.14)).toBe(0.18);
    const scale = window({
      force_scale: [
        { hand_force_n: 100, feed_mm_rev: 0.05 },
        { hand_force_n: 200, feed_mm_rev: 0.2 },
      ],
    });
    expect([0.01, 0.05, 0.1, 0.2, 9].map((feed) => forceFor(scale, feed))).toEqual([100, 100, 150, 200, 200]);
    expect(forceFor(window({}), 0.1)).toBeNull();
  });
});
