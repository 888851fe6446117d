/** A setting on the map, told by its shape: a disc holds, half a disc is tight, a cross gives way. */
import type { Window } from "./layout";

type Verdict = Window["settings"][number]["verdict"];
const COLOUR: Record<Verdict, string> = {
  holds: "var(--green)",
  tight: "var(--bronze)",
  "gives-way": "var(--vermilion)",
  cannot: "var(--vermilion)",
  unknown: "var(--faint)",
};

export function Setting({ x, y, radius, verdict }: { x: number; y: number; radius: number; verdict: Verdict }) {
  const colour = COLOUR[verdict];
  if (verdict === "holds") return <circle cx={x} cy={y} r={radius} fill={colour} />;
  if (verdict === "tight")
    return (
      <g>
        <circle cx={x} cy={y} r={radius} fill="var(--paper)" stroke={colour} strokeWidth={radius > 6 ? 2 : 1.2} />
        <path d={`M${x - radius} ${y} a${radius} ${radius} 0 0 0 ${2 * radius} 0 Z`} fill={colour} />
      </g>
    );
  const arm = radius * 0.75;
  return (
    <g>
      {radius > 6 && <circle cx={x} cy={y} r={radius} fill="var(--paper)" stroke={colour} strokeWidth="2" />}
      <path
        d={`M${x - arm} ${y - arm} L${x + arm} ${y + arm} M${x - arm} ${y + arm} L${x + arm} ${y - arm}`}
        stroke={colour}
        strokeWidth={radius > 6 ? 2.4 : 1.6}
        fill="none"
      />
    </g>
  );
}

const TOLD = [
  ["holds", "holds"],
  ["tight", "tight"],
  ["gives-way", "gives way"],
] as const;

/** What the shapes mean. */
export function ShapesTold() {
  return (
    <span className="flex gap-x-3 text-sm text-faint">
      {TOLD.map(([verdict, words]) => (
        <span key={verdict} className="flex items-center gap-1">
          <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden>
            <Setting x={6} y={6} radius={5} verdict={verdict} />
          </svg>
          {words}
        </span>
      ))}
    </span>
  );
}
