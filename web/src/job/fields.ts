/** Any field of the case by its path: reading it, putting it, and the words of its choices. */
import { applied } from "./apply";
import type { Case, Phrase } from "./types";

/** What stands at a path; undefined where nothing does. */
export function at(job: unknown, path: string): unknown {
  return path.split(".").reduce<unknown>((found, name) => (found as Record<string, unknown> | null | undefined)?.[name], job);
}

/** The case with a value at a path; null takes it back to what is assumed. */
export const withField = (job: Case, path: string, value: unknown): Case => applied(job, { [path]: value });

/** The same path for any place in a list, as the table of fields has it. */
export const pattern = (path: string): string => path.replace(/\.\d+(?=\.|$)/g, "[]");

/** Fields that say which record's machine or cutter it is: changed, it is no longer the record's. */
const OF_THE_RECORD = /^(machine\.(spindle|feed|stiffness|max_thrust|stroke|daylight)|cutter\.)/;
export const partsFromRecord = (path: string): { machine?: undefined; cutter?: undefined } =>
  !OF_THE_RECORD.test(path) ? {} : path.startsWith("machine") ? { machine: undefined } : { cutter: undefined };

/** Which phrase a field belongs to; the first match counts. */
const PHRASE_OF: readonly (readonly [string, Phrase])[] = [
  ["hole.diameter_mm", "diameter"],
  ["hole.depth_mm", "depth"],
  ["hole.stack_mm", "depth"],
  ["hole.plate_thickness_mm", "depth"],
  ["hole.tolerance_it", "asked"],
  ["hole.edge_distance_mm", "asked"],
  ["hole.next_hole_mm", "asked"],
  ["hole.count", "diameter"],
  ["hole.start_diameter_mm", "start"],
  ["hole.start", "entry"],
  ["material", "material"],
  ["cutter", "cutter"],
  ["machine.coolant", "coolant"],
  ["machine.magnet", "base"],
  ["machine.holder", "held"],
  ["machine", "machine"],
  ["setting.speed_rpm", "speed"],
  ["setting.pecks", "pecks"],
  ["setting", "feed"],
  ["holding", "holding"],
  ["hole", "entry"],
];
export const phraseOfField = (field: string): Phrase => PHRASE_OF.find(([start]) => field.startsWith(start))?.[1] ?? "cutter";
