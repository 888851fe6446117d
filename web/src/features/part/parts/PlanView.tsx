/** The part from above, to scale: its outline and zero, every hole a true circle with its letter, the way of the operation looked at. */
import type { Answer } from "../model";

const WIDTH = 560;
const MARGIN = 26;

type Operation = Answer["operations"][number];
/** A hole to draw: of which letter, its number from one, where, how wide, whether it is tapped, whether it can be made there. */
type Hole = { letter: string; number: number; x: number; y: number; wide_mm: number; tapped: boolean; made: boolean };
type Props = { answer: Answer; wide: number; high: number; looked: Operation | null };

/** Every hole that was placed, made or not. */
function holesOf(answer: Answer): Hole[] {
  const rows = [
    ...answer.rows.map((row) => ({ ...row, wide_mm: row.hole.finished_mm, tapped: row.hole.tapped, made: true })),
    ...answer.unresolved.map((row) => ({ ...row, wide_mm: row.diameter_mm, tapped: false, made: false })),
  ];
  return rows.flatMap(({ letter, places_mm, wide_mm, tapped, made }) =>
    places_mm.map(([x = 0, y = 0], k) => ({ letter, number: k + 1, x, y, wide_mm, tapped, made })),
  );
}

/** How far the picture reaches: the outline, or what the holes take. */
function reach(holes: Hole[], wide: number, high: number): [number, number] {
  return [Math.max(wide || 0, ...holes.map((one) => one.x + one.wide_mm), 10), Math.max(high || 0, ...holes.map((one) => one.y + one.wide_mm), 10)];
}

export function PlanView({ answer, wide, high, looked }: Props) {
  const holes = holesOf(answer);
  const [across, up] = reach(holes, wide, high);
  const px = (WIDTH - 2 * MARGIN) / across;
  const height = up * px + 2 * MARGIN;
  const at = (x: number, y: number) => [MARGIN + x * px, height - MARGIN - y * px] as const;
  const place = ({ letter, place: number }: { letter: string; place: number }) => {
    const [x = 0, y = 0] = answer.rows.find((row) => row.letter === letter)?.places_mm[number - 1] ?? [];
    return at(x, y);
  };
  const way = looked?.path.map(place) ?? [];
  const [zeroX, zeroY] = at(0, 0);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} className="w-full" role="img" aria-label="The part from above, its holes lettered">
      {wide > 0 && high > 0 && (
        <rect x={zeroX} y={at(0, high)[1]} width={wide * px} height={high * px} fill="var(--metal)" stroke="var(--ink)" strokeWidth="1.4" />
      )}
      <circle cx={zeroX} cy={zeroY} r="6" fill="var(--paper)" stroke="var(--ink)" />
      <path
        d={`M${zeroX} ${zeroY} V${zeroY - 6} A6 6 0 0 1 ${zeroX + 6} ${zeroY} Z M${zeroX} ${zeroY} V${zeroY + 6} A6 6 0 0 1 ${zeroX - 6} ${zeroY} Z`}
        fill="var(--ink)"
      />
      <text x={zeroX + 9} y={zeroY + 16} fontSize="11" fill="var(--faint)">
        zero
      </text>
      {holes.map(({ letter, number, x, y, wide_mm, tapped, made }) => {
        const [cx, cy] = at(x, y);
        const name = `${letter}${number}`;
        const faded = looked !== null && !looked.path.some((one) => `${one.letter}${one.place}` === name);
        const radius = Math.max((wide_mm / 2) * px, 2);
        return (
          <g key={name} opacity={faded ? 0.35 : 1}>
            <circle cx={cx} cy={cy} r={radius} fill="var(--paper)" stroke={made ? "var(--ink)" : "var(--vermilion)"} strokeWidth={made ? 1.2 : 2.4} />
            {tapped && (
              <path
                d={`M${cx + radius * 1.2} ${cy} A${radius * 1.2} ${radius * 1.2} 0 1 0 ${cx} ${cy + radius * 1.2}`}
                fill="none"
                stroke="var(--ink)"
                strokeDasharray="4 2"
              />
            )}
            <text
              x={cx + radius + 3}
              y={cy - radius - 1}
              fontSize="11.5"
              fontWeight="600"
              fill={made ? "var(--blue)" : "var(--vermilion)"}
              stroke="var(--metal)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {name}
            </text>
          </g>
        );
      })}
      {way.length > 1 && (
        <path d={way.map(([x, y], k) => `${k ? "L" : "M"}${x} ${y}`).join(" ")} fill="none" stroke="var(--bronze)" strokeWidth="2" strokeDasharray="6 3" />
      )}
    </svg>
  );
}
