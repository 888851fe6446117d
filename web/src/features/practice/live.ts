/** A run under way: forces sent a fifth of a second at a time, moments back. The server says what happens; here it is only drawn. Pure but for the asking. */
import { Lost, Refused, type Schemas } from "../../api/client";
import { practice } from "../../api/practice";

export type Scene = Schemas["PracticeScene"];
export type Frame = Schemas["PracticeFrame"];
export type Happened = Schemas["PracticeEvent"];
export type Told = Schemas["PracticeAnswer"];

/** One force each fiftieth of a second; so many make a step; a step each fifth of a second. */
export const SAMPLE_S = 0.02;
const A_STEP = 10;
export const STEP_MS = 200;
const AGAIN_MS = 250;
const SLOWER = 0.5;

/** Forces from one to another in a line, as a hand moves. */
export const between = (from: number, to: number, count: number): number[] => Array.from({ length: count }, (_, k) => from + ((to - from) * (k + 1)) / count);

/** A moment between two, at a share of the way: figures in a line, words of the earlier. */
export function blended(one: Frame, other: Frame, share: number): Frame {
  const mixed = { ...one };
  for (const name of ["tip_mm", "force_n", "thrust_n", "speed_rpm", "torque_nm", "feed_mm_rev", "ratio", "r", "edge_c", "t_s"] as const)
    mixed[name] = one[name] + (other[name] - one[name]) * share;
  return mixed;
}

type Heard = { frames: readonly Frame[]; events: readonly Happened[]; end: string | null };
export type Hand = { force: number; actions: string[]; paused: boolean; slow: boolean };

/** Drills a run until it ends or is left: asks again where a step was lost or came early, and never sends another in its place. */
export async function drill(run: string, hand: Hand, hear: (heard: Heard) => void, left: () => boolean): Promise<void> {
  let before = hand.force;
  for (let k = 0; !left();) {
    if (hand.paused) {
      await pause(STEP_MS / 4);
      continue;
    }
    const began = performance.now();
    const samples = between(before, hand.force, hand.slow ? A_STEP * SLOWER : A_STEP);
    before = hand.force;
    const actions = hand.actions.splice(0);
    const heard = await sent({ run, k, samples, actions }, left);
    if (!heard) return;
    k = heard.k;
    hear(heard);
    if (heard.end) return;
    await pause(Math.max(0, STEP_MS - (performance.now() - began)));
  }
}

async function sent(body: object, left: () => boolean): Promise<(Heard & { k: number }) | null> {
  while (!left()) {
    try {
      return await practice.step(body);
    } catch (fault) {
      // Early by the server's clock, busy, or out of reach: the same step again, a moment later.
      if (!(fault instanceof Lost || (fault instanceof Refused && [409, 429, 503].includes(fault.status)))) throw fault;
      await pause(AGAIN_MS);
    }
  }
  return null;
}

const pause = (ms: number): Promise<void> => new Promise((then) => setTimeout(then, ms));
