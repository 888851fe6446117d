/** What the Plan asks the server: the plan itself, kept plans, and the search over every machine a few at a time. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import { api, inWords, type Schemas } from "../../api/client";
import { machineOf } from "../../job/words";
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
  return () => client.invalidateQueries({ queryKey: ["plans"] });
}

const AT_ONCE = 3;
type Search = { offers: MachineOffer[]; tried: number; of: number; going: boolean; said: string | null };
const NOTHING: Search = { offers: [], tried: 0, of: 0, going: false, said: null };

/** The plan on every machine of the shop, a few at a time, so that it can be watched and stopped. */
export function useAnywhere() {
  const [search, setSearch] = useState<Search>(NOTHING);
  const stopper = useRef<AbortController | null>(null);
  useEffect(() => () => stopper.current?.abort(), []);
  const stop = () => {
    stopper.current?.abort();
    setSearch((was) => ({ ...was, going: false, said: was.tried < was.of ? `Stopped after ${was.tried} of ${was.of} machines.` : null }));
  };
  const start = async (body: Body) => {
    stopper.current?.abort();
    const mine = new AbortController();
    stopper.current = mine;
    setSearch({ ...NOTHING, going: true });
    try {
      let [first, of] = [0, 1];
      while (first < of && !mine.signal.aborted) {
        const found = await api.planAnywhere({ ...body, first, count: AT_ONCE }, mine.signal);
        [first, of] = [found.tried, found.of];
        setSearch((was) => ({ offers: ranked([...was.offers, ...found.machines]), tried: first, of, going: first < of, said: null }));
      }
    } catch (error) {
      if (mine.signal.aborted) return;
      setSearch((was) => ({ ...was, going: false, said: inWords(error) }));
    }
  };
  return { search, start, stop };
}

const ORDER = ["holds", "tight", "gives-way", "cannot", "unknown"];
/** What holds before what is tight, the quicker before the slower; machines without a plan last. */
const ranked = (offers: MachineOffer[]): MachineOffer[] =>
  offers.sort((a, b) => (a.verdict ? ORDER.indexOf(a.verdict) : 9) - (b.verdict ? ORDER.indexOf(b.verdict) : 9) || (a.total_s ?? 1e9) - (b.total_s ?? 1e9));

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
