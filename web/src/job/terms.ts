/** Which words of a text the glossary knows. */
import type { Schemas } from "../api/client";

export type Term = Schemas["TermRead"];
export type Piece = { text: string; term?: Term };

/** A word as a pattern: any case, in the plural too, never a part of another word. */
const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\/]/g, "\\$&");

/** The glossary as one pattern, longest words first, and each word's term. */
export type Terms = { find: RegExp; of: Map<string, Term> };

export function termsOf(terms: readonly Term[]): Terms {
  const of = new Map<string, Term>();
  for (const term of terms) if (term.marked) for (const word of [term.term, ...term.also]) of.set(word.toLowerCase(), term);
  const longest = [...of.keys()].sort((one, other) => other.length - one.length);
  return { find: new RegExp(`(?<![\\p{L}\\d])(${longest.map(escaped).join("|")})(e?s)?(?![\\p{L}\\d])`, "giu"), of };
}

/** A text in pieces; each term is marked where it first stands. */
export function pieces(text: string, { find, of }: Terms): Piece[] {
  const found: Piece[] = [];
  const seen = new Set<string>();
  let from = 0;
  for (const match of text.matchAll(find)) {
    const term = of.get((match[1] ?? "").toLowerCase());
    if (!term || seen.has(term.id)) continue;
    seen.add(term.id);
    found.push({ text: text.slice(from, match.index) }, { text: match[0], term });
    from = match.index + match[0].length;
  }
  return [...found, { text: text.slice(from) }].filter((piece) => piece.text !== "");
}
