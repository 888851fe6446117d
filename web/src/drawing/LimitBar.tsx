/** A limit as one bar with an end-stop: solid where it holds, touching the stop where it is tight, hatched past it where it gives way. */
import type { Answer, Band } from "../job/types";

const STOP = 0.72;
const COLOURS = {
  holds: "var(--green)",
  tight: "var(--bronze-fill)",
  "gives-way": "var(--vermilion)",
  cannot: "var(--vermilion)",
  unknown: "var(--faint)",
};

type Props = { demand: Band | null; soft: number | null; capacity: number | null; verdict: Answer["verdict"] };

export function LimitBar({ demand, soft, capacity, verdict }: Props) {
  const colour = COLOURS[verdict];
  if (!demand || demand.middle === null || !capacity) {
    // A matter of kind, not of degree: a square, full or crossed.
    return (
      <svg viewBox="0 0 12 18" width="12" height="18" aria-hidden>
        <rect x="0.5" y="4" width="10" height="10" fill={verdict === "holds" ? colour : "none"} stroke={colour} strokeWidth="2" />
        {verdict !== "holds" && <path d="M0 4 L11 14 M11 4 L0 14" stroke={colour} strokeWidth="2" />}
      </svg>
    );
  }
  const at = (value: number) => Math.min(200, (value / capacity) * STOP * 200);
  const [low, middle, high] = [at(demand.low ?? demand.middle), at(demand.middle), at(demand.high ?? demand.middle)];
  const stop = STOP * 200;
  const id = `hatch-${verdict}`;
  return (
    <svg viewBox="0 0 200 18" className="h-[18px] w-full" preserveAspectRatio="none" aria-hidden>
      <defs>
        <pattern id={id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="3" height="6" fill={colour} />
        </pattern>
      </defs>
      <line x1="0" x2="200" y1="9" y2="9" stroke="var(--rule)" strokeWidth="1" />
      <rect className="moves" x="0" y="6" width={Math.max(low, 1)} height="6" fill={colour} />
      <rect className="moves" x={low} y="3" width={Math.max(high - low, 0)} height="12" fill={colour} opacity="0.38" />
      {middle > stop && <rect x={stop} y="2" width={middle - stop} height="14" fill={`url(#${id})`} />}
      <rect className="moves" x={middle - 1} y="3" width="2" height="12" fill={colour} />
      {soft !== null && soft < capacity && <line x1={at(soft)} x2={at(soft)} y1="2" y2="16" stroke="var(--ink)" strokeWidth="1" strokeDasharray="2 2" />}
      <rect x={stop - 1} y="0" width="2.5" height="18" fill="var(--ink)" />
    </svg>
  );
}
