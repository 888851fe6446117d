/** Where one is: which step of how many, which hole, of what, on what. */
import { Link } from "wouter";

import { holesOf, holeOf, nameOf, type Run, stageOf } from "../run";
import { holeName, isPart, stepsOf } from "../stages";

export const homeOf = (run: Run): string => (isPart(run.answer) ? "/part" : "/plan");

export function Where({ run }: { run: Run }) {
  const steps = stepsOf(run.answer);
  const holes = holesOf(run);
  const hole = holeOf(run);
  const stage = stageOf(run);
  return (
    <header className="grid gap-2">
      <p className="m-0 flex flex-wrap items-baseline justify-between gap-x-4">
        <b className="text-[26px]">
          {stage.kind === "before" && "Before switching on"}
          {stage.kind === "step" && (
            <>
              Step {run.at} <span className="font-normal text-faint">of {steps.length}</span>
            </>
          )}
          {stage.kind === "after" && "After the last hole"}
        </b>
        {holes > 1 && hole && (
          <b className="text-[26px]">
            {`hole ${hole.letter ? `${holeName(hole)}, ` : ""}${run.hole} `}
            <span className="font-normal text-faint">of {holes}</span>
          </b>
        )}
        <Link to={homeOf(run)} className="chip no-underline">
          Leave
        </Link>
      </p>
      <p className="m-0 text-faint">
        {nameOf(run)}, {run.answer.material}, on {run.answer.machine}
      </p>
      <ol aria-hidden className="m-0 grid grid-flow-col gap-1.5 p-0">
        {steps.map((step, place) => (
          <li key={place} className={`h-2.5 border border-ink ${place + 1 < run.at ? "bg-ink" : place + 1 === run.at ? "bg-bronze" : ""}`} title={step.words} />
        ))}
      </ol>
    </header>
  );
}
