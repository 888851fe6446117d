/** Afterwards: how it ended, what was said beforehand, two runs on one axis of time with what happened, and the score. */
import type { ReactNode } from "react";

import type { System } from "../../../job/types";
import { inUnits, show } from "../../../job/units";
import type { Told } from "../live";

const [WIDE, LANE, ROW] = [1200, 110, 14];
const ENDS: Record<string, string> = {
  through: "It is through",
  "not-through": "It never came through",
  broken: "The drill broke",
  loose: "The work broke loose",
  slipped: "The magnet let go",
  tripped: "It stalled until the switch tripped",
  dead: "The edge is gone",
  off: "It was left",
};

/** A run's force and chip over time, its events named above. */
function Lane({ run, name, longest_s }: { run: Told; name: string; longest_s: number }) {
  const x = (t: number) => (t / longest_s) * WIDE;
  const force = run.timeline.map((one) => `${x(one.t_s).toFixed(1)},${(LANE - Math.min(one.force_n / 300, 1) * LANE).toFixed(1)}`).join(" ");
  const chip = run.timeline.map((one) => `${x(one.t_s).toFixed(1)},${(LANE - Math.min(one.ratio / 2, 1) * LANE).toFixed(1)}`).join(" ");
  const above = ROW * Math.max(run.events.length, 1) + 2;
  const words = `${name}: ${run.events.map((one) => `${one.words} at ${one.t_s.toFixed(1)} s`).join("; ") || "nothing happened"}`;
  return (
    <figure className="m-0">
      <figcaption className="flex flex-wrap justify-between gap-x-4">
        <b>{name}</b>
        <span className="text-sm text-faint">
          {ENDS[run.outcome.end]}, {run.outcome.time_s.toFixed(1)} s
        </span>
      </figcaption>
      <svg viewBox={`0 ${-above} ${WIDE} ${LANE + above + 18}`} className="w-full" role="img" aria-label={words}>
        <line x1={0} x2={WIDE} y1={LANE} y2={LANE} stroke="var(--ink)" />
        <line x1={0} x2={WIDE} y1={LANE / 2} y2={LANE / 2} stroke="var(--rule)" strokeDasharray="4 4" />
        <text x={0} y={LANE + 14} fontSize="12" fill="var(--faint)">
          0 s
        </text>
        <text x={WIDE} y={LANE + 14} textAnchor="end" fontSize="12" fill="var(--faint)">
          {longest_s.toFixed(0)} s
        </text>
        <polyline points={chip} fill="none" stroke="var(--green)" strokeWidth="2" />
        <polyline points={force} fill="none" stroke="var(--bronze)" strokeWidth="2" />
        {run.events.map((one, row) => {
          const [at, late] = [x(one.t_s), x(one.t_s) > WIDE / 2];
          const ink = one.bad ? "var(--vermilion)" : "var(--faint)";
          return (
            <g key={one.id}>
              <line x1={at} x2={at} y1={-ROW * row - 10} y2={LANE} stroke={ink} />
              <text x={at + (late ? -4 : 4)} y={-ROW * row - 3} fontSize="13" textAnchor={late ? "end" : "start"} fill={ink}>
                {one.words}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}

type Props = {
  mine: Told;
  senior: Told;
  system: System;
  /** What was said beforehand, and what it was. */
  head: ReactNode;
  again?: string;
  onAgain: () => void;
};

export function Debrief({ mine, senior, system, head, again = "Drill it again", onAgain }: Props) {
  const { outcome } = mine;
  const longest_s = Math.max(outcome.time_s, senior.outcome.time_s);
  return (
    <section aria-label="How it went" className="grid gap-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 border-b border-ink pb-2">
        <h2 className={`m-0 text-[30px] font-bold ${outcome.through ? "text-green" : "text-vermilion"}`}>{ENDS[outcome.end]}</h2>
        <span>
          <b className="figure text-[30px]">{Math.round(mine.score)}</b> <span className="text-faint">of 100</span>
        </span>
      </div>
      {head}
      <Lane run={mine} name="Your hand" longest_s={longest_s} />
      <Lane run={senior} name="A senior hand, in the same metal" longest_s={longest_s} />
      <p className="m-0 text-sm text-faint">
        <span className="text-bronze">Bronze</span>: the pull, the whole height 300 N. <span className="text-green">Green</span>: the chip, dashed where it is
        as the books have it.
      </p>
      {mine.events.length > 0 && (
        <ol className="m-0 grid gap-1 p-0">
          {mine.events.map((one) => (
            <li key={one.id} className="grid grid-cols-[4rem_1fr] border-t border-rule pt-1">
              <span className="figure text-faint">{one.t_s.toFixed(1)} s</span>
              <span>
                <b className={`block first-letter:uppercase ${one.bad ? "text-vermilion" : ""}`}>{one.words}</b>
                {one.told && <span className="figure block text-sm">{inUnits(one.told, system)}</span>}
                <span className="block text-sm text-faint">{[one.seen, one.heard, one.felt].filter(Boolean).join("; ")}</span>
              </span>
            </li>
          ))}
        </ol>
      )}
      <dl className="m-0 grid grid-cols-2 gap-x-4 gap-y-1 border-t border-ink pt-2 sm:grid-cols-4">
        {(
          [
            ["Off its mark", show(outcome.pos_mm, "mm", system, 1)],
            ["Burr", show(outcome.burr_mm, "mm", system, 1)],
            ["Of the edge’s life", `${(100 * outcome.edge_used).toFixed(outcome.edge_used < 0.01 ? 2 : 0)} %`],
            ["Best harmless time here", mine.par ? `${mine.par.time_s.toFixed(1)} s` : "none: the set-up is the fault"],
          ] as const
        ).map(([term, value]) => (
          <div key={term}>
            <dt className="text-xs text-faint">{term}</dt>
            <dd className="figure m-0">{value}</dd>
          </div>
        ))}
      </dl>
      <button type="button" className="chip justify-self-start text-[18px] font-semibold" onClick={onAgain}>
        {again}
      </button>
    </section>
  );
}
