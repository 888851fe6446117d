import { expect, it } from "vitest";

import { typeset } from "./formula";

const shown = (formula: string): string =>
  typeset(formula)
    .map(({ text, set }) => ({ line: text, low: `<sub>${text}</sub>`, high: `<sup>${text}</sup>` })[set])
    .join("");

it.each([
  ["M = Kd_T · f^0.8 · D^1.8", "M = Kd<sub>T</sub> · f<sup>0.8</sup> · D<sup>1.8</sup>"],
  ["kc = kc1.1 · h^(−mc) · wear", "kc = kc1.1 · h<sup>−mc</sup> · wear"],
  ["T = 10 · C_P · D^q", "T = 10 · C<sub>P</sub> · D<sup>q</sup>"],
  ["k = min((1/share)^0.5, 1.4)", "k = min((1/share)<sup>0.5</sup>, 1.4)"],
  ["M = kc · P² · D / 8000", "M = kc · P² · D / 8000"],
])("%s", (plain, set) => expect(shown(plain)).toBe(set));

it("loses no letter of any line", () =>
  expect(
    typeset("a_b^c d")
      .map((piece) => piece.text)
      .join(""),
  ).toBe("abc d"));
