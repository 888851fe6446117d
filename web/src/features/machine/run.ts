/** A plan or part taken to the machine: where one is in it and what was made, kept in this browser so that nothing is lost with the network. Pure but for the keeping. */
import type { Entry } from "../../job/outbox";
import { type Answer, type Hole, isPart, type Step, stepsOf, titleOf } from "./stages";

/** The stage one is at: the checklist, a step of the row, what comes after the last hole. */
export type Stage = { kind: "before" } | { kind: "step"; step: Step; place: number } | { kind: "after" };
export type Run = {
  name: string;
  answer: Answer;
  /** 0 is the checklist, then a step each, then what comes after. */
  at: number;
  /** The hole of this step in the order they are made, from 1. */
  hole: number;
  ticks: readonly string[];
  /** When the clock of this hole was started, ms; nothing: it stands. */
  since: number | null;
  /** The kept plan or part it is, where it is one. */
  plan?: string | null;
  part?: string | null;
  /** Counted up by everything that is written down, so that a later state is told from an earlier one. */
  rev: number;
  /** What went alike, by step and letter: under which name it is written down, how many holes, which was the first, and since when. */
  made: Readonly<Record<string, Made>>;
  /** Holes of a step that were written down by themselves, by step and letter. */
  own: Readonly<Record<string, readonly number[]>>;
};
export type Made = { id: string; holes: number; first: number; at: string };
export type Doing =
  { do: "done"; id?: string; now?: string } | { do: "noted" } | { do: "back" } | { do: "tick"; id: string; on: boolean } | { do: "clock"; now: number | null };

const KEPT = "at-machine";

export function stageOf(run: Run): Stage {
  const step = stepsOf(run.answer)[run.at - 1];
  return run.at === 0 ? { kind: "before" } : step ? { kind: "step", step, place: run.at } : { kind: "after" };
}

/** Holes a step is done to one by one: a cutter's; what hands do is done to all in one go. */
export const holesOf = (run: Run): number => {
  const stage = stageOf(run);
  return stage.kind === "step" ? Math.max(stage.step.holes.length, 1) : 1;
};

/** The hole one stands before; nothing where none is cut. */
export function holeOf(run: Run): Hole | null {
  const stage = stageOf(run);
  return stage.kind === "step" ? (stage.step.holes[run.hole - 1] ?? null) : null;
}

/** By what a step's holes of one letter are counted together. */
const keyOf = (at: number, letter: string): string => `${at}${letter && ` ${letter}`}`;

/** A hole of a cutter's step counted among those that went alike. */
function counted(run: Run, doing: { id?: string; now?: string }): Pick<Run, "made" | "rev"> {
  const hole = holeOf(run);
  if (!hole) return run;
  const key = keyOf(run.at, hole.letter);
  if (run.own[key]?.includes(hole.number)) return run;
  const was = run.made[key] ?? { id: doing.id ?? "", holes: 0, first: hole.number, at: doing.now ?? "" };
  return { made: { ...run.made, [key]: { ...was, holes: was.holes + 1, first: Math.min(was.first, hole.number) } }, rev: run.rev + 1 };
}

/** A hole gone back to is counted no more, until it is done again. */
function uncounted(run: Run): Pick<Run, "made" | "rev"> {
  const hole = holeOf(run);
  const key = keyOf(run.at, hole?.letter ?? "");
  const was = run.made[key];
  if (!hole || !was || was.holes === 0 || run.own[key]?.includes(hole.number)) return run;
  return { made: { ...run.made, [key]: { ...was, holes: was.holes - 1 } }, rev: run.rev + 1 };
}

function noted(run: Run): Pick<Run, "own" | "rev"> {
  const hole = holeOf(run);
  const key = keyOf(run.at, hole?.letter ?? "");
  return { own: { ...run.own, [key]: [...(run.own[key] ?? []), hole?.number ?? run.hole] }, rev: run.rev + 1 };
}

const onward = (run: Run): Run => {
  const last = stepsOf(run.answer).length + 1;
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
  if (doing.do === "noted") return onward({ ...run, ...noted(run) });
  const back = backward(run);
  return { ...back, ...uncounted(back) };
}

/** What is written down of holes that went alike, by the key they are counted under; nothing where there are none. */
export function entryOf(run: Run, key: string): Entry | null {
  const made = run.made[key];
  const [at = "", letter = ""] = key.split(" ");
  const hole = stepsOf(run.answer)[Number(at) - 1]?.holes.find((one) => one.letter === letter);
  if (!hole || !made?.id) return null;
  return {
    id: made.id,
    rev: run.rev,
    gone: made.holes === 0,
    body: made.holes === 0 ? {} : { ...what(run, hole, Number(at)), holes: made.holes, hole_no: made.first, at: made.at },
  };
}

/** What everything that is written down of a hole says of itself. */
export const what = (run: Run, hole: Hole, at: number) => ({
  ...where(run, hole, at),
  cutter: hole.step.cutter_id ?? "",
});

/** Of which hole of which plan or part. */
export const where = (run: Run, hole: Hole, at: number) => ({
  case: hole.step.cut?.case ?? {},
  plan: run.plan ?? "",
  part: run.part ?? "",
  letter: hole.letter,
  step: at,
  hole_no: hole.number,
});

export const take = (name: string, answer: Answer, slug?: string | null): Run => ({
  name,
  answer,
  plan: isPart(answer) ? null : (slug ?? null),
  part: isPart(answer) ? (slug ?? null) : null,
  at: 0,
  hole: 1,
  ticks: [],
  since: null,
  rev: 0,
  made: {},
  own: {},
});

/** A run as it was kept here or left by another; nothing where it is none. */
export function asRun(found: unknown): Run | null {
  const run = found as Run | null;
  const answer = run?.answer as { plan?: { steps?: unknown }; operations?: unknown } | undefined;
  if (!run || !(Array.isArray(answer?.plan?.steps) || Array.isArray(answer?.operations))) return null;
  // One that was taken before anything was written down has nothing of it yet.
  return { ...take(run.name, run.answer), ...run };
}

export function kept(): Run | null {
  try {
    return asRun(JSON.parse(localStorage.getItem(KEPT) ?? "null"));
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

export const nameOf = (run: Run): string => run.name || titleOf(run.answer);

/** Whether another run may take the place of the one that is under way. */
export function mayTake(agreed: (words: string) => boolean): boolean {
  const open = kept();
  if (!open || open.at === 0) return true;
  return agreed(`“${nameOf(open)}” is under way at the machine, at step ${open.at} of ${stepsOf(open.answer).length}. Give it up for this one?`);
}

/** Takes a plan or part to the machine: goes on where it was left, asks before another that is under way is given up. Whether it began. */
export function begin(name: string, answer: Answer, agreed: (words: string) => boolean, slug?: string | null): boolean {
  const open = kept();
  if (open && JSON.stringify(stepsOf(open.answer)) === JSON.stringify(stepsOf(answer))) return true;
  if (!mayTake(agreed)) return false;
  keep(take(name, answer, slug));
  return true;
}
