/** A job on screen: the case the core reads, what was typed for it, and which records it came from. */
import type { Schemas } from "../api/client";
import { words } from "./words";

type Contract = Schemas["Case"];
export type Hole = Contract["hole"];
type MachineFields = Extract<Contract["machine"], { kind: string }>;
/** Spindle and feed always stand in a machine that has been read. */
export type Machine = MachineFields & Required<Pick<MachineFields, "spindle" | "feed">>;
/** The speeds a machine was given; none where only its pulleys were. */
export const stagesOf = (machine: Machine) => machine.spindle.stages ?? [];
export type Cutter = Extract<Contract["cutter"], { family: string }>;
export type Material = { id?: string | null; name?: string | null; hardness_hb?: number | null };
export type Setting = Contract["setting"];
export type Holding = NonNullable<Contract["holding"]>;

export type Case = {
  hole: Hole;
  material: Material;
  cutter: Cutter;
  machine: Machine;
  holding?: Holding;
  setting: Setting;
};

/** A record a phrase was taken from, as it was then. */
export type Ref = { id: string; revision: number };

export type Job = {
  case: Case;
  /** What was typed, where it differs from the plain figure: "1/2", "7 thou". */
  typed: Partial<Record<Slot, string>>;
  refs: { machine?: Ref; cutter?: Ref; check?: string };
  pinned: boolean;
  /** Nobody has set a speed or a feed yet: both are the usual ones, and follow the job. */
  usual?: boolean;
  name: string;
};

export type Phrase =
  | "diameter"
  | "depth"
  | "material"
  | "start"
  | "cutter"
  | "machine"
  | "speed"
  | "feed"
  | "entry"
  | "behind"
  | "holding"
  | "coolant"
  | "wear"
  | "pecks"
  | "base"
  | "held"
  | "asked";

/** Where something can be typed: a phrase's own figure, or any field of the case behind it by its path. */
export type Slot = Phrase | `${Phrase}:${string}`;
export const phraseOfSlot = (slot: Slot): Phrase => slot.split(":")[0] as Phrase;

export type Answer = Schemas["Answer"];
export type LimitFinding = Schemas["LimitFinding"];
export type Band = Schemas["Band"];
export type Verdict = Answer["verdict"];
export type Side = "metric" | "inch";
/** Which side each unit is shown and read on: the trade mixes them. */
export type System = Readonly<Record<Quantity, Side>>;
export type Quantity = "length" | "feed" | "speed" | "force" | "torque" | "power" | "pressure";

export const isHandFed = (job: Case): boolean => words().hand_feeds.includes(job.machine.feed?.kind ?? "");
