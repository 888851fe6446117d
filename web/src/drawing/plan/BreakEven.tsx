/** Cost over the number of holes, a line a family, with the counts from which another is cheaper. A table stands behind it. */
import type { Schemas } from "../../api/client";

type Props = { families: readonly Schemas["RivalFamily"][]; breakEvens: readonly Schemas["BreakEvenAnswer"][]; count: number };
const [W, H, LEFT, BOTTOM, RIGHT] = [430, 190, 44, 26, 110];
const DASHES = ["", "7 3", "2 3", "9 3 2 3", "4 2 1 2", "12 4"];

/** The highest count that is drawn: past the batch, and past a crossing that is not far off. */
export function lastCount(count: number, crossings: readonly number[]): number {
  const near = crossings.filter((one) => one <= count * 20);
  return Math.max(Math.ceil(count * 1.5), ...near.map((one) => Math.ceil(one * 1.3)), 10);
}

export function BreakEven({ families, breakEvens, count }: Props) {
  const last = lastCount(
    count,
    breakEvens.map((one) => one.count),
  );
  const most = Math.max(...families.map((one) => one.once + one.a_hole * last), 0.01);
  const x = (holes: number) => LEFT + (holes / last) * (W - LEFT - RIGHT);
  const y = (cost: number) => H - BOTTOM - (cost / most) * (H - BOTTOM - 10);
  const ends = families.map((one) => ({ one, at: y(one.once + one.a_hole * last) })).sort((a, b) => a.at - b.at);
  // Names keep off one another: each at least a line below the one before.
  const placed = ends.reduce<{ one: (typeof families)[number]; at: number }[]>(
    (found, { one, at }) => [...found, { one, at: Math.max(at, (found.at(-1)?.at ?? -20) + 13) }],
    [],
  );
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="h-auto w-full max-w-xl" role="img" aria-label="Cost over the number of holes, a line a family">
      <path d={`M${LEFT} 8 V${H - BOTTOM} H${W - RIGHT}`} fill="none" stroke="var(--ink)" />
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <text x={LEFT - 5} y={y(most * share) + 4} textAnchor="end" fontSize="11" className="figure" fill="var(--faint)">
            {(most * share).toFixed(most < 20 ? 1 : 0)}
          </text>
          <text x={x(last * share)} y={H - BOTTOM + 14} textAnchor="middle" fontSize="11" className="figure" fill="var(--faint)">
            {Math.round(last * share)}
          </text>
        </g>
      ))}
      <text x={(W - RIGHT + LEFT) / 2} y={H - 1} textAnchor="middle" fontSize="11" fill="var(--faint)">
        holes
      </text>
      <text x={LEFT + 4} y="12" fontSize="11" fill="var(--faint)">
        cost, the shop’s money
      </text>
      <line x1={x(count)} x2={x(count)} y1="16" y2={H - BOTTOM} stroke="var(--blue)" strokeWidth="1.5" />
      <text x={x(count) + 4} y="25" fontSize="11" fill="var(--blue)" className="figure">
        {count}
      </text>
      {families.map((one, k) => (
        <line
          key={one.family}
          x1={x(0)}
          y1={y(one.once)}
          x2={x(last)}
          y2={y(one.once + one.a_hole * last)}
          stroke={k === 0 ? "var(--bronze)" : "var(--ink)"}
          strokeWidth={k === 0 ? 2.4 : 1.4}
          strokeDasharray={DASHES[k % DASHES.length]}
        />
      ))}
      {placed.map(({ one, at }) => (
        <text key={one.family} x={W - RIGHT + 5} y={at + 4} fontSize="11.5" fill="var(--ink)">
          {one.words}
        </text>
      ))}
      {breakEvens
        .filter((one) => one.count <= last)
        .map((one) => {
          const after = families.find((family) => family.family === one.after);
          const cost = after ? after.once + after.a_hole * one.count : 0;
          return (
            <g key={`${one.before} ${one.after}`}>
              <circle cx={x(one.count)} cy={y(cost)} r="5" fill="var(--film)" stroke="var(--vermilion)" strokeWidth="2" />
              <text x={x(one.count)} y={y(cost) - 9} textAnchor="middle" fontSize="11" className="figure" fill="var(--vermilion)">
                {one.count}
              </text>
            </g>
          );
        })}
    </svg>
  );
}
