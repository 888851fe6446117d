/** What the Plan asks the server: the plan itself, kept plans, and the search over every machine a few at a time. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Schemas } from "../../api/client";
import { askAgain } from "../../api/stale";
import { machineOf } from "../../job/words";
import { useSearch } from "../../ui/useSearch";
import type { Way } from "../program/Program";
import { type Answer, programPlaces, programSteps } from "./model";

type Body = { case: object; plan: object };
export type MachineOffer = Schemas["MachineOffer"];

export const usePlan = (body: Body | null) =>
  useQuery({
    queryKey: ["plan", body],
    queryFn: ({ signal }) => api.plan(body ?? {}, signal),
    enabled: body !== null,
    retry: false,
    staleTime: 60_000,
    placeholderData: keepPreviousData,
  });

export const useKeptPlans = () => useQuery({ queryKey: ["plans"], queryFn: api.plans });

/** After a plan was kept or archived. */
export function usePlansChanged() {
  const client = useQueryClient();
  return () => askAgain(client, ["plans"]);
}

const AT_ONCE = 3;

async function anywhere(body: Body, first: number, signal: AbortSignal) {
  const { machines, tried, of } = await api.planAnywhere({ ...body, first, count: AT_ONCE }, signal);
  return { found: machines, tried, of };
}

/** The plan on every machine of the shop, the best first. */
export function useAnywhere() {
  const { search, ...rest } = useSearch<Body, MachineOffer>(anywhere);
  return { search, offers: ranked(search.found), ...rest };
}

const ORDER = ["holds", "tight", "gives-way", "cannot", "unknown"];
/** What holds before what is tight, the quicker before the slower; machines without a plan last. */
const ranked = (offers: readonly MachineOffer[]): MachineOffer[] =>
  [...offers].sort(
    (a, b) => (a.verdict ? ORDER.indexOf(a.verdict) : 9) - (b.verdict ? ORDER.indexOf(b.verdict) : 9) || (a.total_s ?? 1e9) - (b.total_s ?? 1e9),
  );

/** A plan's program, written; or the text that is given, run and held against the plan. */
export const askProgram = (answer: Answer) => {
  const turning = machineOf(answer.machine_kind).lathe;
  const sheet = {
    name: `${answer.count} x ${answer.hole.text}, ${answer.material}`,
    steps: programSteps(answer),
    points_mm: turning ? [[0, 0]] : programPlaces(answer),
    count: turning ? 1 : answer.count,
  };
  return ({ style, units, returns, ...way }: Way, program: string | null, signal: AbortSignal) =>
    program === null ? api.writeProgram({ ...sheet, ...way, style, units, returns }, signal) : api.runProgram({ ...sheet, ...way, program }, signal);
};
