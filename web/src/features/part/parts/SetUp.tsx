/** What is ticked before switching on and done after the last hole, and what may hurt. */
import { Told } from "../../../job/Told";
import { inUnits } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import type { Answer } from "../model";

type Props = { answer: Answer; ticks: readonly string[]; onTick: (id: string, on: boolean) => void };

export function SetUp({ answer, ticks, onTick }: Props) {
  const system = useUnits();
  return (
    <div className="grid gap-4">
      <fieldset className="grid max-w-xl gap-0.5">
        <legend className="heading">Before switching on</legend>
        {answer.checklist.map((line) => (
          <label key={line.id} className="tap flex items-start gap-2 py-1 text-sm">
            <input type="checkbox" className="mt-1 shrink-0" checked={ticks.includes(line.id)} onChange={(event) => onTick(line.id, event.target.checked)} />
            {inUnits(line.words, system)}
          </label>
        ))}
        <p className="m-0 text-xs text-faint">
          {answer.checklist.filter((line) => ticks.includes(line.id)).length} of {answer.checklist.length} ticked; kept with the part. The machine’s
          instructions and the shop’s rules come first.
        </p>
      </fieldset>
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
