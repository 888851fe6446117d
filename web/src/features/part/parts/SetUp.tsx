/** How the part lies on this side, what is ticked before switching on and done after the last hole, and what may hurt. */
import { Checklist } from "../../../job/Checklist";
import { Told } from "../../../job/Told";
import { inUnits } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { choicesOf } from "../../../job/words";
import { lengthUnit } from "../lengths";
import { type Answer, type Clamp, type Held, type Typed, UNHELD } from "../model";

import { Length } from "./Head";

type Props = {
  answer: Answer;
  typed: Typed;
  side: string;
  onType: (typed: Typed) => void;
  ticks: readonly string[];
  onTick: (id: string, on: boolean) => void;
};

export function SetUp({ answer, typed, side, onType, ticks, onTick }: Props) {
  const system = useUnits();
  return (
    <div className="grid content-start gap-4">
      <Lies held={typed.held[side] ?? UNHELD} onHeld={(held) => onType({ ...typed, held: { ...typed.held, [side]: held } })} />
      <Checklist lines={answer.checklist} ticks={ticks} onTick={onTick} of="part" />
      <section aria-label="Afterwards" className="max-w-xl text-sm">
        <h3 className="heading">Afterwards</h3>
        <ul className="m-0 list-disc pl-4">
          {answer.afterwards.map((line) => (
            <li key={line.id}>{inUnits(line.words, system)}</li>
          ))}
        </ul>
      </section>
      {answer.cautions.length > 0 && (
        <section aria-label="Cautions" className="max-w-xl text-sm">
          <h3 className="heading text-vermilion">Cautions</h3>
          <ul className="m-0 list-disc pl-4">
            {answer.cautions.map((words) => (
              <li key={words}>
                <Told>{words}</Told>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const SPANS = [
  ["x0", "x from"],
  ["x1", "x to"],
  ["y0", "y from"],
  ["y1", "y to"],
  ["z", "high"],
] as const;
const CLAMP: Clamp = { name: "clamp", x0: "", x1: "", y0: "", y1: "", z: "" };

/** What lies under the part, and what stands beside its holes. */
function Lies({ held, onHeld }: { held: Held; onHeld: (held: Held) => void }) {
  const unit = lengthUnit(useUnits());
  const put = (place: number, part: Partial<Clamp>) => onHeld({ ...held, clamps: held.clamps.map((one, k) => (k === place ? { ...one, ...part } : one)) });
  return (
    <section aria-label="How it lies" className="grid max-w-xl gap-2">
      <h3 className="heading">How it lies on this side</h3>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <label className="grid text-xs text-faint">
          under it
          <select className="plate-field text-base" value={held.under} onChange={(event) => onHeld({ ...held, under: event.target.value })}>
            <option value="">as usual</option>
            {Object.entries(choicesOf("hole.behind")).map(([id, said]) => (
              <option key={id} value={id}>
                {said}
              </option>
            ))}
          </select>
        </label>
        <label className="grid text-xs text-faint">
          room under it, {unit}
          <Length
            label={`Room under it, ${unit}`}
            width="!w-24 text-base text-ink"
            placeholder="not said"
            value={held.under_mm}
            onChange={(under_mm) => onHeld({ ...held, under_mm })}
          />
        </label>
      </div>
      {held.clamps.map((one, k) => (
        <fieldset key={k} className="flex flex-wrap items-end gap-x-2 gap-y-1">
          <legend className="sr-only">What stands in the way, {k + 1}</legend>
          <label className="grid text-xs text-faint">
            in the way
            <input className="plate-field !w-24 text-base" value={one.name} maxLength={40} onChange={(event) => put(k, { name: event.target.value })} />
          </label>
          {SPANS.map(([name, label]) => (
            <label key={name} className="grid text-xs text-faint">
              {label}
              <Length label={`${label}, ${unit}`} width="!w-14 text-base text-ink" value={one[name]} onChange={(value) => put(k, { [name]: value })} />
            </label>
          ))}
          <button type="button" className="chip text-sm" onClick={() => onHeld({ ...held, clamps: held.clamps.filter((_, place) => place !== k) })}>
            take out
          </button>
        </fieldset>
      ))}
      <button type="button" className="tap chip justify-self-start" onClick={() => onHeld({ ...held, clamps: [...held.clamps, CLAMP] })}>
        Something stands in the way
      </button>
    </section>
  );
}
