import { describe, expect, it } from "vitest";

import { drillSize, inUnits, nominal, plain, show, showBand, significant, time, INCH, METRIC, typeable } from "./units";

describe("figures on screen", () => {
  it.each([
    [0.18, 3, "0.180"],
    [1234.5, 3, "1230"],
    [0.0771451, 2, "0.077"],
    [99.96, 3, "100"],
    [0, 3, "0"],
  ])("%f at %i digits reads %s", (value, digits, text) => expect(significant(value, digits)).toBe(text));

  it("turns newtons into kN only where they are many, and into lbf for inch users", () => {
    expect(typeable(show(4600, "N", METRIC))).toBe("4.60 kN");
    expect(typeable(show(150, "N", METRIC))).toBe("150 N");
    expect(typeable(show(4448.22, "N", INCH))).toBe("1000 lbf");
  });

  it("gives the unit once in a band, and one figure where there is no doubt", () => {
    expect(typeable(showBand(4800, 7700, "N", METRIC))).toBe("4.8–7.7 kN");
    expect(typeable(showBand(20, 20, "m/min", METRIC))).toBe("20.0 m/min");
  });

  it("shows a set figure with no digits it was not given", () => {
    expect(typeable(nominal(60, "N", METRIC))).toBe("60 N");
    expect(typeable(nominal(0.37, "kW", METRIC))).toBe("0.37 kW");
  });

  it("says a sentence of the core in the user's units, and leaves a metric drill its name", () => {
    const said = "a 4 mm pilot first; then belt C, 310 rpm, leaning 100 N";
    expect(inUnits(said, METRIC)).toBe(said);
    expect(typeable(inUnits(said, INCH))).toBe("a 4 mm (0.157 in) pilot first; then belt C, 310 rpm, leaning 22 lbf");
    expect(typeable(inUnits("less feed: 0.18 mm/rev; hold it harder: 8 kN", INCH))).toBe("less feed: 0.0071 in/rev; hold it harder: 1800 lbf");
    expect(typeable(inUnits("the 12.7 mm drill", INCH))).toBe("the 12.7 mm (1/2 in) drill");
    expect(typeable(inUnits("it gives 38 of 30 kN, and 550 W of 1.1 kW", INCH))).toBe("it gives 8500 of 6700 lbf, and 0.74 hp of 1.5 hp");
    expect(typeable(inUnits("pecks of 4 to 6 mm at 20 m/min", INCH))).toBe("pecks of 4 to 6 mm (0.157 to 0.236 in) at 66 ft/min");
    // What is no figure with a unit stays: a thread, a strength, a name.
    for (const other of ["M10 x 1.5", "600 N/mm²", "machine C2 mm", "12 minutes"]) expect(inUnits(other, INCH)).toBe(other);
  });

  it("never shows a missing figure as nought", () => expect(show(null, "mm/rev", METRIC)).toBe("–"));

  it("writes lengths and times as a shop does", () => {
    expect(typeable(plain(12.7, INCH))).toBe("0.5 in");
    expect(typeable(plain(20, METRIC))).toBe("20 mm");
    expect([12.7, 38.1, 6.746875, 20, 25.4, 6.5278].map((size) => typeable(drillSize(size, INCH)))).toEqual([
      "1/2 in",
      "1-1/2 in",
      "17/64 in",
      "20 mm (0.787 in)",
      "1 in",
      "0.257 in",
    ]);
    expect(typeable(drillSize(12.7, METRIC))).toBe("12.7 mm");
    expect(typeable(time(134))).toBe("2 min 14 s");
  });
});
