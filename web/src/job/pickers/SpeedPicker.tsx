/** The speeds the spindle really has, drawn as the pulleys or gears they are. */
import { SpeedRuler } from "../../drawing/SpeedRuler";
import { figure, useJob } from "../provider";
import { type Answer, stagesOf } from "../types";
import { significant, speed } from "../units";
import { TypedField } from "./TypedField";

/** A pair of pulleys with their belt, or of gears in mesh, as this step has them: small on the motor is slow at the spindle. */
function StepDrawing({ place, of, geared }: { place: number; of: number; geared: boolean }) {
  const share = of > 1 ? place / (of - 1) : 0.5;
  const [motor, spindle] = [5 + 9 * share, 14 - 9 * share];
  if (geared) {
    const teeth = { fill: "none", stroke: "var(--ink)", strokeWidth: 3, strokeDasharray: "2 1.6" };
    return (
      <svg width="64" height="30" viewBox="0 0 64 30" aria-hidden>
        {[
          [32 - motor, motor],
          [32 + spindle, spindle],
        ].map(([x = 0, r = 0]) => (
          <g key={x}>
            <circle cx={x} cy="15" r={r - 1} {...teeth} />
            <circle cx={x} cy="15" r={Math.max(r - 2.6, 1)} fill="none" stroke="var(--ink)" />
            <circle cx={x} cy="15" r="1.2" fill="var(--bronze)" />
          </g>
        ))}
      </svg>
    );
  }
  return (
    <svg width="64" height="30" viewBox="0 0 64 30" aria-hidden>
      <circle cx="15" cy="15" r={motor} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      <circle cx="49" cy="15" r={spindle} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      <path d={`M15 ${15 - motor} L49 ${15 - spindle} M15 ${15 + motor} L49 ${15 + spindle}`} stroke="var(--bronze)" strokeWidth="2" />
    </svg>
  );
}

export function SpeedPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  const { drive } = job.case.machine.spindle;
  const stages = stagesOf(job.case.machine);
  const ranges = stages.filter((stage) => stage.speed_rpm == null);
  const fixed = stages.filter((stage) => stage.speed_rpm != null).sort((a, b) => (a.speed_rpm ?? 0) - (b.speed_rpm ?? 0));
  const book = answer?.book.speed_rpm;
  return (
    <div className="grid gap-3">
      <p className="text-sm text-faint">
        {book
          ? `The book says ${significant(book.low, 2)} to ${significant(book.high, 2)} rpm for this drill in this metal.`
          : "No book speed is known for this edge in this metal."}
      </p>
      {ranges.map((stage) => (
        <p key={`${stage.name} ${stage.min_rpm}`} className="flex items-center gap-3 text-sm">
          <SpeedRuler stages={[stage]} now={job.case.setting.speed_rpm} />
          <span className="figure">
            {stage.name && `${stage.name}: `}
            {stage.min_rpm} to {stage.max_rpm} rpm
          </span>
        </p>
      ))}
      <ul className="grid gap-1">
        {fixed.map((stage, place) => (
          <li key={`${stage.name} ${stage.speed_rpm}`}>
            <button
              type="button"
              className="chip flex w-full items-center gap-3"
              data-chosen={stage.speed_rpm === job.case.setting.speed_rpm}
              onClick={() => {
                const rpm = stage.speed_rpm ?? 0;
                void change({ phrase: "speed", edit: (was) => ({ ...was, setting: { ...was.setting, speed_rpm: rpm } }) }).then(onDone);
              }}
            >
              <StepDrawing place={place} of={fixed.length} geared={drive === "gear"} />
              <span className="grow">{stage.name}</span>
              <span className="figure">{stage.speed_rpm} rpm</span>
              {book && stage.speed_rpm != null && stage.speed_rpm >= book.low && stage.speed_rpm <= book.high && (
                <span className="text-sm text-green">in the book</span>
              )}
            </button>
          </li>
        ))}
      </ul>
      <TypedField
        slot="speed"
        kind="speed"
        label="Or another speed"
        value={speed(job.case.setting.speed_rpm)}
        apply={figure((was, rpm) => ({ ...was, setting: { ...was.setting, speed_rpm: rpm } }))}
        onDone={onDone}
        first
      />
    </div>
  );
}
