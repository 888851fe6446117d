/** A step put into the row: what it does, with which cutter of the crib, after which step. */
import { useMemo, useState } from "react";

import { useCutters } from "../../../job/queries";
import { Panel } from "../../../ui/Panel";
import type { Kind, OwnStep, Step } from "../model";

/** Kinds a row may be given, with the families that do it; none: a hand's work. */
const KINDS: readonly (readonly [Kind, string, readonly string[]])[] = [
  ["pilot", "drill or open", ["twist", "core", "annular", "spade", "indexable", "replaceable-tip", "gun", "step"]],
  ["mark", "mark", ["spot", "centre"]],
  ["ream", "ream", ["reamer"]],
  ["counterbore", "counterbore", ["counterbore"]],
  ["countersink", "countersink", ["countersink"]],
  ["tap", "tap", ["tap"]],
  ["mill", "mill the thread", ["thread-mill"]],
  ["bore", "bore true", []],
  ["deburr", "deburr", []],
];
const BY_HAND: readonly Kind[] = ["mark", "ream", "tap", "bore", "deburr", "counterbore", "countersink"];
const MOST_LISTED = 40;

export function AddStep({ steps, onAdd }: { steps: readonly Step[]; onAdd: (step: OwnStep, place: number) => void }) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<Kind>("pilot");
  const [after, setAfter] = useState(-1);
  const [sought, setSought] = useState("");
  const cutters = useCutters().data;
  const families = useMemo(() => KINDS.find(([one]) => one === kind)?.[2] ?? [], [kind]);
  const found = useMemo(
    () =>
      (cutters ?? [])
        .filter((one) => families.includes(one.family) && one.name.toLowerCase().includes(sought.trim().toLowerCase()))
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
            {KINDS.map(([one, words]) => (
              <option key={one} value={one}>
                {words}
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
        {BY_HAND.includes(kind) && (
          <button type="button" className="tap chip font-semibold" onClick={() => add(null)}>
            {kind === "bore" || kind === "deburr" ? "Put it in" : "By hand"}
          </button>
        )}
      </div>
    </Panel>
  );
}
