/** The key map: what each single letter opens. */
import type { Phrase } from "./types";

export const PHRASE_KEYS: Partial<Record<Phrase, string>> = {
  diameter: "d",
  depth: "l",
  material: "m",
  start: "p",
  cutter: "c",
  machine: "s",
  speed: "r",
  feed: "f",
  holding: "h",
  coolant: "o",
};

export const OTHER_KEYS: readonly (readonly [string, string])[] = [
  ["n", "new hole: a clean job"],
  ["← → ↑ ↓", "on the map, once it has the focus: speed, and feed or force"],
  ["1 … 5", "take a way out"],
  ["v", "the verdict in big letters, to be read from the machine"],
  ["w", "working of the tightest limit"],
  ["k", "keep this check"],
  ["/", "find anything"],
  ["t", "terms: the words of the trade"],
  ["g b", "to the Bench’s sentence"],
  ["g p", "to the Plan"],
  ["g m", "to the Match"],
  ["g c", "to the wall Chart"],
  ["g l", "to the log of cuts"],
  ["g f", "to Practice"],
  ["g r", "to the Book"],
  ["g s", "to the Shop"],
  ["u", "mm or inch"],
  ["Ctrl Z", "undo"],
  ["Ctrl Y", "redo"],
  ["?", "this list"],
];

/** Whether single letters do anything: some speak to their machine, or rest on the keys. */
export const keysAreOn = (): boolean => localStorage.getItem("keys") !== "off";
