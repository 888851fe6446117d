/** Before the drill touches: what is asked, and what to mind. What is said stands until the hole is through. */
import type { System } from "../../../job/types";
import { shownIn } from "../../../job/units";
import { words } from "../../../job/words";
import type { Told } from "../live";

const choices = () => Object.entries(words().gives_way);
/** What is said where nothing gives way: no limit of the check's. */
const nothing = () => choices().find(([id]) => !(id in words().failures))?.[0] ?? "";
export type Said = { limit: string | null; force: string };

/** That it is no more than a simulation, before anybody pulls. */
export const Caution = () => (
  <p className="m-0 border-l-8 border-vermilion pl-3">
    A simulation from the check’s own figures. Real metal grabs harder than a screen, and no screen takes the place of being shown: glasses on, work clamped
    against a stop, no gloves, chuck key out, by somebody who has done it.
  </p>
);

/** What was said beforehand beside what it was. */
export function WhatWasSaid({ said, mine }: { said: Said; mine: Told }) {
  const first = mine.outcome.first?.[1] ?? nothing();
  return (
    <p className="m-0">
      You said: {words().gives_way[said.limit ?? nothing()]}. It was: <b>{mine.events.find((one) => one.bad)?.words ?? "nothing: it went"}</b>
      {said.limit === first ? ", as you said." : "."}
    </p>
  );
}

type Props = { said: Said; system: System; onSay: (said: Said) => void; onBegin: () => void };

export function Before({ said, system, onSay, onBegin }: Props) {
  return (
    <section aria-label="Before you begin" className="grid max-w-4xl content-start gap-4">
      <Caution />
      <fieldset className="grid gap-2">
        <legend className="heading">What gives way first?</legend>
        <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
          {choices().map(([id, called]) => (
            <button key={id} type="button" className="chip min-h-12" aria-pressed={said.limit === id} onClick={() => onSay({ ...said, limit: id })}>
              {called}
            </button>
          ))}
        </div>
      </fieldset>
      <label className="grid max-w-96 gap-1">
        <span className="heading">How hard would you pull with the point in, {shownIn("N", system).unit}?</span>
        <input
          className="plate-field figure text-xl"
          inputMode="decimal"
          value={said.force}
          onChange={(event) => onSay({ ...said, force: event.target.value })}
        />
      </label>
      <button
        type="button"
        className="min-h-16 bg-green px-4 text-left text-[22px] font-bold text-film disabled:opacity-50"
        disabled={said.limit === null}
        onClick={onBegin}
      >
        Drill it
        <span className="block text-[15px] font-normal">{said.limit === null ? "say first what gives way" : "the spindle turns; the hand is yours"}</span>
      </button>
    </section>
  );
}
