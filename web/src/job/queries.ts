/** What the server says of the job: verdict, log and window each for itself, the last good one kept. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";

import { api, Lost, type Problem, Refused, type Schemas } from "../api/client";
import type { Case, Side } from "./types";
import { learn, words } from "./words";

export type Said<Data> = {
  /** The last good answer, and the case it answers. */
  data: Data | null;
  of: Case | null;
  /** Whether it answers another case than the one on screen. */
  stale: boolean;
  problems: readonly Problem[];
  lost: boolean;
};

const NONE: readonly Problem[] = [];
const RETRY_MS = 1500;

function useSaid<Data>(kind: string, job: Case | null, ask: (job: object, signal: AbortSignal) => Promise<Data>): Said<Data> {
  const [good, setGood] = useState<{ data: Data; of: Case } | null>(null);
  const query = useQuery({
    queryKey: [kind, job],
    queryFn: ({ signal }) => ask(job as Case, signal),
    enabled: job !== null,
    retry: false,
    staleTime: Infinity,
    // Another case's answer is another answer throughout: comparing them costs more than it spares.
    structuralSharing: false,
    refetchInterval: (current) => (current.state.error instanceof Lost ? RETRY_MS : false),
  });
  useEffect(() => {
    const data = query.data;
    // It is on screen already: keeping it for when the job changes can wait.
    if (data && job) setGood({ data, of: job });
  }, [query.data, job]);
  const fresh = query.data !== undefined;
  return {
    data: query.data ?? good?.data ?? null,
    of: fresh ? job : (good?.of ?? null),
    stale: !fresh && good !== null,
    problems: query.error instanceof Refused ? query.error.problems : NONE,
    lost: query.error instanceof Lost,
  };
}

/** Asks for a case's verdict as soon as the case is known, before it is drawn; only where somebody reads verdicts. */
export function useAskAhead(): (job: Case) => void {
  const client = useQueryClient();
  return useCallback(
    (job) => {
      if (client.getQueryCache().findAll({ queryKey: ["check"], type: "active" }).length === 0) return;
      void client.prefetchQuery({ queryKey: ["check", job], queryFn: ({ signal }) => api.check(job, signal), retry: false, staleTime: Infinity });
    },
    [client],
  );
}

export const useCheck = (job: Case | null) => useSaid("check", job, api.check);
export const usePictures = (job: Case | null) => useSaid("pictures", job, api.pictures);
/** How the figures were worked out: asked for when some of it is opened, once for the whole of a case. */
export const useWorking = (job: Case | null) => useSaid("working", job, api.working);
/** Which of the things that were assumed carry the verdict. */
export const useGuesses = (job: Case | null) => useSaid("guesses", job, api.guesses);
export const useWaysOut = (job: Case | null) => useSaid("ways-out", job, api.waysOut);

/** A refusal stays one however often it is asked; only a lost server is asked again. */
const again = (times: number, error: unknown): boolean => !(error instanceof Refused) && times < 2;
const EVER = { staleTime: Infinity, retry: again } as const;
export const useMachines = () => useQuery({ queryKey: ["machines"], queryFn: api.machines, ...EVER });
export const useCutters = () => useQuery({ queryKey: ["cutters"], queryFn: api.cutters, ...EVER });
export const useMaterials = () => useQuery({ queryKey: ["materials"], queryFn: api.materials, ...EVER });
export const useWords = () => useQuery({ queryKey: ["words"], queryFn: () => api.words().then(learn), ...EVER });
export const useGlossary = () => useQuery({ queryKey: ["glossary"], queryFn: api.glossary, ...EVER });
export const useMe = () => useQuery({ queryKey: ["me"], queryFn: api.me, ...EVER });
export const useChecks = () => useQuery({ queryKey: ["checks"], queryFn: api.checks, retry: again });

/** Typed text is read once, whoever asks: the echo under a field, and the change it makes. */
const reading = (kind: string, text: string, side: Side) =>
  ({ queryKey: ["read", kind, text, side], queryFn: () => api.read(kind, text, side), retry: false, staleTime: Infinity }) as const;

/** Reads typed text; raises Refused where it does not read. */
export function useReadText(): (kind: string, text: string, side: Side) => Promise<Schemas["ReadAnswer"]> {
  const client = useQueryClient();
  return useCallback((kind, text, side) => client.fetchQuery(reading(kind, text, side)), [client]);
}

/** Takes in what a settling has read on its way, so that it is not asked again for its echo. */
export function useHeard(): (kind: string, side: Side, read: Schemas["ReadAnswer"]) => void {
  const client = useQueryClient();
  return useCallback((kind, side, read) => client.setQueryData(reading(kind, read.text, side).queryKey, read), [client]);
}

/** What typed text reads as, for the echo under its field; while `off` only what is known already. */
export const useEcho = (kind: string, text: string, side: Side, off: boolean) =>
  useQuery({
    ...reading(kind, text, side),
    enabled: !off && text.trim() !== "",
    placeholderData: (before) => (before && text.startsWith(before.text) ? before : undefined),
  });

export type Role = Schemas["Me"]["role"];
/** Whether who is signed in reaches a role; the server asks again at every write. */
export function useMay(role: Role): boolean {
  const me = useMe().data;
  const ranks = Object.keys(words().roles);
  return me ? ranks.indexOf(me.role) >= ranks.indexOf(role) : false;
}
