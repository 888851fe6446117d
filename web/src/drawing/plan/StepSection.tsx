import { familyOf } from "../../job/words";
import { drawingOf } from "../families";

/** The hole after one step, in section and to one scale with the others: what the step takes away is hatched, what stands is plain; the
 * stop is a broken line with its depth, and what lies beyond the work is drawn where the point could meet it. */
type Props = {
  id: string;
  kind: string;
  family: string;
  start_mm: number;
  size_mm: number;
  /** Depth to full diameter of this step, and of its tip at the end of the stroke; none for a hand's work. */
  depth_mm: number | null;
  stop_mm: number | null;
  /** How deep the hole was before it, and whether it goes through. */
  before_mm: number;
  through: boolean;
  angle_deg: number;
  plate_mm: number;
  widest_mm: number;
  /** Pixels to a millimetre. */
  scale: number;
  stopWords: string | null;
  hits: boolean;
  struck: boolean;
};
const [ABOVE, BELOW] = [12, 34];

export const sectionHeight = (plate_mm: number, scale: number): number => ABOVE + plate_mm * scale + BELOW;

/** A hole's outline from its mouth down to its point. */
function bored(mid: number, half: number, depth: number, point: number): string {
  return `M${mid - half} ${ABOVE} V${ABOVE + depth} L${mid} ${ABOVE + depth + point} L${mid + half} ${ABOVE + depth} V${ABOVE} Z`;
}

export function StepSection(props: Props) {
  const { id, kind, family, start_mm, size_mm, depth_mm, stop_mm, before_mm, through, angle_deg, plate_mm, widest_mm, scale, stopWords, hits, struck } = props;
  const width = Math.round(Math.max(widest_mm * 1.8 * scale, 84));
  const tall = plate_mm * scale;
  const [height, mid] = [sectionHeight(plate_mm, scale), width / 2];
  const half = (size_mm / 2) * scale;
  const deep = (depth_mm ?? (kind === "tap" || kind === "ream" || kind === "bore" || kind === "mill" ? before_mm : 0)) * scale;
  const flat = ["ream", "tap", "mill", "bore", "counterbore"].includes(kind) || drawingOf(family).blunt === true || angle_deg >= 178;
  const ring = family !== "" && familyOf(family).leaves_a_slug;
  const point = flat ? 0 : Math.min(half / Math.tan((angle_deg * Math.PI) / 360), half * 2);
  const was = (start_mm / 2) * scale;
  const cone = kind === "countersink";
  const cut = kind !== "deburr" && size_mm > 0;
  // A stop that lies below the picture's foot is drawn on it, with an arrow that says so.
  const stopAt = ABOVE + (stop_mm ?? 0) * scale;
  const [stop, lower] = [Math.min(stopAt, height - 4), stopAt > height - 4];
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden className={`block max-w-full ${struck ? "opacity-40" : ""}`}>
      <defs>
        <clipPath id={`clip-${id}`}>
          <rect x="0" y={ABOVE} width={width} height={tall} />
        </clipPath>
        <pattern id={`cut-${id}`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--bronze)" strokeWidth="2.2" />
        </pattern>
        <pattern id={`metal-${id}`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--rule)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <rect x="0.5" y={ABOVE} width={width - 1} height={tall} fill="var(--metal)" />
      <rect x="0.5" y={ABOVE} width={width - 1} height={tall} fill={`url(#metal-${id})`} stroke="var(--ink)" />
      <g clipPath={`url(#clip-${id})`}>
        {cut && !cone && kind !== "mark" && (
          <path
            d={bored(mid, half, through && kind !== "counterbore" ? tall + 40 : deep, point)}
            fill={`url(#cut-${id})`}
            stroke="var(--ink)"
            strokeWidth="1.2"
          />
        )}
        {cone && (
          <path
            d={`M${mid - half} ${ABOVE} L${mid - was} ${ABOVE + half - was} H${mid + was} L${mid + half} ${ABOVE} Z`}
            fill={`url(#cut-${id})`}
            stroke="var(--ink)"
          />
        )}
        {kind === "mark" && <path d={`M${mid - 8} ${ABOVE} L${mid} ${ABOVE + 8} L${mid + 8} ${ABOVE} Z`} fill={`url(#cut-${id})`} stroke="var(--ink)" />}
        {ring && (
          <rect
            x={mid - half * 0.64}
            y={ABOVE}
            width={half * 1.28}
            height={through ? tall : deep}
            fill="var(--metal)"
            stroke="var(--ink)"
            strokeDasharray="3 2"
          />
        )}
        {start_mm > 0 && (
          <rect
            x={mid - was}
            y={ABOVE - 1}
            width={was * 2}
            height={(through ? tall : before_mm * scale) + 2}
            fill="var(--film)"
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        )}
        {kind === "deburr" && size_mm > 0 && (
          <rect
            x={mid - half}
            y={ABOVE - 1}
            width={half * 2}
            height={(through ? tall : before_mm * scale) + 2}
            fill="var(--film)"
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        )}
      </g>
      {(kind === "tap" || kind === "mill") &&
        Array.from({ length: Math.max(Math.min(Math.floor((through ? tall : deep) / 5), 40), 1) }, (_, k) => (
          <path
            key={k}
            d={`M${mid - half} ${ABOVE + 2 + k * 5} L${mid - was} ${ABOVE + 4.5 + k * 5} M${mid + half} ${ABOVE + 2 + k * 5} L${mid + was} ${ABOVE + 4.5 + k * 5}`}
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        ))}
      {kind === "deburr" &&
        [-1, 1].flatMap((side) =>
          (through ? [ABOVE, ABOVE + tall] : [ABOVE]).map((y) => (
            <path key={`${side} ${y}`} d={`M${mid + side * half} ${y + (y === ABOVE ? 7 : -7)} V${y} h${side * 7} Z`} fill="var(--bronze)" />
          )),
        )}
      {stop_mm !== null && stopWords && !struck && (
        <>
          <line
            x1="2"
            x2={width - 2}
            y1={stop}
            y2={stop}
            stroke={hits ? "var(--vermilion)" : "var(--blue)"}
            strokeDasharray="5 3"
            strokeWidth={hits ? 2 : 1.2}
          />
          <text
            x={width - 3}
            y={stop + (stop + 14 < height && (stop > ABOVE + tall - 4 || stop < ABOVE + 16) ? 12 : -4)}
            textAnchor="end"
            className="figure"
            fontSize="11"
            fill={hits ? "var(--vermilion)" : "var(--blue)"}
            stroke="var(--film)"
            strokeWidth="3"
            paintOrder="stroke"
          >
            {stopWords}
            {lower && " ↓"}
          </text>
        </>
      )}
      <line x1={mid} x2={mid} y1="1" y2={height - 2} stroke="var(--faint)" strokeDasharray="8 2 2 2" strokeWidth="0.8" />
    </svg>
  );
}
