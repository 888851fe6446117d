/** Each letter's row of steps, as sections: sizes are pinned, steps moved, taken out and added, for one letter; a pin for all of them too. */
import { useState } from "react";
import { useLocation } from "wouter";

import { useJob } from "../../../job/provider";
import type { Case } from "../../../job/types";
import { plain } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { Choices } from "../../../ui/Choices";
import { moved, type OwnStep, ownRow, type Step } from "../../plan/model";
import { AddStep } from "../../plan/parts/AddStep";
import { Row } from "../../plan/parts/Row";
import { remember } from "../../plan/remembered";
import { type Answer, planOf, type Typed, withLetter } from "../model";

const FOR = [
  ["letter", "its letter"],
  ["all", "every letter"],
] as const;
type Props = { answer: Answer; typed: Typed; onType: (typed: Typed) => void };

export function Rows({ answer, typed, onType }: Props) {
  const system = useUnits();
  const { state, dispatch } = useJob();
  const [, navigate] = useLocation();
  const [pins, setPins] = useState<"letter" | "all">("letter");
  const onBench = (step: Step) => {
    if (!step.cut || !state.jobs.now) return;
    dispatch({ do: "open", job: { ...state.jobs.now, case: step.cut.case as Case, typed: {}, refs: {}, pinned: false, name: "" } });
    navigate("/");
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
        A pin is for
        <Choices label="A pin is for" choices={FOR} chosen={pins} onChoose={setPins} />
        {typed.pinned.map((size) => (
          <button key={size} type="button" className="chip" onClick={() => onType({ ...typed, pinned: typed.pinned.filter((one) => one !== size) })}>
            {plain(size, system)} for every letter, unpin
          </button>
        ))}
      </div>
      {answer.rows.map((row) => {
        const own = typed.rows.find((one) => one.letter === row.letter);
        const steps = own?.steps ?? ownRow(row.steps);
        const put = (changed: readonly OwnStep[]) => onType(withLetter(typed, row.letter, { steps: changed }));
        const pin = (size: number, on: boolean) => {
          const now = (was: readonly number[]) => (on ? [...was, size] : was.filter((one) => one !== size));
          onType(pins === "all" ? { ...typed, pinned: now(typed.pinned) } : withLetter(typed, row.letter, { pinned: now(own?.pinned ?? []) }));
        };
        return (
          <section key={row.letter} aria-label={`Row of ${row.letter}`} className="grid grid-cols-[minmax(0,1fr)] gap-1 border-t border-ink pt-1">
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
              <h2 className="heading text-lg">
                {row.letter}{" "}
                <span className="font-normal">{`${row.places_mm.length} × ${row.hole.text}, ${plain(row.depth_mm, system)} ${row.through ? "through" : "deep"}`}</span>
              </h2>
              <button
                type="button"
                className="tap chip"
                onClick={() => {
                  remember({ asked: planOf(typed, row), letter: { letter: row.letter, part: typed.name } });
                  navigate("/plan");
                }}
              >
                {row.letter} by itself
              </button>
              <AddStep steps={row.steps} onAdd={(step, place) => put([...steps.slice(0, place), step, ...steps.slice(place)])} />
              {row.own && (
                <span className="text-sm">
                  The row is your own.{" "}
                  <button type="button" className="chip text-sm font-semibold" onClick={() => onType(withLetter(typed, row.letter, { steps: null }))}>
                    Look for the steps again
                  </button>
                </span>
              )}
            </div>
            <Row
              made={row}
              name={row.letter}
              system={system}
              own={row.own}
              pinned={[...typed.pinned, ...(own?.pinned ?? [])]}
              onPin={pin}
              onMove={(from, to) => put(moved(steps, from, to))}
              onTakeOut={(place) => put(steps.filter((_, k) => k !== place))}
              onBench={onBench}
            />
          </section>
        );
      })}
      {answer.unresolved
        .filter((one) => typed.rows.some((row) => row.letter === one.letter && row.steps))
        .map((one) => (
          <button
            key={one.letter}
            type="button"
            className="tap chip justify-self-start font-semibold"
            onClick={() => onType(withLetter(typed, one.letter, { steps: null }))}
          >
            Look for the steps of {one.letter} again
          </button>
        ))}
    </div>
  );
}
