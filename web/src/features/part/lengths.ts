/** Lengths of a part as they are typed: kept in millimetres, shown and typed in the user's unit. Pure. */
import type { System } from "../../job/types";
import { shownIn } from "../../job/units";
import { typedFigure } from "../../ui/typed";

const inches = (system: System): boolean => system.length === "inch";
/** No more digits than a shop writes: a tenth of a micrometre, a tenth of a thou. */
const plain = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/** The name of the unit lengths are typed in. */
export const lengthUnit = (system: System): string => shownIn("mm", system).unit;
/** What one millimetre is in the user's unit. */
const perMm = (system: System): number => shownIn("mm", system).factor;

/** A length as it is shown; what is no figure stays as it was typed. */
export function shownLength(text: string, system: System): string {
  const mm = typedFigure(text);
  return inches(system) && mm !== null ? plain(mm * perMm(system), 4) : text;
}

/** A length as it is kept, from what was typed: in inches decimals and fractions alike. */
export function keptLength(text: string, system: System): string {
  if (!inches(system)) return text;
  const found = inchesOf(text);
  return found === null ? text : plain(found / perMm(system), 4);
}

/** Inches from `1.5`, `3/8` or `1 1/2`; nothing where it is none. */
function inchesOf(text: string): number | null {
  const parts = /^\s*(?:(\d+)[\s-]+)?(\d+)\/(\d+)\s*"?\s*$/.exec(text);
  if (!parts) return typedFigure(text.replace(/"\s*$/, ""));
  const under = Number(parts[3]);
  return under > 0 ? Number(parts[1] ?? 0) + Number(parts[2]) / under : null;
}

/** Places as they are shown: counts and angles of a pattern stand, its lengths are in the user's unit. */
export const shownPlaces = (text: string, system: System): string => (inches(system) ? scaled(text, (mm) => plain(mm * perMm(system), 4)) : text);

/** Places as they are kept, in millimetres. */
export const keptPlaces = (text: string, system: System): string => (inches(system) ? scaled(text, (value) => plain(value / perMm(system), 4)) : text);

/** What begins a pattern with figures that are no lengths: how many, and of a circle the first hole's angle. */
const COUNTED = [/^(\s*line\s+\d+\s*)/i, /^(\s*grid\s+\d+\s*(?:x|×|by)\s*\d+\s*)/i, /^(\s*circle\s+\d+\s*)/i];
const FIRST = /(first\s*)(-?\d+(?:\.\d+)?)/i;

function scaled(text: string, scale: (value: number) => string): string {
  const begin = COUNTED.map((one) => one.exec(text)?.[1]).find((one) => one !== undefined) ?? "";
  const angle = FIRST.exec(text)?.[0] ?? "";
  const [before = "", after = ""] = angle ? text.slice(begin.length).split(angle) : [text.slice(begin.length), ""];
  const lengths = (part: string) => part.replace(/-?\d+(?:\.\d+)?/g, (figure) => scale(Number(figure)));
  return begin + lengths(before) + angle + lengths(after);
}
