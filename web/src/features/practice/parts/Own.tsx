/** A lead's own exercises: taken out of the course, and put back while they are still to be had. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

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
      // First what can be put back: what leaves the course is then known to be there.
      await askAgain(client, TEACHING);
      await askAgain(client, COURSE);
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

function PutBack({ id, title }: { id: string; title: string }) {
  const { change, fault } = useChange();
  return (
    <>
      <button type="button" className="tap chip" aria-label={`Put ${title} back`} onClick={() => void change(() => teaching.bringBack(id))}>
        Put it back
      </button>
      <Fault words={fault} />
    </>
  );
}

const useTakenOut = () => useQuery({ queryKey: TEACHING, queryFn: teaching.course }).data?.taken_out ?? [];

/** What was taken out and can be put back; nothing where there is none. */
export function TakenOut() {
  const rows = useTakenOut();
  if (rows.length === 0) return null;
  return (
    <section aria-label="Taken out of the course" className="grid gap-1 border-t border-ink py-2 text-sm">
      <p className="m-0 text-faint">Taken out of the course:</p>
      <ul className="m-0 grid list-none gap-1 p-0">
        {rows.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-2">
            <Link to={`/practice/exercises/${one.id}`} className="tap text-blue">
              {one.title}
            </Link>
            {one.gone_for_good_at && <span className="text-faint">kept until {day(one.gone_for_good_at)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** In place of an exercise that is not in the course: that it was taken out, and its way back; or that there is none. */
export function NotInCourse({ id }: { id: string }) {
  const out = useTakenOut().find((one) => one.id === id);
  if (!out) return <>There is no such exercise here. </>;
  return (
    <span className="flex flex-wrap items-center gap-3">
      <span>
        <b>{out.title}</b> is out of the course{out.gone_for_good_at && `; it is kept until ${day(out.gone_for_good_at)}`}.
      </span>
      <PutBack id={out.id} title={out.title} />
    </span>
  );
}
