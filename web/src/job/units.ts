/** How figures are shown: two or three significant digits, the user's units, the unit always with the number. */
import type { Quantity, Side, System } from "./types";

type Shown = { unit: string; factor: number; digits?: number };

/** The quantities a user may have in either unit, with the units on offer. */
export const QUANTITIES: readonly (readonly [Quantity, string, string, string])[] = [
  ["length", "Lengths", "mm", "in"],
  ["feed", "Feeds", "mm/rev", "in/rev"],
  ["speed", "Cutting speed", "m/min", "ft/min"],
  ["force", "Forces", "N", "lbf"],
  ["torque", "Torque", "N·m", "lbf·ft"],
  ["power", "Power", "kW", "hp"],
  ["pressure", "Coolant", "bar, l/min", "psi, gal/min"],
];
const all = (side: Side): System => Object.fromEntries(QUANTITIES.map(([quantity]) => [quantity, side])) as System;
export const METRIC = all("metric");
export const INCH = all("inch");

const QUANTITY_OF: Record<string, Quantity> = {
  mm: "length",
  "mm/rev": "feed",
  "mm/min": "feed",
  "m/min": "speed",
  "cm³/min": "speed",
  N: "force",
  "N/mm": "force",
  "N·m": "torque",
  kW: "power",
  hp: "power",
  bar: "pressure",
  "l/min": "pressure",
};
/** On which side a unit is shown and read. */
export const sideOf = (unit: string, system: System): Side => system[QUANTITY_OF[unit] ?? "length"];

const UNITS: Record<string, Record<Side, Shown>> = {
  mm: { metric: { unit: "mm", factor: 1 }, inch: { unit: "in", factor: 1 / 25.4 } },
  "mm/rev": { metric: { unit: "mm/rev", factor: 1 }, inch: { unit: "in/rev", factor: 1 / 25.4 } },
  "mm/min": { metric: { unit: "mm/min", factor: 1 }, inch: { unit: "in/min", factor: 1 / 25.4 } },
  "m/min": { metric: { unit: "m/min", factor: 1 }, inch: { unit: "ft/min", factor: 1 / 0.3048 } },
  N: { metric: { unit: "N", factor: 1 }, inch: { unit: "lbf", factor: 1 / 4.4482216152605 } },
  "N·m": { metric: { unit: "N·m", factor: 1 }, inch: { unit: "lbf·ft", factor: 0.737562149 } },
  kW: { metric: { unit: "kW", factor: 1 }, inch: { unit: "hp", factor: 1 / 0.745699872 } },
  bar: { metric: { unit: "bar", factor: 1 }, inch: { unit: "psi", factor: 14.503773773 } },
  "l/min": { metric: { unit: "l/min", factor: 1 }, inch: { unit: "gal/min", factor: 1 / 3.785411784 } },
  kg: { metric: { unit: "kg", factor: 1 }, inch: { unit: "lb", factor: 1 / 0.45359237 } },
  "cm³/min": { metric: { unit: "cm³/min", factor: 1 }, inch: { unit: "in³/min", factor: 1 / 16.387064 } },
};

const UNIT_OF_ENDING: readonly (readonly [string, string])[] = [
  ["_mm_rev", "mm/rev"],
  ["_n_mm", "N/mm"],
  ["_nm", "N·m"],
  ["_mm", "mm"],
  ["_n", "N"],
  ["_kw", "kW"],
  ["_bar", "bar"],
  ["_l_min", "l/min"],
];
const UNIT_OF_KIND: Record<string, string> = { diameter: "mm", length: "mm", feed: "mm/rev", force: "N" };
/** The unit a kind of figure is kept in: a field's path ends with it. */
export const unitOf = (kind: string): string => UNIT_OF_KIND[kind] ?? UNIT_OF_ENDING.find(([ending]) => kind.endsWith(ending))?.[1] ?? "";

/** The unit a load is kept in. */
export const unitOfQuantity = (quantity: string): string => ({ torque: "N·m", thrust: "N", power: "kW" })[quantity] ?? "";

/** A number at so many significant digits, without exponents or trailing noughts beyond them. */
export function significant(value: number, digits = 3): string {
  if (value === 0) return "0";
  const rounded = Number(value.toPrecision(digits));
  const places = Math.max(0, digits - 1 - Math.floor(Math.log10(Math.abs(rounded))));
  return rounded.toFixed(Math.min(places, 6));
}

/** The unit a quantity is shown and typed in, and how many of it one of the core's is. */
export const shownIn = (unit: string, system: System): Shown => UNITS[unit]?.[sideOf(unit, system)] ?? { unit, factor: 1 };

/** A figure and its unit as the user wants to see it. Large thrusts go to kN. */
export function split(value: number, unit: string, system: System, digits = 3): [string, string] {
  const shown = shownIn(unit, system);
  if (unit === "N" && system.force === "metric" && Math.abs(value) >= 1000) return [significant(value / 1000, digits), "kN"];
  return [significant(value * shown.factor, digits), shown.unit];
}

/** What stands between a figure and its unit: a thin space. */
export const THIN = "\u2009";

/** A figure as it stands in a field to type in, with a plain space. */
export const typeable = (text: string): string => text.replaceAll(THIN, " ");

/** A figure with its unit. */
export function show(value: number | null | undefined, unit: string, system: System, digits = 3): string {
  if (value === null || value === undefined) return "–";
  return split(value, unit, system, digits).join(THIN).trim();
}

/** A figure somebody set, not one worked out: no digits it was not given. */
export function nominal(value: number, unit: string, system: System): string {
  const [figure, shown] = split(value, unit, system);
  return `${Number(figure)}${THIN}${shown}`;
}

/** A band with its unit, the unit once. */
export function showBand(low: number, high: number, unit: string, system: System): string {
  if (low === high) return show(low, unit, system);
  const kilo = unit === "N" && system.force === "metric" && high >= 1000;
  const at = (value: number) => (kilo ? significant(value / 1000, 2) : split(value, unit, system, 2)[0]);
  return `${at(low)}–${at(high)}${THIN}${kilo ? "kN" : split(high, unit, system)[1]}`;
}

/** A demand against its marks, the unit once: "0.97–1.5 of 1.2 / 1.6 kW". */
export function against(band: readonly [number, number], soft: number, hard: number, unit: string, system: System): string {
  const kilo = unit === "N" && system.force === "metric" && hard >= 1000;
  const at = (value: number) => (kilo ? significant(value / 1000, 2) : split(value, unit, system, value >= 100 ? 3 : 2)[0]);
  const demand = band[0] === band[1] ? at(band[0]) : `${at(band[0])}–${at(band[1])}`;
  return `${demand} of ${soft < hard ? `${at(soft)} / ` : ""}${at(hard)} ${kilo ? "kN" : split(1, unit, system)[1]}`;
}

/** A speed as a machine's plate has it: whole where it is whole. */
export const speed = (rpm: number): string => `${Number(rpm.toPrecision(4))}${THIN}rpm`;

/** A length as a machinist writes it: no needless noughts. */
export function plain(value: number, system: System): string {
  const inch = system.length === "inch";
  return `${Number((inch ? value / 25.4 : value).toFixed(inch ? 4 : 3))}${THIN}${inch ? "in" : "mm"}`;
}

/** A fraction of an inch, where a length is one by sixty-fourths. */
function fraction(value_mm: number): string | null {
  const parts = (value_mm / 25.4) * 64;
  const whole = Math.round(parts);
  if (whole === 0 || Math.abs(parts - whole) > 0.004) return null;
  let [over, under] = [whole % 64, 64];
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  return [Math.floor(whole / 64) || "", over ? `${over}/${under}` : ""].filter(Boolean).join("-");
}

const thou = (value_mm: number): string => String(Number((value_mm / 25.4).toFixed(3)));
/** Drills are stocked in steps of so many millimetres; a size off them was never a metric one. */
const METRIC_STEP_MM = 0.05;

/** A hole or a drill: in inches a fraction where there is one; a metric drill keeps its name, and says what it is. */
export function drillSize(value_mm: number, system: System): string {
  if (system.length === "metric") return plain(value_mm, system);
  const inches = fraction(value_mm);
  if (inches) return `${inches} in`;
  const steps = value_mm / METRIC_STEP_MM;
  if (Math.abs(steps - Math.round(steps)) > 0.001) return plain(value_mm, system);
  return `${plain(value_mm, METRIC)} (${thou(value_mm)}${THIN}in)`;
}

// Figures with one unit after the last of them: "0.18 mm/rev", "38 of 30 kN", "4 to 6 mm".
const FIGURE = String.raw`\d+(?:\.\d+)?`;
const SAID = new RegExp(
  String.raw`(?<![\w.])(${FIGURE}(?:(?:–| to | of | or | and | ± )${FIGURE})*)[ \u2009](mm/rev|mm/min|m/min|cm³/min|l/min|N·m|mm|kN|N|kW|W|bar|kg)(?![\w/·²])`,
  "g",
);
// Units the core says that are a thousand, or a thousandth, of one that is kept.
const KEPT_AS: Record<string, readonly [string, number]> = { kN: ["N", 1000], W: ["kW", 0.001] };

/** A sentence of the core, which speaks metric, in the user's units; a metric length keeps its name, and says what it is. */
export const inUnits = (sentence: string, system: System): string =>
  sentence.replace(SAID, (said, figures: string, unit: string) => {
    const [base, factor] = KEPT_AS[unit] ?? [unit, 1];
    if (sideOf(base, system) === "metric") return said;
    const each = (write: (value: number) => string) => figures.replace(new RegExp(FIGURE, "g"), (figure) => write(factor * Number(figure)));
    if (base === "mm") return `${said} (${each((value) => fraction(value) ?? thou(value))}${THIN}in)`;
    return `${each((value) => split(value, base, system, 2)[0])}${THIN}${split(1, base, system)[1]}`;
  });

/** Seconds as a shop says them. */
export function time(seconds: number | null): string {
  if (seconds === null) return "–";
  if (seconds < 90) return `${significant(seconds, 2)} s`;
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)} min ${whole % 60} s`;
}

/** A value that was assumed, in words. */
export function assumedValue(value: unknown): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.length ? value.join(", ") : "none";
  if (typeof value === "object") return "not given";
  return String(value);
}
