/** At the machine: a plan step by step, one to a screen, for a phone or a tablet leant beside it; it needs no network once it is open. */
import { useEffect, useReducer, useRef, useState } from "react";
import { Link, useLocation } from "wouter";

import { useLessons } from "../../job/lessons";
import type { Case } from "../../job/types";
import { NotSignedOff } from "../../job/signedOff";
import { inUnits } from "../../job/units";
import { useUnits } from "../../job/useUnits";
import { freeName, write } from "../../job/outbox";
import { useWaiting } from "../../job/useWaiting";
import { machineOf, standsOnInserts } from "../../job/words";
import { useWrongWithoutNetwork, Wrong } from "../../job/Wrong";
import { Clock } from "./parts/Clock";
import { HowItWent } from "./parts/HowItWent";
import { StepCard } from "./parts/StepCard";
import { HandOver, Left } from "./parts/HandOver";
import { homeOf, Where } from "./parts/Where";
import { type Doing, done, entryOf, holeOf, holesOf, keep, kept, nameOf, type Run, stageOf, where } from "./run";
import { holeName, stepsOf } from "./stages";

/** The screen stays on while it is open, where the browser can do so. */
function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    const wake = () => {
      if (document.visibilityState === "visible")
        void navigator.wakeLock?.request("screen").then(
          (held) => (lock = held),
          () => undefined,
        );
    };
    wake();
    document.addEventListener("visibilitychange", wake);
    return () => {
      document.removeEventListener("visibilitychange", wake);
      void lock?.release();
    };
  }, []);
}

function Lines({ title, lines, run, act }: { title: string; lines: readonly { id: string; words: string }[]; run: Run; act: (doing: Doing) => void }) {
  const system = useUnits();
  return (
    <fieldset className="grid gap-1 text-[20px]">
      <legend className="mb-2 text-[30px] leading-tight font-bold">{title}</legend>
      {lines.map((line) => (
        <label key={line.id} className="flex min-h-16 items-center gap-4 border-b border-rule py-2">
          <input
            type="checkbox"
            className="size-8 shrink-0"
            checked={run.ticks.includes(line.id)}
            onChange={(event) => act({ do: "tick", id: line.id, on: event.target.checked })}
          />
          <span>{inUnits(line.words, system)}</span>
        </label>
      ))}
    </fieldset>
  );
}

function next(run: Run): string {
  const stage = stageOf(run);
  if (stage.kind === "before") return "Begin";
  if (stage.kind === "after") return "Finished";
  const hole = holeOf(run);
  if (!hole) return "Done";
  return run.hole < holesOf(run) ? `Hole ${holeName(hole)} done` : "Last hole done";
}

function left(run: Run): string {
  const holes = holesOf(run) - run.hole;
  const steps = stepsOf(run.answer);
  if (holes > 0) return `${holes} more after it`;
  const after = steps[run.at];
  return after ? `then: ${after.words}` : run.at === steps.length ? "then: measure and clean up" : "";
}

function Going({ first }: { first: Run }) {
  const [run, act] = useReducer(done, first);
  const [notes, setNotes] = useState(false);
  const [, navigate] = useLocation();
  const system = useUnits();
  const stage = stageOf(run);
  const hole = holeOf(run);
  const lathe = machineOf(run.answer.machine_kind).lathe;
  const missing = run.answer.checklist.filter((line) => !run.ticks.includes(line.id)).length;
  const name = nameOf(run);
  useAwake();
  useWrongWithoutNetwork();
  // Asked for while there is a network: what is written down later needs its words.
  useLessons();
  useEffect(() => keep(run), [run]);
  // Whatever changed what was made is written down, in its latest state.
  const written = useRef(run.made);
  useEffect(() => {
    for (const key of Object.keys(run.made)) {
      if (run.made[key] === written.current[key]) continue;
      const entry = entryOf(run, key);
      if (entry) write(entry);
    }
    written.current = run.made;
  }, [run]);
  useEffect(() => {
    document.title = `At the machine: ${name}`;
  }, [name]);
  const home = homeOf(run);
  const putAway = () => {
    keep(null);
    navigate(home);
  };
  const wrong = (seen: readonly string[]) => {
    if (hole && seen.length > 0) write({ id: freeName(), rev: 1, kind: "trouble", body: { ...where(run, hole, run.at), seen, at: new Date().toISOString() } });
  };
  return (
    <main className="fixed inset-0 z-30 grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-3 bg-film p-4">
      <Where run={run} />
      <div key={run.at} tabIndex={0} role="region" aria-label="What to do" className="overflow-y-auto">
        {stage.kind === "before" && <NotSignedOff name={run.answer.machine} />}
        {stage.kind === "before" && <Lines title="Go through and tick" lines={run.answer.checklist} run={run} act={act} />}
        {stage.kind === "step" && (
          <StepCard step={stage.step} hole={hole} before={stage.step.holes[run.hole - 2] ?? null} lathe={lathe} system={system}>
            <Clock key={`${run.at} ${run.hole}`} since={run.since} about_s={hole?.step.time_s ?? 0} onClock={(now) => act({ do: "clock", now })} />
          </StepCard>
        )}
        {stage.kind === "after" && <Lines title="When it has stopped" lines={run.answer.afterwards} run={run} act={act} />}
      </div>
      <footer className="grid grid-cols-[1fr_auto] gap-3 border-t border-ink pt-2">
        <button
          type="button"
          className="min-h-20 bg-green px-4 text-left text-[26px] font-bold text-film"
          onClick={() => (stage.kind === "after" ? putAway() : act({ do: "done", id: freeName(), now: new Date().toISOString() }))}
        >
          {next(run)}
          <span className="block text-[16px] font-normal">{stage.kind === "before" && missing > 0 ? `${missing} not ticked yet` : left(run)}</span>
        </button>
        <button type="button" className="chip min-h-20 px-5 text-[20px]" disabled={run.at === 0} onClick={() => act({ do: "back" })}>
          Back
        </button>
        {hole && (
          <div className="col-span-2 grid grid-cols-2 gap-3">
            <Wrong job={hole.step.cut?.case as Case} className="min-h-16 justify-self-stretch text-[20px]" onClosed={wrong} />
            <button type="button" className="chip min-h-16 text-[20px] font-semibold" onClick={() => setNotes(true)}>
              Write it down
            </button>
          </div>
        )}
        <Waiting />
        <p className="m-0 text-xs text-faint">
          Touch it only while the spindle stands. It stops nothing: the machine’s own stop does. Figures are estimates; the machine’s instructions come first.
        </p>
        <HandOver run={run} onLeft={putAway} />
      </footer>
      {hole && notes && (
        <HowItWent
          run={run}
          hole={hole}
          shifted={lathe && standsOnInserts(hole.step.cut?.family ?? "")}
          system={system}
          onClose={() => setNotes(false)}
          onWritten={() => {
            setNotes(false);
            act({ do: "noted" });
          }}
        />
      )}
    </main>
  );
}

/** What is written down and still here. */
function Waiting() {
  const [all, refused] = useWaiting();
  if (all === 0) return null;
  return (
    <p role="status" className="col-span-2 m-0 text-sm">
      {all} written down here and not yet with the shop{refused > 0 && `; ${refused} of them it would not take: see Cuts`}.
    </p>
  );
}

export function AtMachine() {
  const [run, setRun] = useState(kept);
  if (run) return <Going key={run.rev} first={run} />;
  return (
    <main className="grid gap-3 p-6">
      <h1 className="text-lg font-semibold">Nothing was taken to the machine</h1>
      <p>
        Open a plan or a part and press <b>To the machine</b>: its steps come one by one, in figures to be read from where you stand.
      </p>
      <p className="flex flex-wrap gap-3">
        <Link to="/plan" className="chip font-semibold">
          To the Plan
        </Link>
        <Link to="/part" className="chip font-semibold">
          To the Part
        </Link>
      </p>
      <Left onTaken={setRun} />
    </main>
  );
}
