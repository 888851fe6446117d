/** What each family of cutters and each kind of machine is called in the sentence. The types hold the lists complete. */
import type { Cutter, Machine } from "./types";

export type Family = Cutter["family"];
export type MachineKind = Machine["kind"];

type Words = {
  verb: string;
  noun: string;
  /** One of the families that drill, offered where a cutter is described by hand. */ drills: boolean;
};

export const FAMILIES: Record<Family, Words> = {
  twist: { verb: "Drill", noun: "twist drill", drills: true },
  spade: { verb: "Spade-drill", noun: "spade drill", drills: true },
  "replaceable-tip": { verb: "Drill", noun: "tipped drill", drills: true },
  indexable: { verb: "Drill", noun: "insert drill", drills: true },
  gun: { verb: "Gun-drill", noun: "gun drill", drills: true },
  annular: { verb: "Cut", noun: "annular cutter", drills: true },
  spot: { verb: "Spot", noun: "spot drill", drills: false },
  centre: { verb: "Centre-drill", noun: "centre drill", drills: false },
  step: { verb: "Step-drill", noun: "step drill", drills: false },
  core: { verb: "Core-drill", noun: "core drill", drills: false },
  reamer: { verb: "Ream", noun: "machine reamer", drills: false },
  counterbore: { verb: "Counterbore", noun: "counterbore", drills: false },
  countersink: { verb: "Countersink", noun: "countersink", drills: false },
  tap: { verb: "Tap", noun: "tap", drills: false },
  "thread-mill": { verb: "Thread-mill", noun: "thread mill", drills: false },
};

type Place = {
  /** What it is where it has no name. */ words: string;
  /** What stands before the machine's name, and after it. */ before: string;
  after?: string;
  holding: string;
};

export const MACHINES: Record<MachineKind, Place> = {
  "bench-press": { words: "a bench press", before: "on", holding: "vice" },
  "column-press": { words: "a column press", before: "on", holding: "vice" },
  "radial-press": { words: "a radial press", before: "on", after: "arm clamped,", holding: "clamps" },
  magnetic: { words: "a magnetic drill", before: "with", holding: "magnet" },
  lathe: { words: "a lathe", before: "from the tailstock of", after: "work turning,", holding: "lathe-chuck" },
  "turning-centre": { words: "a turning centre", before: "from the turret of", after: "work turning,", holding: "lathe-chuck" },
  "machining-centre": { words: "a machining centre", before: "on", holding: "vice" },
  "gun-drilling": { words: "a gun-drilling machine", before: "on", holding: "lathe-chuck" },
  "hand-held": { words: "a hand drill", before: "by hand with", holding: "clamps" },
};
export const ORIENTATION = { down: "base down", wall: "on a wall", overhead: "overhead" } as const;
export const SURFACES = {
  bare: "bare",
  scale: "scaled",
  primed: "primed",
  painted: "painted",
  galvanised: "galvanised",
  intumescent: "intumescent-coated",
  rusty: "rusty",
} as const;
