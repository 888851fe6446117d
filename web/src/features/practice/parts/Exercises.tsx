/** The course: a hole for each exercise, punched where it is open, through where it is passed; and the one that is chosen. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, inWords } from "../../../api/client";
import { practice } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import { useMay } from "../../../job/queries";
import { SIGNED } from "../../../job/signedOff";
import { COURSE } from "../keys";
import { Exercise, type Line } from "./Exercise";
import { NotInCourse, TakenOut, TakeOut } from "./Own";

export const useCourse = () => useQuery({ queryKey: COURSE, queryFn: practice.course, staleTime: 10_000 });

const TALL = 34;
/** The hole of an exercise in section: a punch mark, a point in the metal as deep as the best score, or through. */
export function Bored({ open, best, passed, width = 56 }: { open: boolean; best: number | null; passed: boolean; width?: number }) {
  const deep = ((best ?? 0) / 100) * (TALL - 10);
  const mid = width / 2;
  const [left, right] = [mid - width / 5.6, mid + width / 5.6];
  return (
    <svg width={width} height={TALL} viewBox={`0 0 ${width} ${TALL}`} aria-hidden className="block">
      {passed ? (
        <path d={`M1 3 H${left} V${TALL - 3} H1 Z M${right} 3 H${width - 1} V${TALL - 3} H${right} Z`} fill="var(--metal)" stroke="var(--ink)" />
      ) : (
        <path
          d={
            best !== null
              ? `M1 3 H${left} V${3 + deep} L${mid} ${9 + deep} L${right} ${3 + deep} V3 H${width - 1} V${TALL - 3} H1 Z`
              : `M1 3 H${open ? mid - 5 : width - 1} ${open ? `L${mid} 9 L${mid + 5} 3 H${width - 1}` : ""} V${TALL - 3} H1 Z`
          }
          fill="var(--metal)"
          stroke={open ? "var(--ink)" : "var(--rule)"}
        />
      )}
      <line x1={mid} x2={mid} y1={passed ? 0 : 12 + deep} y2={TALL} stroke="var(--faint)" strokeDasharray="5 2 1 2" />
    </svg>
  );
}

const stateOf = ({ open, standing, stated }: Line): string =>
  standing.passed
    ? stated
      ? `passed, best ${Math.round(standing.best ?? 0)}`
      : "passed"
    : !open
      ? "not open yet"
      : standing.tries === 0
        ? "open"
        : stated
          ? `best ${Math.round(standing.best ?? 0)}, ${standing.good} good`
          : `${standing.tries} tried`;

/** What one is signed off for, and a way to have what one has practised forgotten. */
function Mine() {
  const signed = useQuery({ queryKey: SIGNED, queryFn: api.signedOff }).data;
  const client = useQueryClient();
  const [said, setSaid] = useState<string | null>(null);
  const forget = async () => {
    if (!window.confirm("Remove every try, run and assessment of yours for good? What you are signed off for stays.")) return;
    try {
      const gone = await practice.forget();
      setSaid(`${gone.tries ?? 0} tries and ${gone.runs ?? 0} runs are gone.`);
      await askAgain(client, COURSE);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <section aria-label="Yours" className="grid gap-1 border-t border-ink pt-2 text-sm">
      {signed?.used && (
        <p className="m-0">
          <span className="text-faint">You are signed off for: </span>
          {signed.machines.map((one) => one.name).join(", ") || "no machine yet"}.
        </p>
      )}
      <button type="button" className="tap chip justify-self-start text-sm" onClick={() => void forget()}>
        Remove what I have practised
      </button>
      {said && <p role="status">{said}</p>}
    </section>
  );
}

export function Exercises({ chosen }: { chosen: string | null }) {
  const course = useCourse();
  const teaches = useMay("lead");
  if (course.isError)
    return (
      <p role="alert" className="text-vermilion">
        {inWords(course.error)}
      </p>
    );
  if (!course.data) return <p>Opening the course…</p>;
  const lines = course.data.exercises;
  const next = lines.find((one) => one.open && !one.standing.passed) ?? lines[0];
  const shown = lines.find((one) => one.id === chosen) ?? (chosen ? undefined : next);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 wide:grid-cols-[22rem_minmax(0,1fr)]">
      <nav aria-label="Exercises" className={chosen ? "max-wide:hidden" : ""}>
        <p className="m-0 pb-1 text-sm text-faint">
          {lines.filter((one) => one.standing.passed).length} of {lines.length} passed.
        </p>
        <ol className="m-0 grid list-none p-0">
          {lines.map((one, place) => (
            <li key={one.id} className="border-t border-rule">
              <Link
                to={`/practice/exercises/${one.id}`}
                aria-current={one === shown ? "true" : undefined}
                className={`tap grid grid-cols-[1.6rem_3.6rem_1fr] items-center gap-x-2 py-1 text-ink no-underline ${one === shown ? "bg-paper" : ""}`}
              >
                <span className="figure text-faint">{place + 1}</span>
                <Bored open={one.open} best={one.standing.best} passed={one.standing.passed} />
                <span>
                  <span className={`block ${one.open ? "font-semibold" : "text-faint"}`}>{one.title}</span>
                  <span className={`block text-sm ${one.standing.passed ? "text-green" : "text-faint"}`}>{stateOf(one)}</span>
                </span>
              </Link>
            </li>
          ))}
        </ol>
        {teaches && <TakenOut />}
        <Mine />
      </nav>
      {shown ? (
        <div className={`grid content-start gap-3 ${chosen ? "" : "max-wide:hidden"}`}>
          <Link to="/practice/exercises" className="tap justify-self-start text-blue wide:hidden">
            ← All exercises
          </Link>
          {shown.open ? (
            <Exercise key={shown.id} line={shown} />
          ) : (
            <p>
              <b>{shown.title}</b> comes after:{" "}
              {shown.needs
                .map((id) => lines.find((one) => one.id === id))
                .filter((one) => one && !one.standing.passed)
                .map((one) => one?.title)
                .join(", ")}
              .
            </p>
          )}
          {shown.own && teaches && <TakeOut key={shown.id} id={shown.id} />}
        </div>
      ) : (
        <p>
          {teaches ? <NotInCourse id={chosen ?? ""} /> : "There is no such exercise here. "}
          <Link to="/practice/exercises" className="text-blue underline">
            All exercises
          </Link>
        </p>
      )}
    </div>
  );
}
