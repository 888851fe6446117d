/** How figures are shown: two or three significant digits, the user's units, the unit always with the number. */
import type { System } from "./types";

type Shown = { unit: string; factor: number; digits?: number };

const UNITS: Record<string, Record<System, Shown>> = {
  mm: { metric: { unit: "mm", factor: 1 }, inch: { unit: "in", factor: 1 / 25.4 } },
  "mm/rev": { metric: { unit: "mm/rev", factor: 1 }, inch: { unit: "in/rev", factor: 1 / 25.4 } },
  "mm/min": { metric: { unit: "mm/min", factor: 1 }, inch: { unit: "in/min", factor: 1 / 25.4 } },
  "m/min": { metric: { unit: "m/min", factor: 1 }, inch: { unit: "ft/min", factor: 1 / 0.3048 } },
  N: { metric: { unit: "N", factor: 1 }, inch: { unit: "lbf", factor: 1 / 4.4482216152605 } },
  "N·m": { metric: { unit: "N·m", factor: 1 }, inch: { unit: "lbf·ft", factor: 0.737562149 } },
  kW: { metric: { unit: "kW", factor: 1 }, inch: { unit: "hp", factor: 1 / 0.745699872 } },
  "cm³/min": { metric: { unit: "cm³/min", factor: 1 }, inch: { unit: "in³/min", factor: 1 / 16.387064 } },
};

/** A number at so many significant digits, without exponents or trailing noughts beyond them. */
export function significant(value: number, digits = 3): string {
  if (value === 0) return "0";
  const rounded = Number(value.toPrecision(digits));
  const places = Math.max(0, digits - 1 - Math.floor(Math.log10(Math.abs(rounded))));
  return rounded.toFixed(Math.min(places, 6));
}

/** A figure and its unit as the user wants to see it. Large thrusts go to kN. */
export function split(value: number, unit: string, system: System, digits = 3): [string, string] {
  const shown = UNITS[unit]?.[system] ?? { unit, factor: 1 };
  if (unit === "N" && system === "metric" && Math.abs(value) >= 1000) return [significant(value / 1000, digits), "kN"];
  return [significant(value * shown.factor, digits), shown.unit];
}

/** A figure with its unit. */
export function show(value: number | null | undefined, unit: string, system: System, digits = 3): string {
  if (value === null || value === undefined) return "–";
  return split(value, unit, system, digits).join(" ").trim();
}

/** A figure somebody set, not one worked out: no digits it was not given. */
export function nominal(value: number, unit: string, system: System): string {
  const [figure, shown] = split(value, unit, system);
  return `${Number(figure)} ${shown}`;
}

/** A band with its unit, the unit once. */
export function showBand(low: number, high: number, unit: string, system: System): string {
  if (low === high) return show(low, unit, system);
  const kilo = unit === "N" && system === "metric" && high >= 1000;
  const at = (value: number) => (kilo ? significant(value / 1000, 2) : split(value, unit, system, 2)[0]);
  return `${at(low)}–${at(high)} ${kilo ? "kN" : split(high, unit, system)[1]}`;
}

/** A demand against its marks, the unit once: "0.97–1.5 of 1.2 / 1.6 kW". */
export function against(band: readonly [number, number], soft: number, hard: number, unit: string, system: System): string {
  const kilo = unit === "N" && system === "metric" && hard >= 1000;
  const at = (value: number) => (kilo ? significant(value / 1000, 2) : split(value, unit, system, value >= 100 ? 3 : 2)[0]);
  const demand = band[0] === band[1] ? at(band[0]) : `${at(band[0])}–${at(band[1])}`;
  return `${demand} of ${soft < hard ? `${at(soft)} / ` : ""}${at(hard)} ${kilo ? "kN" : split(1, unit, system)[1]}`;
}

/** A speed as a machine's plate has it: whole where it is whole. */
export const speed = (rpm: number): string => `${Number(rpm.toPrecision(4))} rpm`;

/** A length as a machinist writes it: no needless noughts. */
export function plain(value: number, system: System): string {
  const shown = system === "inch" ? value / 25.4 : value;
  return `${Number(shown.toFixed(system === "inch" ? 4 : 3))} ${system === "inch" ? "in" : "mm"}`;
}

/** Seconds as a shop says them. */
export function time(seconds: number | null): string {
  if (seconds === null) return "–";
  if (seconds < 90) return `${significant(seconds, 2)} s`;
  return `${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s`;
}
