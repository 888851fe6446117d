/** A lead's own exercises: taken out of the course, and put back while they are still to be had. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { inWords } from "../../../api/client";
import { teaching } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import { day } from "../../../ui/dates";
import { COURSE, TEACHING } from "../keys";

/** Does something to the course and asks for it anew; says what went wrong. */
function useChange() {
  const client = useQueryClient();
  const [fault, setFault] = useState<string | null>(null);
  const change = async (doing: () => Promise<unknown>) => {
    setFault(null);
    try {
      await doing();
      await askAgain(client, COURSE);
      await askAgain(client, TEACHING);
    } catch (error) {
      setFault(inWords(error));
    }
  };
  return { change, fault };
}

const Fault = ({ words }: { words: string | null }) =>
  words && (
    <p role="alert" className="m-0 text-sm text-vermilion">
      {words}
    </p>
  );

export function TakeOut({ id }: { id: string }) {
  const { change, fault } = useChange();
  return (
    <>
      <button type="button" className="tap chip justify-self-start text-sm" onClick={() => void change(() => teaching.putAway(id))}>
        Take this exercise out of the course
      </button>
      <Fault words={fault} />
    </>
  );
}

/** What was taken out and can be put back; nothing where there is none. */
export function TakenOut() {
  const found = useQuery({ queryKey: TEACHING, queryFn: teaching.course });
  const { change, fault } = useChange();
  const rows = found.data?.taken_out ?? [];
  if (rows.length === 0) return null;
  return (
    <section aria-label="Taken out of the course" className="grid gap-1 border-t border-ink pt-2 text-sm">
      <p className="m-0 text-faint">Taken out of the course:</p>
      <ul className="m-0 grid list-none gap-1 p-0">
        {rows.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-2">
            <span>
              {one.title} <span className="text-faint">kept until {day(one.gone_for_good_at)}</span>
            </span>
            <button type="button" className="tap chip" aria-label={`Put ${one.title} back`} onClick={() => void change(() => teaching.bringBack(one.id))}>
              Put it back
            </button>
          </li>
        ))}
      </ul>
      <Fault words={fault} />
    </section>
  );
}
