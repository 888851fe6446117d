/** A plan taken to the machine: where one is in it, kept in this browser so that nothing is lost with the network. Pure but for the keeping. */
import type { Schemas } from "../../api/client";

export type Answer = Schemas["PlanAnswer"];
export type Step = Schemas["PlanStep"];
/** The stage one is at: the checklist, a step of the row, what comes after the last hole. */
export type Stage = { kind: "before" } | { kind: "step"; step: Step; place: number } | { kind: "after" };
export type Run = {
  name: string;
  answer: Answer;
  /** 0 is the checklist, then a step each, then what comes after. */
  at: number;
  /** The hole of this step, from 1. */
  hole: number;
  ticks: readonly string[];
  /** When the clock of this hole was started, ms; nothing: it stands. */
  since: number | null;
};
export type Doing = { do: "done" } | { do: "back" } | { do: "tick"; id: string; on: boolean } | { do: "clock"; now: number | null };

const KEPT = "at-machine";

export const stepsOf = ({ answer }: Run): Step[] => answer.plan.steps.filter((step) => !step.struck);

export function stageOf(run: Run): Stage {
  const steps = stepsOf(run);
  const step = steps[run.at - 1];
  return run.at === 0 ? { kind: "before" } : step ? { kind: "step", step, place: run.at } : { kind: "after" };
}

/** Holes a step is done to one by one: a cutter's; what hands do is done to all in one go. */
export const holesOf = (run: Run): number => {
  const stage = stageOf(run);
  return stage.kind === "step" && stage.step.cut ? run.answer.count : 1;
};

export function done(run: Run, doing: Doing): Run {
  if (doing.do === "tick") return { ...run, ticks: doing.on ? [...run.ticks, doing.id] : run.ticks.filter((one) => one !== doing.id) };
  if (doing.do === "clock") return { ...run, since: doing.now };
  const last = stepsOf(run).length + 1;
  if (doing.do === "done")
    return run.hole < holesOf(run) ? { ...run, hole: run.hole + 1, since: null } : { ...run, at: Math.min(run.at + 1, last), hole: 1, since: null };
  if (run.hole > 1) return { ...run, hole: run.hole - 1, since: null };
  const before = { ...run, at: Math.max(run.at - 1, 0), since: null };
  return { ...before, hole: run.at === 0 ? 1 : holesOf(before) };
}

export const take = (name: string, answer: Answer): Run => ({ name, answer, at: 0, hole: 1, ticks: [], since: null });

export function kept(): Run | null {
  try {
    const run = JSON.parse(localStorage.getItem(KEPT) ?? "null") as Run | null;
    return run?.answer?.plan?.steps ? run : null;
  } catch {
    return null;
  }
}

/** Kept, or put away; a browser that has no room goes on without. */
export function keep(run: Run | null): void {
  try {
    if (run) localStorage.setItem(KEPT, JSON.stringify(run));
    else localStorage.removeItem(KEPT);
  } catch {
    // Then a reload begins anew: the screen itself goes on.
  }
}

/** Takes a plan to the machine: goes on where this plan was left, asks before another that is under way is given up. Whether it began. */
export function begin(name: string, answer: Answer, agreed: (words: string) => boolean): boolean {
  const open = kept();
  const same = open !== null && JSON.stringify(open.answer.plan.steps) === JSON.stringify(answer.plan.steps);
  if (same) return true;
  const words =
    open && `“${open.name || open.answer.hole.text}” is under way at the machine, at step ${open.at} of ${stepsOf(open).length}. Give it up for this one?`;
  if (words && open.at > 0 && !agreed(words)) return false;
  keep(take(name, answer));
  return true;
}
