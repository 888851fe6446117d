/** A setting taken from a program: its speed, and its feed rate as it is written. */
import type { Schemas } from "../api/client";
import type { Case } from "./types";

export const PROGRAMMED = "as programmed ";

export function withProgram(was: Case, read: Schemas["ProgramAnswer"]): Case {
  const { hand_force_n: _force, feed_mm_rev: _feed, seconds_per_turn: _turn, ...rest } = was.setting;
  return { ...was, setting: { ...rest, speed_rpm: read.speed_rpm, feed_rate_mm_min: read.feed_rate_mm_min } };
}
