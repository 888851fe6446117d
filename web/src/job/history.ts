/** What was before and after: one way to take a step back, for the job, a plan and a record on the drawing board. Pure. */
export type History<Now> = { now: Now; past: readonly Now[]; future: readonly Now[] };
export const MOST_STEPS_BACK = 200;

export const begun = <Now>(now: Now): History<Now> => ({ now, past: [], future: [] });

/** A step forward; what lay ahead is gone. `merges`: it is one step with the one before it. */
export const stepped = <Now>({ now: was, past }: History<Now>, now: Now, merges = false): History<Now> => ({
  now,
  past: merges && past.length > 0 ? past : [...past, was].slice(-MOST_STEPS_BACK),
  future: [],
});

/** One step back, or forward again; the same history where there is none. */
export function travelled<Now>(history: History<Now>, way: "undo" | "redo"): History<Now> {
  const { now, past, future } = history;
  if (way === "undo") {
    const before = past.at(-1);
    return before === undefined ? history : { now: before, past: past.slice(0, -1), future: [now, ...future] };
  }
  const [next, ...rest] = future;
  return next === undefined ? history : { now: next, past: [...past, now], future: rest };
}
