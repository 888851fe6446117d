/** The hole being made: a section for each step at one scale, and under it the tool, the setting, the stop, the time, the tightest limit and why. */
import type { System } from "../../../job/types";
import { show, speed, time } from "../../../job/units";
import { VERDICTS } from "../../../job/Verdict";
import { type Answer, sectionScale, type Step } from "../model";
import { Section } from "./Section";

type Props = { answer: Answer; system: System; pinned: readonly number[]; onPin: (size: number, on: boolean) => void; onLeaveOut: (size: number) => void; onBench: (step: Step) => void };
const [TALLEST, WIDEST] = [190, 150];

/** How far the step's tightest limit is used, against its end-stop. */
function Bar({ step }: { step: Step }) {
  if (!step.cut) return null;
  const share = Math.min(step.cut.use, 1.25) / 1.25;
  const colour = step.cut.verdict === "holds" ? "var(--green)" : step.cut.verdict === "tight" ? "var(--bronze-fill)" : "var(--vermilion)";
  return (
    <div title={`${step.cut.failure}: ${Math.round(step.cut.use * 100)} % of the limit`}>
      <svg viewBox="0 0 100 10" preserveAspectRatio="none" width="100%" height="10" aria-hidden>
        <rect x="0" y="2" width={share * 100} height="6" fill={colour} />
        <line x1="80" x2="80" y1="0" y2="10" stroke="var(--ink)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <p className="text-xs"><span className="font-semibold">{VERDICTS[step.cut.verdict]}</span>: {step.cut.failure}</p>
    </div>
  );
}

export function Row({ answer, system, pinned, onPin, onLeaveOut, onBench }: Props) {
  const { tall, ...shared } = sectionScale(answer, TALLEST, WIDEST);
  return (
    <ol className="flex gap-4 overflow-x-auto pb-2" aria-label="Steps">
      {answer.plan.steps.map((step, k) => {
        const onWay = step.kind === "pilot" || step.kind === "open";
        return (
          <li key={`${step.kind} ${step.size_mm}`} className="grid w-44 shrink-0 content-start gap-1" data-step={step.kind}>
            <div className="flex items-end justify-center" style={{ minHeight: tall + 28 }}>
              <Section answer={answer} step={step} id={`row-${k}`} {...shared} />
            </div>
            <h2 className="border-t-2 border-ink pt-1 font-semibold"><span className="figure text-faint">{k + 1}</span> {step.words}</h2>
            {step.tool && <p className="text-sm">{step.tool}</p>}
            {step.cut && (
              <>
                <p className="figure text-sm">{step.cut.speed_words.includes("rpm") ? step.cut.speed_words : speed(step.cut.speed_rpm)}</p>
                <p className="figure text-sm">{step.cut.hand_force_n ? `lean ${show(step.cut.hand_force_n, "N", system)}` : show(step.cut.feed_mm_rev, "mm/rev", system)}</p>
                <p className="text-sm text-faint">stop, tip at <span className="figure text-ink">{show(step.cut.stop_mm, "mm", system)}</span>{step.cut.pecks_mm.length > 1 ? `; ${step.cut.pecks_mm.length} pecks` : ""}</p>
              </>
            )}
            <p className="text-sm text-faint"><span className="figure text-ink">{time(step.time_s)}</span> a hole</p>
            <Bar step={step} />
            <p className="text-xs text-faint">{step.why}</p>
            <div className="no-print flex flex-wrap gap-1.5">
              {onWay && <button type="button" className="chip text-sm" onClick={() => onLeaveOut(step.size_mm)}>Leave out</button>}
              {onWay && <button type="button" className="chip text-sm" aria-pressed={pinned.includes(step.size_mm)} onClick={() => onPin(step.size_mm, !pinned.includes(step.size_mm))}>Pin</button>}
              {step.cut && <button type="button" className="chip text-sm" onClick={() => onBench(step)}>On the Bench</button>}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
