/** What the Shop's screens ask the server, and what is stale once something was written. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";

import { useEffect, useState } from "react";

import { api, Refused, type RecordKind, type Schemas } from "../../api/client";
import { partsApi } from "../../api/parts";
import { askAgain } from "../../api/stale";
import type { Spec } from "./model";

export { type Role, useMay } from "../../job/queries";

/** A machine drawn up; where the record will not do for the moment, the last drawing that would stays, marked stale. */
export function useDrawn(spec: Spec) {
  const drawn = useQuery({
    queryKey: ["draw", spec],
    queryFn: ({ signal }) => api.drawMachine(spec, signal),
    retry: false,
    staleTime: Infinity,
  });
  const [good, setGood] = useState<Schemas["DrawnMachine"] | null>(null);
  useEffect(() => {
    if (drawn.data) setGood(drawn.data);
  }, [drawn.data]);
  return {
    drawn: drawn.data ?? good,
    stale: !drawn.data && good !== null,
    problems: drawn.error instanceof Refused ? drawn.error.problems : [],
  };
}
export const useRated = (spec: Spec, on: boolean) =>
  useQuery({
    queryKey: ["rated", spec],
    queryFn: ({ signal }) => api.rateMachine(spec, signal),
    enabled: on,
    retry: false,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
export const useCrib = () => useQuery({ queryKey: ["crib"], queryFn: api.crib, staleTime: Infinity });
export const usePeople = (on: boolean) => useQuery({ queryKey: ["people"], queryFn: api.people, enabled: on, retry: false });
export const useAway = (kind: RecordKind) => useQuery({ queryKey: ["away", kind], queryFn: () => api.away(kind) });
export const useBinnedChecks = () => useQuery({ queryKey: ["away", "checks"], queryFn: api.binnedChecks });
export const useBinnedPlans = () => useQuery({ queryKey: ["away", "plans"], queryFn: api.binnedPlans });
export const useBinnedParts = () => useQuery({ queryKey: ["away", "parts"], queryFn: partsApi.binnedParts });
export const useHistory = (kind: RecordKind | "checks", slug: string, on: boolean) =>
  useQuery({ queryKey: ["history", kind, slug], queryFn: () => api.history(kind, slug), enabled: on });

/** After a write: every list that could show it is asked for again. */
export function useWritten() {
  const client = useQueryClient();
  return async () => {
    await askAgain(client, ...["machines", "cutters", "materials", "checks", "plans", "plan", "parts", "part", "crib", "away", "history"].map((key) => [key]));
  };
}

export { inWords } from "../../api/client";
