/** One exercise: its hole and question, the run under a hand, what is asked afterwards, and what it came to. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { inWords, type Schemas } from "../../../api/client";
import { practice } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import { Told as Words } from "../../../job/Told";
import { inUnits } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { Actions } from "../../../ui/Actions";
import { COURSE } from "../keys";
import { Caution } from "./Before";
import { Debrief } from "./Debrief";
import { Drilling, type Live } from "./Drilling";
import { type Answers, AnswersTold, type Ask, Questions, sentAs } from "./Questions";

export type Line = Schemas["ExerciseLine"];

/** The limits of the set-up that may be changed, each with its options. */
function Changes({ line, changes, onChange }: { line: Line; changes: Answers; onChange: (changes: Answers) => void }) {
  if (line.free.length === 0) return null;
  return (
    <fieldset className="flex flex-wrap items-end gap-3">
      <legend className="heading">You may change</legend>
      {line.free.map((one) => (
        <label key={one.id} className="grid text-xs text-faint">
          {one.words}
          <select
            className="plate-field text-base text-ink"
            value={changes[one.id] ?? one.stands}
            onChange={(event) => onChange({ ...changes, [one.id]: event.target.value })}
          >
            {one.options.map((option) => (
              <option key={option.id} value={option.id}>
                {option.words}
              </option>
            ))}
          </select>
        </label>
      ))}
    </fieldset>
  );
}

/** Whether it counts, what is against it, and where one stands now. */
export function Verdict({ judged, standing }: { judged: Schemas["RunJudged"]; standing: Schemas["ExerciseStanding"] | null }) {
  return (
    <div className="grid gap-2">
      <p className="m-0">
        <b className={judged.passes ? "text-green" : "text-vermilion"}>{judged.passes ? "This run counts." : "This run does not count:"}</b>{" "}
        {!judged.passes && <>{judged.against.join("; ")}. </>}
        {standing && (standing.passed ? <b className="text-green">The exercise is passed.</b> : `${standing.good} good so far.`)}
      </p>
      <AnswersTold answers={judged.answers} />
    </div>
  );
}

export type Started = Live & { asks_after: readonly Ask[] };

/** A run from its start to what it came to; `after`: what the button says that leaves it. */
export function Run({ live, after, onLeave }: { live: Started; after: string; onLeave: () => void }) {
  const system = useUnits();
  const client = useQueryClient();
  const [over, setOver] = useState(false);
  const [said, setSaid] = useState<Answers>({});
  const [told, setTold] = useState<Schemas["Finished"] | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const finish = async (answers: object) => {
    try {
      setTold(await practice.finish({ run: live.run, said: answers }));
      await askAgain(client, COURSE);
    } catch (error) {
      setFault(inWords(error));
    }
  };
  const end = () => {
    setOver(true);
    if (live.asks_after.length === 0) void finish({});
  };
  const answered = sentAs(live.asks_after, said, system);
  return (
    <>
      <Actions>
        {!over && (
          <button type="button" className="tap chip font-semibold" onClick={end}>
            Leave this run
          </button>
        )}
      </Actions>
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          {fault}{" "}
          <button type="button" className="chip" onClick={() => void finish(answered ?? {})}>
            Try again
          </button>
        </p>
      )}
      {told ? (
        <Debrief
          mine={told.mine}
          senior={told.senior}
          system={system}
          again={after}
          onAgain={onLeave}
          head={
            <>
              <Verdict judged={told.judged} standing={told.standing} />
              {told.told && (
                <p className="m-0 max-w-4xl border-l-4 border-ink pl-3">
                  <Words>{told.told}</Words>
                </p>
              )}
            </>
          }
        />
      ) : over ? (
        <section aria-label="Afterwards" className="grid max-w-4xl gap-4">
          {live.asks_after.length > 0 ? (
            <>
              <Questions asks={live.asks_after} said={said} system={system} onSay={setSaid} />
              <button
                type="button"
                className="min-h-14 bg-green px-4 text-left text-[20px] font-bold text-film disabled:opacity-50"
                disabled={answered === null}
                onClick={() => void finish(answered ?? {})}
              >
                How was it?
              </button>
            </>
          ) : (
            <p role="status">Worked out…</p>
          )}
        </section>
      ) : (
        <Drilling key={live.run} live={live} onEnd={end} />
      )}
    </>
  );
}

/** Questions without a cut. */
function OnlyAsked({ line }: { line: Line }) {
  const system = useUnits();
  const client = useQueryClient();
  const [said, setSaid] = useState<Answers>({});
  const [told, setTold] = useState<Schemas["QuestionsAnswered"] | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const answers = sentAs(line.asks, said, system);
  const send = async () => {
    try {
      setTold(await practice.answer(line.id, answers ?? {}));
      await askAgain(client, COURSE);
    } catch (error) {
      setFault(inWords(error));
    }
  };
  if (told)
    return (
      <div className="grid gap-3">
        <p className="m-0">
          {told.standing.passed ? <b className="text-green">Passed.</b> : <b className="text-vermilion">Not all of it yet: all right in one go passes.</b>}
        </p>
        <AnswersTold answers={told.answers} />
        <button
          type="button"
          className="tap chip justify-self-start font-semibold"
          onClick={() => {
            setTold(null);
            setSaid({});
          }}
        >
          Again
        </button>
      </div>
    );
  return (
    <div className="grid max-w-4xl gap-4">
      <Questions asks={line.asks} said={said} system={system} onSay={setSaid} />
      {fault && (
        <p role="alert" className="m-0 text-vermilion">
          {fault}
        </p>
      )}
      <button
        type="button"
        className="min-h-14 bg-green px-4 text-left text-[20px] font-bold text-film disabled:opacity-50"
        disabled={answers === null}
        onClick={() => void send()}
      >
        That is my answer
      </button>
    </div>
  );
}

/** What is said, changed and begun. */
function Cut({ line }: { line: Line }) {
  const system = useUnits();
  const [said, setSaid] = useState<Answers>({});
  const [changes, setChanges] = useState<Answers>({});
  const [live, setLive] = useState<Started | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const before = line.asks.filter((ask) => ask.when === "before");
  const answers = sentAs(before, said, system);
  const begin = async () => {
    try {
      const chosen = Object.fromEntries(Object.entries(changes).map(([name, place]) => [name, Number(place)]));
      setLive(await practice.start({ exercise: line.id, said: answers, changes: chosen }));
      setFault(null);
    } catch (error) {
      setFault(inWords(error));
    }
  };
  if (live)
    return (
      <Run
        live={live}
        after="Once more"
        onLeave={() => {
          setLive(null);
          setSaid({});
        }}
      />
    );
  return (
    <div className="grid max-w-4xl gap-4">
      <Caution />
      <Changes line={line} changes={changes} onChange={setChanges} />
      <Questions asks={before} said={said} system={system} onSay={setSaid} />
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          <Words>{fault}</Words>
        </p>
      )}
      <button
        type="button"
        className="min-h-16 bg-green px-4 text-left text-[22px] font-bold text-film disabled:opacity-50"
        disabled={answers === null}
        onClick={() => void begin()}
      >
        Drill it
        <span className="block text-[15px] font-normal">{answers === null ? "answer first" : "the spindle turns; the hand is yours"}</span>
      </button>
    </div>
  );
}

export function Exercise({ line }: { line: Line }) {
  const system = useUnits();
  return (
    <article aria-label={line.title} className="grid content-start gap-3">
      <header className="grid gap-1 border-b border-ink pb-2">
        <h2 className="m-0 text-[26px] font-bold">{line.title}</h2>
        <p className="m-0 max-w-4xl">
          <Words>{line.aim}</Words>
        </p>
        {line.stated && <p className="figure m-0 text-faint">{inUnits(line.stated, system)}</p>}
        <p className="m-0 text-sm text-faint">Passed by: {line.wanted}.</p>
      </header>
      {line.stated ? <Cut line={line} /> : <OnlyAsked line={line} />}
    </article>
  );
}
