import { expect, it } from "vitest";

import { INCH, METRIC } from "../../job/units";
import { keptLength, keptPlaces, shownLength, shownPlaces } from "./lengths";

it("keeps millimetres whatever is typed", () => {
  expect(keptLength("12,5", METRIC)).toBe("12,5");
  expect([keptLength("1/2", INCH), keptLength("1 1/4", INCH), keptLength("0.5", INCH), keptLength('3/8"', INCH)]).toEqual(["12.7", "31.75", "12.7", "9.525"]);
  expect([shownLength("12.7", INCH), shownLength("160", INCH), shownLength("160", METRIC), shownLength("", INCH)]).toEqual(["0.5", "6.2992", "160", ""]);
  expect(keptLength("half", INCH)).toBe("half");
});

it("scales a pattern's lengths and leaves its counts and angles", () => {
  expect(keptPlaces("1, 2; 3, 0.5", INCH)).toBe("25.4, 50.8; 76.2, 12.7");
  expect(keptPlaces("line 4 x 1 at 0.5, 2", INCH)).toBe("line 4 x 25.4 at 12.7, 50.8");
  expect(keptPlaces("grid 3 x 2, 2 x 1 at 1, 1", INCH)).toBe("grid 3 x 2, 50.8 x 25.4 at 25.4, 25.4");
  expect(keptPlaces("circle 6 on 4, first 30 at 3, 2", INCH)).toBe("circle 6 on 101.6, first 30 at 76.2, 50.8");
});

it("comes back as it was typed", () => {
  for (const text of ["1, 2; 3, 0.5", "line 4 x 1.125 at 0.5, 2", "grid 3 x 2, 2.5 x 1 at 1, 1", "circle 6 on 4 at 3, 2"])
    expect(shownPlaces(keptPlaces(text, INCH), INCH)).toBe(text);
});
