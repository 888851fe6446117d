/** The match of the job at hand, begun anew where another hole is asked about. */
import { useEffect } from "react";

import { matchHere } from "../../api/match";
import type { Case } from "../../job/types";
import { useSearch } from "../../ui/useSearch";
import type { Crossing } from "./table";

const AT_ONCE = 2;

async function some(job: Case, first: number, signal: AbortSignal) {
  const { crossings, tried, of } = await matchHere.some({ case: job, first, count: AT_ONCE }, signal);
  return { found: crossings, tried, of };
}

export function useMatch(job: Case | undefined) {
  const { search, start, stop } = useSearch<Case, Crossing>(some);
  const asked = JSON.stringify(job ?? null);
  useEffect(() => {
    const now = JSON.parse(asked) as Case | null;
    if (now) void start(now);
    return stop;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  return { search, stop, again: () => job && void start(job) };
}
