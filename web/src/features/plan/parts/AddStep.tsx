/** A step put into the row: what it does, with which cutter of the crib, after which step. */
import { useMemo, useState } from "react";

import { useCutters } from "../../../job/queries";
import { words } from "../../../job/words";
import { Panel } from "../../../ui/Panel";
import type { Kind, OwnStep, Step } from "../model";

/** The one entry for everything that drills: where it stands in the row says whether it is a pilot, an opening or the last. */
const DRILL = "drill";
/** What a row may be given: each kind of step, the drilling ones as one. */
const kinds = (): [Kind, string][] => [
  [DRILL, "drill or open"],
  ...words()
    .steps.filter(({ drills }) => !drills)
    .map((one) => [one.kind as Kind, one.words] as [Kind, string]),
];
const MOST_LISTED = 40;

export function AddStep({ steps, onAdd }: { steps: readonly Step[]; onAdd: (step: OwnStep, place: number) => void }) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<Kind>(DRILL);
  const [after, setAfter] = useState(-1);
  const [sought, setSought] = useState("");
  const cutters = useCutters().data;
  const families = useMemo(
    () =>
      words()
        .families.filter(({ step }) => step === kind)
        .map(({ id }) => id),
    [kind],
  );
  const found = useMemo(
    () =>
      (cutters ?? [])
        .filter((one) => families.some((id) => id === one.family) && one.name.toLowerCase().includes(sought.trim().toLowerCase()))
        .sort((a, b) => a.diameter_mm - b.diameter_mm),
    [cutters, families, sought],
  );
  const add = (cutter_id: string | null) => {
    onAdd({ kind, cutter_id, struck: false }, after + 1);
    setOpen(false);
  };
  return (
    <Panel label="Add a step" trigger="Add a step" open={open} onOpenChange={setOpen}>
      <div className="grid gap-2">
        <label className="grid text-xs text-faint">
          What it does
          <select aria-label="What it does" className="plate-field text-base" value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
            {kinds().map(([one, said]) => (
              <option key={one} value={one}>
                {said}
              </option>
            ))}
          </select>
        </label>
        <label className="grid text-xs text-faint">
          Where
          <select aria-label="Where" className="plate-field text-base" value={after} onChange={(event) => setAfter(Number(event.target.value))}>
            <option value={-1}>first of all</option>
            {steps.map((step, place) => (
              <option key={place} value={place}>
                after {place + 1}, {step.words}
              </option>
            ))}
          </select>
        </label>
        {families.length > 0 && (
          <>
            <label className="grid text-xs text-faint">
              Which cutter
              <input className="plate-field text-base" value={sought} placeholder="its size or name" onChange={(event) => setSought(event.target.value)} />
            </label>
            <ul className="grid max-h-60 gap-1 overflow-y-auto" aria-label="Cutters of the crib">
              {found.slice(0, MOST_LISTED).map((one) => (
                <li key={one.id}>
                  <button type="button" className="tap chip w-full" onClick={() => add(one.id)}>
                    {one.name}
                  </button>
                </li>
              ))}
              {found.length === 0 && <li className="text-sm text-faint">The crib has none of that name.</li>}
              {found.length > MOST_LISTED && <li className="text-sm text-faint">{found.length - MOST_LISTED} more: say its size.</li>}
            </ul>
          </>
        )}
        {words().steps.some((one) => one.kind === kind && one.by_hand) && (
          <button type="button" className="tap chip font-semibold" onClick={() => add(null)}>
            {kind === "bore" || kind === "deburr" ? "Put it in" : "By hand"}
          </button>
        )}
      </div>
    </Panel>
  );
}
