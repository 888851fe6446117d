/** The hole itself: diameter, depth, and what is there already. */
import { Choices } from "../../ui/Choices";
import { figure, useJob } from "../provider";
import { useCutters } from "../queries";
import { DETAILS } from "../details";
import type { Answer, Case } from "../types";
import { plain } from "../units";
import { FieldRows } from "./FieldRow";
import { TypedField } from "./TypedField";
import { familyOf } from "../words";

const withStart = (was: Case, start_diameter_mm: number): Case => ({ ...was, hole: { ...was.hole, start_diameter_mm } });

export function DiameterPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, system } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  return (
    <div className="grid gap-3">
      <TypedField
        slot="diameter"
        kind="diameter"
        label="Diameter of the hole"
        value={job.typed.diameter ?? plain(job.case.hole.diameter_mm, system)}
        settles="diameter"
        hint='20, 1/2, 6,5, #7, F, 0.201", M12 clearance, 3/8-16 tap'
        first
        onDone={onDone}
      />
      <FieldRows paths={DETAILS.diameter(job.case)} phrase="diameter" answer={answer} />
    </div>
  );
}

export function DepthPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, system } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  return (
    <div className="grid gap-3">
      <TypedField
        slot="depth"
        kind="length"
        label="Full-diameter depth"
        value={job.typed.depth ?? plain(job.case.hole.depth_mm, system)}
        apply={figure((was, depth_mm) => ({ ...was, hole: { ...was.hole, depth_mm, plate_thickness_mm: null } }))}
        onDone={onDone}
        first
      />
      <Choices
        label="Through or blind"
        choices={
          [
            ["through", "through"],
            ["blind", "blind"],
          ] as const
        }
        chosen={job.case.hole.through === false ? "blind" : "through"}
        onChoose={(kind) =>
          void change({
            phrase: "depth",
            typed: job.typed.depth,
            edit: (was) => ({ ...was, hole: { ...was.hole, through: kind === "through", plate_thickness_mm: null } }),
          })
        }
      />
      <FieldRows paths={DETAILS.depth(job.case)} phrase="depth" answer={answer} folded="A stack of plates, the bottom, past the far side" />
    </div>
  );
}

/** Sizes worth offering as a pilot: from a tenth to three quarters of the hole, one for each step of some eight hundredths, the plainest of those alike. */
export function pilots(sizes: readonly number[], hole: number): number[] {
  const best = new Map<number, number>();
  for (const one of sizes) {
    if (one < hole * 0.1 || one > hole * 0.75) continue;
    const step = Math.round(Math.log(one) / Math.log(1.08));
    const before = best.get(step);
    if (before === undefined || String(one).length < String(before).length) best.set(step, one);
  }
  const found = [...best.values()].sort((a, b) => a - b);
  // Where there is enough to choose from, number and letter drills need not be offered: they can be typed.
  const plainest = found.filter((one) => String(one).length <= 4);
  return plainest.length >= 6 ? plainest : found;
}

export function StartPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, system } = useJob();
  const cutters = useCutters();
  const job = state.jobs.now;
  if (!job) return null;
  const size = job.case.hole.diameter_mm;
  const start = job.case.hole.start_diameter_mm ?? 0;
  const sizes = pilots(
    (cutters.data ?? []).filter((cutter) => familyOf(cutter.family).standard_form).map((cutter) => cutter.diameter_mm),
    size,
  );
  const set = (diameter: number) => void change({ phrase: "start", edit: (was) => withStart(was, diameter) }).then(onDone);
  return (
    <div className="grid gap-3">
      <button type="button" className="chip" aria-pressed={start === 0} onClick={() => set(0)}>
        From solid
      </button>
      {sizes.length > 0 && (
        <Choices
          label="After a pilot from the crib"
          choices={sizes.map((one) => [String(one), plain(one, system)] as const)}
          chosen={String(start)}
          onChoose={(one) => set(Number(one))}
        />
      )}
      <TypedField
        slot="start"
        kind="diameter"
        label="Or a hole of"
        value={start > 0 ? (job.typed.start ?? plain(start, system)) : ""}
        apply={figure(withStart)}
        onDone={onDone}
      />
      <FieldRows paths={DETAILS.start(job.case)} phrase="start" answer={answer} />
    </div>
  );
}
