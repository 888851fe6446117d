/** A plan taken to the machine: where one is in it and what was made, kept in this browser so that nothing is lost with the network. Pure but for the keeping. */
import type { Schemas } from "../../api/client";
import type { Entry } from "../../job/outbox";

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
  /** The kept plan it is, where it is one. */
  plan?: string | null;
  /** Counted up by everything that is written down, so that a later state is told from an earlier one. */
  rev: number;
  /** What went alike, by step: under which name it is written down, how many holes, and since when. */
  made: Readonly<Record<number, Made>>;
  /** Holes of a step that were written down by themselves. */
  own: Readonly<Record<number, readonly number[]>>;
};
export type Made = { id: string; holes: number; first: number; at: string };
export type Doing =
  { do: "done"; id?: string; now?: string } | { do: "noted" } | { do: "back" } | { do: "tick"; id: string; on: boolean } | { do: "clock"; now: number | null };

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

/** A hole of a cutter's step counted among those that went alike. */
function counted(run: Run, doing: { id?: string; now?: string }): Pick<Run, "made" | "rev"> {
  const stage = stageOf(run);
  if (stage.kind !== "step" || !stage.step.cut || run.own[run.at]?.includes(run.hole)) return run;
  const was = run.made[run.at] ?? { id: doing.id ?? "", holes: 0, first: run.hole, at: doing.now ?? "" };
  return { made: { ...run.made, [run.at]: { ...was, holes: was.holes + 1, first: Math.min(was.first, run.hole) } }, rev: run.rev + 1 };
}

/** A hole gone back to is counted no more, until it is done again. */
function uncounted(run: Run): Pick<Run, "made" | "rev"> {
  const was = run.made[run.at];
  if (!was || was.holes === 0 || run.own[run.at]?.includes(run.hole)) return run;
  return { made: { ...run.made, [run.at]: { ...was, holes: was.holes - 1 } }, rev: run.rev + 1 };
}

const onward = (run: Run): Run => {
  const last = stepsOf(run).length + 1;
  return run.hole < holesOf(run) ? { ...run, hole: run.hole + 1, since: null } : { ...run, at: Math.min(run.at + 1, last), hole: 1, since: null };
};

const backward = (run: Run): Run => {
  if (run.hole > 1) return { ...run, hole: run.hole - 1, since: null };
  const before = { ...run, at: Math.max(run.at - 1, 0), since: null };
  return { ...before, hole: run.at === 0 ? 1 : holesOf(before) };
};

export function done(run: Run, doing: Doing): Run {
  if (doing.do === "tick") return { ...run, ticks: doing.on ? [...run.ticks, doing.id] : run.ticks.filter((one) => one !== doing.id) };
  if (doing.do === "clock") return { ...run, since: doing.now };
  if (doing.do === "done") return onward({ ...run, ...counted(run, doing) });
  if (doing.do === "noted") return onward({ ...run, own: { ...run.own, [run.at]: [...(run.own[run.at] ?? []), run.hole] }, rev: run.rev + 1 });
  const back = backward(run);
  return { ...back, ...uncounted(back) };
}

/** What is written down of a step of a run: those of its holes that went alike; nothing where there are none. */
export function entryOf(run: Run, at: number): Entry | null {
  const [step, made] = [stepsOf(run)[at - 1], run.made[at]];
  if (!step?.cut || !made?.id) return null;
  return {
    id: made.id,
    rev: run.rev,
    gone: made.holes === 0,
    body: made.holes === 0 ? {} : { ...what(run, step, at), holes: made.holes, hole_no: made.first, at: made.at },
  };
}

/** What every entry of a step says of itself. */
export const what = (run: Run, step: Step, at: number) => ({
  case: step.cut?.case ?? {},
  plan: run.plan ?? "",
  step: at,
  cutter: step.cutter_id ?? "",
});

export const take = (name: string, answer: Answer, plan?: string | null): Run => ({
  name,
  answer,
  plan: plan ?? null,
  at: 0,
  hole: 1,
  ticks: [],
  since: null,
  rev: 0,
  made: {},
  own: {},
});

export function kept(): Run | null {
  try {
    const run = JSON.parse(localStorage.getItem(KEPT) ?? "null") as Run | null;
    // One that was taken before anything was written down has nothing of it yet.
    return run?.answer?.plan?.steps ? { ...take(run.name, run.answer), ...run } : null;
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
export function begin(name: string, answer: Answer, agreed: (words: string) => boolean, plan?: string | null): boolean {
  const open = kept();
  const same = open !== null && JSON.stringify(open.answer.plan.steps) === JSON.stringify(answer.plan.steps);
  if (same) return true;
  const words =
    open && `“${open.name || open.answer.hole.text}” is under way at the machine, at step ${open.at} of ${stepsOf(open).length}. Give it up for this one?`;
  if (words && open.at > 0 && !agreed(words)) return false;
  keep(take(name, answer, plan));
  return true;
}
