/** A recorded trace as a file has it: CSV with a line of names, a column of moments and one of loads, whatever else the machine tells. */
import { typedFigure } from "../../ui/typed";

export const COLUMNS = ["t_s", "load_percent", "rpm", "feed_mm_s", "z_mm", "x_mm", "tool"] as const;
export type Trace = Partial<Record<(typeof COLUMNS)[number], number[]>>;

/** The columns of a file; throws in words for what is none. A line that lacks a figure is left out. */
export function readTrace(text: string): Trace {
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r?\n/)
    .filter((line) => line.trim() !== "");
  const between = (lines[0] ?? "").includes(";") ? ";" : ",";
  const names = (lines[0] ?? "").split(between).map((name) => name.trim().toLowerCase());
  const known = COLUMNS.filter((name) => names.includes(name));
  for (const needed of ["t_s", "load_percent"] as const)
    if (!known.includes(needed)) throw new Error(`The file’s first line needs a column ${needed}; taken: ${COLUMNS.join(", ")}.`);
  const rows = lines.slice(1).map((line) => line.split(between).map((cell) => typedFigure(cell) ?? NaN));
  const whole = rows.filter((row) => known.every((name) => Number.isFinite(row[names.indexOf(name)] ?? NaN)));
  if (whole.length === 0) throw new Error("The file has no line of figures.");
  return Object.fromEntries(known.map((name) => [name, whole.map((row) => row[names.indexOf(name)] ?? 0)]));
}
