/** Somebody signed off for a machine: what they were shown, ticked line by line; which real holes were watched; until when. */
import { useState } from "react";

import { inWords, type Schemas } from "../../../api/client";
import { teaching } from "../../../api/practice";

type Props = {
  person: Schemas["Learner"];
  machine: Schemas["MachineToSign"] | undefined;
  onLeave: () => void;
  onDone: () => Promise<void>;
};

export function SignOffForm({ person, machine, onLeave, onDone }: Props) {
  const [ticks, setTicks] = useState<readonly string[]>([]);
  const [watched, setWatched] = useState("");
  const [limits, setLimits] = useState("");
  const [expires, setExpires] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  if (!machine) return null;
  const open = machine.shown.filter((line) => !ticks.includes(line.id)).length;
  const sign = async () => {
    try {
      await teaching.signOff({
        person: person.username,
        machine: machine.slug,
        watched,
        ...(limits ? { limits } : {}),
        ...(expires ? { expires } : {}),
      });
      await onDone();
    } catch (error) {
      setFault(inWords(error));
    }
  };
  return (
    <form
      aria-label={`Sign ${person.name} off for ${machine.name}`}
      className="grid max-w-4xl gap-3 border-l-4 border-bronze pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void sign();
      }}
    >
      <h3 className="heading m-0">
        {person.name}, for {machine.name}
      </h3>
      <fieldset className="grid gap-0.5">
        <legend className="text-sm text-faint">Shown at the machine, and shown back:</legend>
        {machine.shown.map((line) => (
          <label key={line.id} className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              checked={ticks.includes(line.id)}
              onChange={(event) => setTicks(event.target.checked ? [...ticks, line.id] : ticks.filter((one) => one !== line.id))}
            />
            <span className="first-letter:uppercase">{line.words}</span>
          </label>
        ))}
      </fieldset>
      <label className="grid text-xs text-faint">
        which real holes were watched
        <input className="plate-field text-base text-ink" required maxLength={600} value={watched} onChange={(event) => setWatched(event.target.value)} />
      </label>
      <div className="flex flex-wrap gap-3">
        <label className="grid grow text-xs text-faint">
          limits, in words
          <input
            className="plate-field text-base text-ink"
            maxLength={600}
            placeholder="none"
            value={limits}
            onChange={(event) => setLimits(event.target.value)}
          />
        </label>
        <label className="grid text-xs text-faint">
          until (left open: a year)
          <input type="date" className="plate-field text-base text-ink" value={expires} onChange={(event) => setExpires(event.target.value)} />
        </label>
      </div>
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          {fault}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <button type="submit" className="tap chip font-semibold" disabled={open > 0 || watched.trim() === ""}>
          Sign off
        </button>
        <button type="button" className="tap chip" onClick={onLeave}>
          Not now
        </button>
        <span className="text-sm text-faint">
          {open > 0 ? `${open} ${open === 1 ? "line is" : "lines are"} not ticked yet` : "You sign this with your name."}
        </span>
      </div>
    </form>
  );
}
