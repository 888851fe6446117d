/** The assessment: six holes the server has drawn, each answered and drilled once. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { inWords, type Schemas } from "../../../api/client";
import { practice } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import { inUnits } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { day } from "../../../ui/dates";
import { COURSE } from "../keys";
import { Caution } from "./Before";
import { Run, type Started } from "./Exercise";
import { useCourse } from "./Exercises";
import { type Answers, Questions, sentAs } from "./Questions";

type Told = Schemas["AssessmentTold"];

function Holes({ told, at, onTake }: { told: Told; at: number | null; onTake: (hole: number) => void }) {
  const system = useUnits();
  return (
    <ol aria-label="Holes of the assessment" className="m-0 grid list-none p-0">
      {told.holes.map((one) => (
        <li key={one.hole} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-1">
          <b className="figure w-6">{one.hole + 1}</b>
          <span className="figure grow basis-80">{inUnits(one.stated, system)}</span>
          {one.score !== null ? (
            <span>
              <b className={one.passes ? "text-green" : "text-vermilion"}>{Math.round(one.score)} points</b>,{" "}
              {one.right ? "answered rightly" : "not answered rightly"}
            </span>
          ) : one.begun ? (
            <span className="text-faint">begun and left</span>
          ) : (
            <button type="button" className="tap chip font-semibold" aria-pressed={at === one.hole} onClick={() => onTake(one.hole)}>
              Take it
            </button>
          )}
        </li>
      ))}
    </ol>
  );
}

export function Assessment() {
  const system = useUnits();
  const course = useCourse();
  const client = useQueryClient();
  const [at, setAt] = useState<number | null>(null);
  const [said, setSaid] = useState<Answers>({});
  const [live, setLive] = useState<Started | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const again = () => askAgain(client, COURSE);
  const tried = async (does: () => Promise<void>) => {
    try {
      setFault(null);
      await does();
    } catch (error) {
      setFault(inWords(error));
    }
  };
  const found = course.data?.assessment;
  if (!found) return <p>{course.isError ? inWords(course.error) : "Opening…"}</p>;
  const { going } = found;
  const answers = going ? sentAs(going.asks, said, system) : null;
  if (live)
    return (
      <Run
        live={live}
        after="Back to the holes"
        onLeave={() => {
          setLive(null);
          setAt(null);
          setSaid({});
          void again();
        }}
      />
    );
  return (
    <section aria-label="Assessment" className="grid max-w-5xl content-start gap-4">
      <p className="m-0">
        {found.wanted}. In some of them something is not as it should be. {found.passed_at && <b className="text-green">Passed on {day(found.passed_at)}.</b>}
        {!found.passed_at && found.tried > 0 && <span className="text-faint">Tried {found.tried} times so far.</span>}
      </p>
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          {fault}
        </p>
      )}
      {!found.open && !going && <p className="m-0 text-faint">It comes after the whole course.</p>}
      {found.open && !going && (
        <button
          type="button"
          className="min-h-14 justify-self-start bg-green px-4 text-[20px] font-bold text-film disabled:opacity-50"
          disabled={found.left_today === 0}
          onClick={() => void tried(() => practice.assess().then(again))}
        >
          {found.left_today === 0 ? "No try left today" : "Draw six holes"}
        </button>
      )}
      {going && <Holes told={going} at={at} onTake={setAt} />}
      {going && at !== null && (
        <div className="grid gap-4 border-t border-ink pt-3">
          <Caution />
          <Questions asks={going.asks} said={said} system={system} onSay={setSaid} />
          <button
            type="button"
            className="min-h-16 bg-green px-4 text-left text-[22px] font-bold text-film disabled:opacity-50"
            disabled={answers === null}
            onClick={() => void tried(async () => setLive(await practice.start({ assessment: going.assessment, hole: at, said: answers })))}
          >
            Drill hole {at + 1}
          </button>
        </div>
      )}
    </section>
  );
}
