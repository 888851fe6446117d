import { expect, it } from "vitest";

import { termsOf, pieces, type Term } from "./terms";

const term = (id: string, word: string, also: string[] = [], marked = true): Term => ({ id, term: word, also, means: "", see: "", marked, source: "" });
const TERMS = termsOf([
  term("web", "web"),
  term("thin", "web thinning", ["split point"]),
  term("ring", "ring cutter", ["annular cutter"]),
  term("rm", "Rm"),
  term("plan", "plan", [], false),
]);
const marks = (text: string) => pieces(text, TERMS).flatMap((one) => (one.term ? [`${one.term.id}=${one.text}`] : []));

it("marks a term by any of its names, the longest first, in the plural too, once a text, never inside a word", () => {
  expect(marks("Web thinning makes the web shorter; the web stays.")).toEqual(["thin=Web thinning", "web=web"]);
  expect(marks("Annular cutters and a split point")).toEqual(["ring=Annular cutters", "thin=split point"]);
  expect(marks("cobweb, webbing, alarm, a plan")).toEqual([]);
  const text = "A ring cutter's web";
  expect(
    pieces(text, TERMS)
      .map((one) => one.text)
      .join(""),
  ).toBe(text);
});
