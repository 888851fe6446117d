/** The match as a table: machines across, cutters down; the best of each row and column; what no cutter helps. Pure. */
import type { Schemas } from "../../api/client";

export type Crossing = Schemas["CrossingLine"];
export type Table = {
  /** Machines that make it with some cutter, the best first. */
  machines: { id: string; name: string }[];
  cutters: { id: string; name: string }[];
  at: (machine: string, cutter: string) => Crossing | undefined;
  bestOfRow: ReadonlySet<Crossing>;
  bestOfColumn: ReadonlySet<Crossing>;
  /** Machines that do not, whatever the cutter: with what is nearest to going. */
  never: Crossing[];
};
const ORDER = ["holds", "tight", "unknown", "gives-way", "cannot"];

/** What holds before what is tight, the quicker before the slower, the less used before the more. */
export const better = (one: Crossing, other: Crossing): number =>
  ORDER.indexOf(one.verdict) - ORDER.indexOf(other.verdict) || (one.time_s ?? 1e9) - (other.time_s ?? 1e9) || one.use - other.use;

export const goes = (one: Crossing | undefined): boolean => one?.verdict === "holds" || one?.verdict === "tight";

/** The best of each group, by what it is grouped by. */
function bestBy(found: readonly Crossing[], by: "machine_id" | "cutter_id"): Map<string, Crossing> {
  const best = new Map<string, Crossing>();
  for (const one of [...found].sort(better)) if (!best.has(one[by])) best.set(one[by], one);
  return best;
}

export function tableOf(found: readonly Crossing[]): Table {
  const [ofMachine, ofCutter] = [bestBy(found, "machine_id"), bestBy(found, "cutter_id")];
  const by = new Map(found.map((one) => [`${one.machine_id} ${one.cutter_id}`, one]));
  const can = [...ofMachine.values()].filter((one) => one.verdict !== "cannot");
  return {
    machines: can.map((one) => ({ id: one.machine_id, name: one.machine_name })),
    cutters: [...ofCutter.values()].map((one) => ({ id: one.cutter_id, name: one.cutter_name })),
    at: (machine, cutter) => by.get(`${machine} ${cutter}`),
    bestOfRow: new Set([...ofCutter.values()].filter(goes)),
    bestOfColumn: new Set([...ofMachine.values()].filter(goes)),
    never: [...ofMachine.values()].filter((one) => one.verdict === "cannot"),
  };
}
