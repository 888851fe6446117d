import { describe, expect, it } from "vitest";

import { nominal, plain, show, showBand, significant, time } from "./units";

describe("figures on screen", () => {
  it.each([
    [0.18, 3, "0.180"],
    [1234.5, 3, "1230"],
    [0.0771451, 2, "0.077"],
    [99.96, 3, "100"],
    [0, 3, "0"],
  ])("%f at %i digits reads %s", (value, digits, text) => expect(significant(value, digits)).toBe(text));

  it("turns newtons into kN only where they are many, and into lbf for inch users", () => {
    expect(show(4600, "N", "metric")).toBe("4.60 kN");
    expect(show(150, "N", "metric")).toBe("150 N");
    expect(show(4448.22, "N", "inch")).toBe("1000 lbf");
  });

  it("gives the unit once in a band, and one figure where there is no doubt", () => {
    expect(showBand(4800, 7700, "N", "metric")).toBe("4.8–7.7 kN");
    expect(showBand(20, 20, "m/min", "metric")).toBe("20.0 m/min");
  });

  it("shows a set figure with no digits it was not given", () => {
    expect(nominal(60, "N", "metric")).toBe("60 N");
    expect(nominal(0.37, "kW", "metric")).toBe("0.37 kW");
  });

  it("never shows a missing figure as nought", () => expect(show(null, "mm/rev", "metric")).toBe("–"));

  it("writes lengths and times as a shop does", () => {
    expect(plain(12.7, "inch")).toBe("0.5 in");
    expect(plain(20, "metric")).toBe("20 mm");
    expect(time(134)).toBe("2 min 14 s");
  });
});
