/** The match asked for a few machines at a time, so that it can be watched and stopped. */
import { useEffect, useRef, useState } from "react";

import { inWords } from "../../api/client";
import { matchHere } from "../../api/match";
import type { Case } from "../../job/types";
import type { Crossing } from "./table";

const AT_ONCE = 2;
export type Search = { found: readonly Crossing[]; tried: number; of: number; going: boolean; said: string | null };
const NOTHING: Search = { found: [], tried: 0, of: 0, going: false, said: null };

export function useMatch(job: Case | undefined) {
  const [search, setSearch] = useState<Search>(NOTHING);
  const stopper = useRef<AbortController | null>(null);
  const stop = () => {
    stopper.current?.abort();
    setSearch((was) => ({ ...was, going: false, said: was.tried < was.of ? `Stopped after ${was.tried} of ${was.of} machines.` : null }));
  };
  const start = async (asked: Case) => {
    stopper.current?.abort();
    const mine = new AbortController();
    stopper.current = mine;
    setSearch({ ...NOTHING, going: true });
    try {
      let [first, of] = [0, 1];
      while (first < of) {
        const some = await matchHere.some({ case: asked, first, count: AT_ONCE }, mine.signal);
        if (mine.signal.aborted) return;
        [first, of] = [some.tried, some.of];
        setSearch((was) => ({ found: [...was.found, ...some.crossings], tried: first, of, going: first < of, said: null }));
      }
      setSearch((was) => ({ ...was, going: false }));
    } catch (error) {
      if (!mine.signal.aborted) setSearch((was) => ({ ...was, going: false, said: inWords(error) }));
    }
  };
  const asked = JSON.stringify(job ?? null);
  useEffect(() => {
    const now = JSON.parse(asked) as Case | null;
    if (now) void start(now);
    return () => stopper.current?.abort();
  }, [asked]);
  return { search, stop, again: () => job && void start(job) };
}
