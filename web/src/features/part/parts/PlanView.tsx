/** The part from above, to scale: its outline and zero, every hole a true circle with its letter, the way of the operation looked at. */
import type { Answer } from "../model";

const WIDTH = 560;
const MARGIN = 26;

type Operation = Answer["operations"][number];
type Props = { answer: Answer; wide: number; high: number; looked: Operation | null };

/** How far the picture reaches: the outline, or what the holes take. */
function reach(answer: Answer, wide: number, high: number): [number, number] {
  const points = answer.rows.flatMap((row) => row.places_mm.map(([x = 0, y = 0]) => [x + row.hole.finished_mm, y + row.hole.finished_mm] as const));
  return [Math.max(wide || 0, ...points.map(([x]) => x), 10), Math.max(high || 0, ...points.map(([, y]) => y), 10)];
}

export function PlanView({ answer, wide, high, looked }: Props) {
  const [across, up] = reach(answer, wide, high);
  const px = (WIDTH - 2 * MARGIN) / across;
  const height = up * px + 2 * MARGIN;
  const at = (x: number, y: number) => [MARGIN + x * px, height - MARGIN - y * px] as const;
  const wrong = new Set(answer.findings.filter((one) => one.severity === "stops").map((one) => `${one.letter}${one.place}`));
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
      {answer.rows.flatMap((row) =>
        row.places_mm.map(([x = 0, y = 0], number) => {
          const [cx, cy] = at(x, y);
          const name = `${row.letter}${number + 1}`;
          const bad = wrong.has(name);
          const faded = looked !== null && !looked.path.some((one) => `${one.letter}${one.place}` === name);
          const radius = Math.max((row.hole.finished_mm / 2) * px, 2);
          return (
            <g key={name} opacity={faded ? 0.35 : 1}>
              <circle cx={cx} cy={cy} r={radius} fill="var(--paper)" stroke={bad ? "var(--vermilion)" : "var(--ink)"} strokeWidth={bad ? 2.4 : 1.2} />
              {row.hole.tapped && (
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
                fill={bad ? "var(--vermilion)" : "var(--blue)"}
                stroke="var(--metal)"
                strokeWidth="3"
                paintOrder="stroke"
              >
                {name}
              </text>
            </g>
          );
        }),
      )}
      {way.length > 1 && (
        <path d={way.map(([x, y], k) => `${k ? "L" : "M"}${x} ${y}`).join(" ")} fill="none" stroke="var(--bronze)" strokeWidth="2" strokeDasharray="6 3" />
      )}
    </svg>
  );
}
