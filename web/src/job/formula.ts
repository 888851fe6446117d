/** A formula's plain line into what is set low, high and in line: "kc1.1 · h^(−mc)" as a printer sets it. */
export type Piece = { text: string; set: "line" | "low" | "high" };

/** After "_": a word. After "^": a number or a name, or what stands in brackets, which then need not be shown. */
const PART = /_([\p{L}\d]+)|\^\(([^()]*)\)|\^([−-]?[\p{L}\d.]+)/gu;

export function typeset(formula: string): Piece[] {
  const pieces: Piece[] = [];
  let from = 0;
  const line = (text: string) => text && pieces.push({ text, set: "line" });
  for (const found of formula.matchAll(PART)) {
    line(formula.slice(from, found.index));
    pieces.push(found[1] !== undefined ? { text: found[1], set: "low" } : { text: found[2] ?? found[3] ?? "", set: "high" });
    from = found.index + found[0].length;
  }
  line(formula.slice(from));
  return pieces;
}
