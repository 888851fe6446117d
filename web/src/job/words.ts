/** The core's own words and facts, asked for once before anything is drawn: symbols, choices, families, kinds of machine, steps, wishes. */
import type { Schemas } from "../api/client";
import type { Case } from "./types";

export type Family = Case["cutter"]["family"];
export type MachineKind = Case["machine"]["kind"];
/** What the core says of a family and of a kind of machine; their ids are those a case may have, feed and drive too. */
export type FamilyFacts = Schemas["FamilyWords"] & { id: Family };
export type MachineFacts = Schemas["MachineWords"] & {
  id: MachineKind;
  feed: Case["machine"]["feed"]["kind"];
  drive: NonNullable<Case["machine"]["spindle"]["drive"]>;
};
type Words = Omit<Schemas["Words"], "families" | "machine_kinds"> & { families: FamilyFacts[]; machine_kinds: MachineFacts[] };
let here: Words | null = null;

/** Takes the words in; every screen is drawn after this. */
export const learn = (words: Schemas["Words"]): Schemas["Words"] => {
  here = words as Schemas["Words"] & Words;
  return words;
};

export function words(): Words {
  if (!here) throw new Error("the words are not here yet");
  return here;
}

function one<Row>(rows: readonly Row[], is: (row: Row) => boolean, what: string): Row {
  const found = rows.find(is);
  if (!found) throw new Error(`there is no ${what}`);
  return found;
}

/** The facts of a family of cutters. */
export const familyOf = (id: string): FamilyFacts => one(words().families, (family) => family.id === id, `family ${id}`);

/** Whether a family cuts with inserts: on a lathe its offset makes the size. */
export const standsOnInserts = (id: string): boolean => familyOf(id).on_inserts;

/** The facts of a kind of machine. */
export const machineOf = (id: string): MachineFacts => one(words().machine_kinds, (kind) => kind.id === id, `kind of machine ${id}`);

/** The drill that is meant where only a drill is said. */
export const plainDrill = (): FamilyFacts => one(words().families, (family) => family.standard_form, "plain drill");

/** The kind of machine that is meant where nothing is said: the plainest, which stands first. */
export function plainMachine(): MachineFacts {
  const [first] = words().machine_kinds;
  if (!first) throw new Error("there is no kind of machine");
  return first;
}

/** The choices of a field, with their words. */
export const choicesOf = (path: string): Record<string, string> => words().fields[path]?.choices ?? {};

/** A choice in words; where nothing was chosen, what is assumed. */
export const choiceWords = (path: string, choice: string | null | undefined, assumed = ""): string => {
  const key = choice ?? assumed;
  return choicesOf(path)[key] ?? key.replaceAll("-", " ");
};
