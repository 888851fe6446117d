/** The job, its drafts, and what was before: a pure reducer. */
import type { Job, Phrase, Slot } from "./types";

export const MOST_STEPS_BACK = 200;
/** Nudges closer together than this are one step of undo. */
export const ONE_NUDGE_MS = 600;

export type State = {
  job: Job | null;
  drafts: Partial<Record<Slot, string>>;
  /** What is wrong with a draft, in words. */
  wrong: Partial<Record<Slot, string>>;
  /** What moved with the last change, in words. */
  moved: Partial<Record<Phrase, string>>;
  past: Job[];
  future: Job[];
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
  job,
  drafts,
  wrong: {},
  moved: {},
  past: [],
  future: [],
  lastNudge: null,
});

function without<T>(record: Partial<Record<Slot, T>>, slot?: Slot): Partial<Record<Slot, T>> {
  if (!slot || !(slot in record)) return record;
  const rest = { ...record };
  delete rest[slot];
  return rest;
}

function commit(state: State, action: Extract<Action, { do: "commit" }>): State {
  const at = action.at ?? 0;
  const merges = action.nudge !== undefined && state.lastNudge?.kind === action.nudge && at - state.lastNudge.at < ONE_NUDGE_MS && state.past.length > 0;
  const past = merges || !state.job ? state.past : [...state.past, state.job].slice(-MOST_STEPS_BACK);
  return {
    ...state,
    job: action.job,
    drafts: without(state.drafts, action.slot),
    wrong: without(state.wrong, action.slot),
    moved: Object.fromEntries((action.moved ?? []).map((move) => [move.phrase, move.words])),
    past,
    future: [],
    lastNudge: action.nudge ? { kind: action.nudge, at } : null,
  };
}

export function reduce(state: State, action: Action): State {
  switch (action.do) {
    case "open":
      // What was on screen is one undo away, kept or not.
      return state.job ? { ...start(action.job), past: [...state.past, state.job].slice(-MOST_STEPS_BACK) } : start(action.job);
    case "draft":
      return { ...state, drafts: { ...state.drafts, [action.slot]: action.text }, wrong: without(state.wrong, action.slot) };
    case "wrong":
      return { ...state, wrong: { ...state.wrong, [action.slot]: action.words } };
    case "drop-draft":
      return { ...state, drafts: without(state.drafts, action.slot), wrong: without(state.wrong, action.slot) };
    case "commit":
      return commit(state, action);
    case "named":
      return state.job ? { ...state, job: { ...state.job, name: action.name, refs: { ...state.job.refs, check: action.check } } } : state;
    case "undo": {
      const before = state.past.at(-1);
      if (!before || !state.job) return state;
      return { ...state, job: before, past: state.past.slice(0, -1), future: [state.job, ...state.future], moved: {}, lastNudge: null };
    }
    case "redo": {
      const next = state.future[0];
      if (!next || !state.job) return state;
      return { ...state, job: next, past: [...state.past, state.job], future: state.future.slice(1), moved: {}, lastNudge: null };
    }
  }
}
