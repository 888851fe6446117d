/** The pull along the stroke, drawn against depth: lightly in, the whole pull, easing off. */
import type { Schemas } from "../../../api/client";
import type { System } from "../../../job/types";
import { plain, show, significant } from "../../../job/units";

const [WIDE, HIGH] = [440, 76];

type Props = { verb: string; /** What that is on a scale. */ kg: number | null; phases: readonly Schemas["PhaseAnswer"][]; system: System };

export function Pull({ verb, kg, phases, system }: Props) {
  const end = phases.at(-1)?.to_mm ?? 1;
  const most = Math.max(...phases.map((one) => one.hand_force_n));
  const [x, y] = [(mm: number) => (mm / end) * WIDE, (force_n: number) => HIGH - (force_n / most) * (HIGH - 8)];
  const line = phases.flatMap((one) => [`${x(one.from_mm)},${y(one.hand_force_n)}`, `${x(one.to_mm)},${y(one.hand_force_n)}`]).join(" ");
  return (
    <section aria-label={`How hard to ${verb}`} className="grid gap-1">
      <p className="m-0 flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          {verb} <b className="figure text-[42px] leading-none">{show(most, "N", system, 2)}</b>
        </span>
        {system.force === "metric" && kg !== null && <span className="text-faint">{significant(kg, 2)} kg on a scale</span>}
      </p>
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} preserveAspectRatio="none" className="hidden h-14 w-full wide:block [@media(min-height:56rem)]:block" aria-hidden>
        <polygon points={`0,${HIGH} ${line} ${WIDE},${HIGH}`} fill="var(--bronze)" fillOpacity="0.25" />
        <polyline points={line} fill="none" stroke="var(--bronze)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
        <line x1="0" y1={HIGH} x2={WIDE} y2={HIGH} stroke="var(--ink)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
      <ol className="m-0 grid gap-0.5 p-0 text-[16px]">
        {phases.map((one) => (
          <li key={one.from_mm} className="flex justify-between gap-3">
            <span className="first-letter:uppercase">{one.words}</span>
            <span className="figure whitespace-nowrap">
              to {plain(Number(one.to_mm.toFixed(1)), system)}, <b>{show(one.hand_force_n, "N", system, 2)}</b>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
