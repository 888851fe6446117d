/** A machine that is in no record: of a kind, turning at the speed now set, everything else as such machines are. */
import type { Machine } from "./types";
import { type MachineKind, machineOf } from "./words";

export function ownMachine(kind: MachineKind, speed_rpm: number): Machine {
  const { feed, drive, one_range, power_kw } = machineOf(kind);
  const stages = one_range ? [{ min_rpm: Math.min(50, speed_rpm), max_rpm: Math.max(4000, speed_rpm) }] : [{ speed_rpm }];
  return { kind, name: "my machine", spindle: { power_kw, drive, stages }, feed: { kind: feed } };
}
