/** The job, its drafts, and what was before: a pure reducer. */
import { begun, type History, stepped, travelled } from "./history";
import type { Job, Phrase, Slot } from "./types";

/** Nudges closer together than this are one step of undo. */
export const ONE_NUDGE_MS = 600;

export type State = {
  /** The job on screen, none at first, and what it was. */
  jobs: History<Job | null>;
  drafts: Partial<Record<Slot, string>>;
  /** What is wrong with a draft, in words. */
  wrong: Partial<Record<Slot, string>>;
  /** What moved with the last change, in words. */
  moved: Partial<Record<Phrase, string>>;
  lastNudge: { kind: string; at: number } | null;
};

export type Action =
  | { do: "open"; job: Job }
  | { do: "draft"; slot: Slot; text: string }
  | { do: "wrong"; slot: Slot; words: string }
  | { do: "drop-draft"; slot: Slot }
  | { do: "commit"; job: Job; slot?: Slot; moved?: { phrase: string; words: string }[]; nudge?: string; at?: number }
  | { do: "named"; name: string; check: string }
  | { do: "undo" }
  | { do: "redo" };

export const start = (job: Job | null, drafts: State["drafts"] = {}): State => ({
  jobs: begun(job),
  drafts,
  wrong: {},
  moved: {},
  lastNudge: null,
});

function without<T>(record: Partial<Record<Slot, T>>, slot?: Slot): Partial<Record<Slot, T>> {
  if (!slot || !(slot in record)) return record;
  const rest = { ...record };
  delete rest[slot];
  return rest;
}

/** The first job of all is no step: there is nothing to go back to. */
const put = ({ jobs }: State, job: Job, merges = false): State["jobs"] => (jobs.now === null ? begun(job) : stepped(jobs, job, merges));

function commit(state: State, action: Extract<Action, { do: "commit" }>): State {
  const at = action.at ?? 0;
  const merges = action.nudge !== undefined && state.lastNudge?.kind === action.nudge && at - state.lastNudge.at < ONE_NUDGE_MS;
  return {
    ...state,
    jobs: put(state, action.job, merges),
    drafts: without(state.drafts, action.slot),
    wrong: without(state.wrong, action.slot),
    moved: Object.fromEntries((action.moved ?? []).map((move) => [move.phrase, move.words])),
    lastNudge: action.nudge ? { kind: action.nudge, at } : null,
  };
}

export function reduce(state: State, action: Action): State {
  switch (action.do) {
    case "open":
      // What was on screen is one undo away, kept or not.
      return { ...start(action.job), jobs: put(state, action.job) };
    case "draft":
      return { ...state, drafts: { ...state.drafts, [action.slot]: action.text }, wrong: without(state.wrong, action.slot) };
    case "wrong":
      return { ...state, wrong: { ...state.wrong, [action.slot]: action.words } };
    case "drop-draft":
      return { ...state, drafts: without(state.drafts, action.slot), wrong: without(state.wrong, action.slot) };
    case "commit":
      return commit(state, action);
    case "named": {
      const job = state.jobs.now;
      return job ? { ...state, jobs: { ...state.jobs, now: { ...job, name: action.name, refs: { ...job.refs, check: action.check } } } } : state;
    }
    case "undo":
    case "redo": {
      const jobs = travelled(state.jobs, action.do);
      return jobs === state.jobs ? state : { ...state, jobs, moved: {}, lastNudge: null };
    }
  }
}
