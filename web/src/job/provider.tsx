/** The one store of the job: drafts kept through reloads and lost servers, every change one step of undo. */
import { useQuery } from "@tanstack/react-query";
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useReducer, useRef, useState } from "react";

import { api, Lost, Refused } from "../api/client";
import { partsFromRecord } from "./fields";
import { useAskAhead, useHeard, useReadText } from "./queries";
import { type Action, reduce, start, type State } from "./store";
import type { Case, Job, Phrase, Side, Slot, System } from "./types";
import { phraseOfSlot } from "./types";
import { METRIC, sideOf, unitOf } from "./units";
import { jobInAddress } from "./url";
import { Units } from "./useUnits";

const DRAFTS = "drafts";
const AGAIN_MS = 1500;
/** How long a typist may pause before a draft is taken. */
export const PAUSE_MS = 250;

type Settled = "diameter" | "cutter" | "machine" | "start" | "other";
/** A typed figure read; a list where the field takes several. */
export type Read = number | number[];
export type Apply = (job: Case, value: Read) => Case;
/** What takes one figure. */
export const figure =
  (put: (job: Case, value: number) => Case): Apply =>
  (job, value) =>
    put(job, Array.isArray(value) ? (value[0] ?? 0) : value);
const unchanged: Apply = (job) => job;
/** What sets the speed or the feed, after which neither follows the job any more. */
const SETS: readonly Phrase[] = ["speed", "feed", "pecks"];
export type Change = {
  phrase: Phrase;
  /** Where it was typed, if not into the phrase's own field. */
  slot?: Slot;
  edit: (job: Case) => Case;
  /** Which other phrases may have to move with it; none where it stands alone. */
  settles?: Settled;
  typed?: string | null;
  /** Text that settling reads first: what it was typed for, and in which units. */
  text?: { kind: string; text: string; system: Side };
  refs?: Partial<Job["refs"]>;
  /** From here on speed and feed are the usual ones, and follow the job. */
  usual?: true;
  nudge?: string;
};

export type JobStore = {
  state: State;
  dispatch: (action: Action) => void;
  change: (change: Change) => Promise<boolean>;
  /** Reads typed text and puts it into the job; what settles is put there by the settling, and needs no `apply`. */
  read: (slot: Slot, kind: string, text: string, apply?: Apply, settles?: Settled) => Promise<boolean>;
  system: System;
  setSystem: (system: System) => void;
  lost: boolean;
  /** A change is with the server: what is on screen answers the case before it. */
  settling: boolean;
};

const Context = createContext<JobStore | null>(null);
/** The units apart from the job: what only shows figures is not drawn again when the job changes. */

export function useJob(): JobStore {
  const store = useContext(Context);
  if (!store) throw new Error("useJob needs its provider");
  return store;
}

const savedSystem = (): System => {
  try {
    return { ...METRIC, ...(JSON.parse(localStorage.getItem("units") ?? "{}") as Partial<System>) };
  } catch {
    return METRIC;
  }
};

const savedDrafts = (): State["drafts"] => {
  try {
    return JSON.parse(sessionStorage.getItem(DRAFTS) ?? "{}") as State["drafts"];
  } catch {
    return {};
  }
};

function typedAfter(job: Job, change: Change): Job["typed"] {
  const typed = { ...job.typed };
  delete typed[change.slot ?? change.phrase];
  if (change.settles === "cutter") delete typed.diameter;
  if (change.typed) typed[change.slot ?? change.phrase] = change.typed;
  return typed;
}

type Waiting = { slot: Slot; kind: string; apply: Apply; settles?: Settled };

export function JobProvider({ children }: { children: ReactNode }) {
  const [state, show] = useReducer(reduce, null, () => start(jobInAddress(), savedDrafts()));
  // What was last done is known at once, not only when it is drawn: two answers may come in between.
  const latest = useRef(state);
  const dispatch = useCallback((action: Action) => {
    latest.current = reduce(latest.current, action);
    show(action);
  }, []);
  const [system, keepSystem] = useState<System>(savedSystem);
  const [lost, setLost] = useState(false);
  const [settling, setSettling] = useState(0);
  const waiting = useRef(new Map<Slot, Waiting>());
  // The latest change asked for in each place: an older one of the same place is dropped, one of another place is settled on top.
  const turns = useRef(new Map<Slot, number>());
  const readText = useReadText();
  const heard = useRef(useHeard());
  const askAhead = useAskAhead();
  useEffect(() => sessionStorage.setItem(DRAFTS, JSON.stringify(state.drafts)), [state.drafts]);

  const change = useCallback(
    async function attempt(wanted: Change): Promise<boolean> {
      const job = latest.current.jobs.now;
      if (!job) return false;
      const edited = wanted.edit(structuredClone(job.case));
      const usual = (wanted.usual ?? job.usual) === true && !SETS.includes(wanted.phrase);
      const settles = wanted.settles ?? (usual ? "other" : undefined);
      const next: Job = { ...job, usual, case: edited, typed: typedAfter(job, wanted), refs: { ...job.refs, ...wanted.refs } };
      const slot = wanted.slot ?? wanted.phrase;
      const step = { do: "commit", slot, nudge: wanted.nudge, at: performance.now() } as const;
      if (!settles) {
        askAhead(edited);
        dispatch({ ...step, job: next });
        return true;
      }
      const mine = (turns.current.get(slot) ?? 0) + 1;
      turns.current.set(slot, mine);
      setSettling((now) => now + 1);
      try {
        const settled = await api.settle({ case: edited, changed: settles, pinned: job.pinned, usual, typed: wanted.text });
        if (wanted.text && settled.read) heard.current(wanted.text.kind, wanted.text.system, settled.read);
        setLost(false);
        if (mine !== turns.current.get(slot) || (wanted.text && latest.current.drafts[slot] !== wanted.text.text)) return false;
        // Something else was changed while this was settled: it is settled anew, on top of that.
        if (latest.current.jobs.now !== job) return await attempt(wanted);
        const cutterMoved = settled.moved.some((move) => move.phrase === "cutter");
        const refs = cutterMoved ? { ...next.refs, cutter: settled.cutter ? { id: settled.cutter, revision: 0 } : undefined } : next.refs;
        const typed = settled.moved.some((move) => move.phrase === "diameter") ? { ...next.typed, diameter: undefined } : next.typed;
        askAhead(settled.case as Case);
        dispatch({ ...step, job: { ...next, case: settled.case as Case, refs, typed }, moved: settled.moved });
        return true;
      } catch (error) {
        if (error instanceof Lost) setLost(true);
        const overtaken = wanted.text && latest.current.drafts[slot] !== wanted.text.text;
        if (error instanceof Refused && !overtaken) dispatch({ do: "wrong", slot, words: error.message });
        return false;
      } finally {
        setSettling((now) => now - 1);
      }
    },
    [askAhead, dispatch],
  );

  const readOnce = useCallback<JobStore["read"]>(
    async (slot, kind, text, apply = unchanged, settles) => {
      waiting.current.set(slot, { slot, kind, apply, settles });
      const side = sideOf(unitOf(kind), system);
      const typed = { phrase: phraseOfSlot(slot), slot, typed: text, settles, refs: partsFromRecord(kind) };
      try {
        if (settles) {
          const taken = await change({ ...typed, text: { kind, text, system: side }, edit: (was) => was });
          if (taken) waiting.current.delete(slot);
          return taken;
        }
        const found = await readText(kind, text, side);
        setLost(false);
        if (latest.current.drafts[slot] !== text) return false;
        waiting.current.delete(slot);
        return await change({ ...typed, edit: (job) => apply(job, found.value) });
      } catch (error) {
        if (error instanceof Lost) setLost(true);
        if (error instanceof Refused && latest.current.drafts[slot] === text) dispatch({ do: "wrong", slot, words: error.message });
        return false;
      }
    },
    [change, dispatch, readText, system],
  );

  // Enter and the typist's pause may ask for the same text at once: both get the one answer.
  const underWay = useRef(new Map<string, Promise<boolean>>());
  const read = useCallback<JobStore["read"]>(
    (slot, kind, text, apply, settles) => {
      const key = `${slot} ${text}`;
      const asked = underWay.current.get(key) ?? readOnce(slot, kind, text, apply, settles).finally(() => underWay.current.delete(key));
      underWay.current.set(key, asked);
      return asked;
    },
    [readOnce],
  );

  // A lost server is asked again quietly; what was typed meanwhile is read when it is back.
  const health = useQuery({
    queryKey: ["health", lost],
    queryFn: api.me,
    enabled: lost,
    refetchInterval: lost ? AGAIN_MS : false,
    retry: false,
  });
  useEffect(() => {
    if (!lost || !health.isSuccess) return;
    setLost(false);
    for (const one of waiting.current.values()) {
      const text = latest.current.drafts[one.slot];
      if (text !== undefined) void read(one.slot, one.kind, text, one.apply, one.settles);
    }
  }, [lost, health.isSuccess, read]);

  const setSystem = useCallback((wanted: System) => {
    localStorage.setItem("units", JSON.stringify(wanted));
    keepSystem(wanted);
  }, []);
  const store = useMemo(
    () => ({ state, dispatch, change, read, system, setSystem, lost, settling: settling > 0 }),
    [state, dispatch, change, read, system, setSystem, lost, settling],
  );
  return (
    <Context.Provider value={store}>
      <Units.Provider value={system}>{children}</Units.Provider>
    </Context.Provider>
  );
}
