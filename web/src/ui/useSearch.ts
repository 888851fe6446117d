/** A search over the machines of the shop, asked for a few at a time, so that it can be watched and stopped. */
import { useEffect, useRef, useState } from "react";

import { inWords } from "../api/client";

export type Search<Found> = { found: readonly Found[]; tried: number; of: number; going: boolean; said: string | null };
const NOTHING = { found: [], tried: 0, of: 0, going: false, said: null };

/** `ask`: the next few from the first not yet tried, and how far that is. */
export function useSearch<Asked, Found>(
  ask: (asked: Asked, first: number, signal: AbortSignal) => Promise<{ found: readonly Found[]; tried: number; of: number }>,
) {
  const [search, setSearch] = useState<Search<Found>>(NOTHING);
  const stopper = useRef<AbortController | null>(null);
  useEffect(() => () => stopper.current?.abort(), []);
  const stop = () => {
    stopper.current?.abort();
    setSearch((was) => ({ ...was, going: false, said: was.tried < was.of ? `Stopped after ${was.tried} of ${was.of} machines.` : null }));
  };
  const start = async (asked: Asked) => {
    stopper.current?.abort();
    const mine = new AbortController();
    stopper.current = mine;
    setSearch({ ...NOTHING, going: true });
    try {
      let [first, of] = [0, 1];
      while (first < of && !mine.signal.aborted) {
        const some = await ask(asked, first, mine.signal);
        if (mine.signal.aborted) return;
        [first, of] = [some.tried, some.of];
        setSearch((was) => ({ found: [...was.found, ...some.found], tried: first, of, going: first < of, said: null }));
      }
      setSearch((was) => ({ ...was, going: false }));
    } catch (error) {
      if (!mine.signal.aborted) setSearch((was) => ({ ...was, going: false, said: inWords(error) }));
    }
  };
  return { search, start, stop };
}
