/** What the simulated controller did in one hole: depth over time, feed as a heavy line, rapids thin; the plan's stop is broken. */
type Props = { points: readonly (readonly number[])[]; depth_mm: number; stopWords: string };
const [W, H, LEFT, TOP, BOTTOM] = [300, 130, 8, 14, 20];

export function ProgramTrace({ points, depth_mm, stopWords }: Props) {
  const last = Math.max(points.at(-1)?.[0] ?? 0, 0.1);
  const high = Math.min(...points.map((point) => point[1] ?? 0), 0);
  const scale = (H - TOP - BOTTOM) / Math.max(depth_mm - Math.max(high, -depth_mm * 0.25), 0.1);
  const face = TOP + Math.min(-high, depth_mm * 0.25) * scale;
  const x = (time: number) => LEFT + (time / last) * (W - LEFT - 6);
  const y = (depth: number) => Math.max(face + depth * scale, TOP - 6);
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="h-auto w-full max-w-sm" role="img" aria-label={`Depth over time, to ${stopWords}`}>
      <rect x={LEFT} y={face} width={W - LEFT - 6} height={Math.max(depth_mm * scale, 1)} fill="var(--metal)" />
      <line x1={LEFT} x2={W - 6} y1={face} y2={face} stroke="var(--ink)" />
      <line x1={LEFT} x2={W - 6} y1={face + depth_mm * scale} y2={face + depth_mm * scale} stroke="var(--blue)" strokeDasharray="5 3" />
      {points.slice(1).map((point, k) => {
        const from = points[k] ?? point;
        const feeds = point[2] === 1;
        return (
          <line
            key={k}
            x1={x(from[0] ?? 0)}
            y1={y(from[1] ?? 0)}
            x2={x(point[0] ?? 0)}
            y2={y(point[1] ?? 0)}
            stroke={feeds ? "var(--bronze)" : "var(--ink)"}
            strokeWidth={feeds ? 2.2 : 0.8}
            strokeDasharray={feeds ? undefined : "3 2"}
          />
        );
      })}
      <text x={LEFT + 2} y={face - 3} fontSize="10" fill="var(--faint)">
        face
      </text>
      <text x={W - 7} y={face + depth_mm * scale - 4} textAnchor="end" fontSize="10.5" className="figure" fill="var(--blue)">
        {stopWords}
      </text>
      <text x={W - 7} y={H - 5} textAnchor="end" fontSize="10.5" className="figure" fill="var(--faint)">
        {last < 90 ? `${last.toFixed(1)} s` : `${(last / 60).toFixed(1)} min`}
      </text>
    </svg>
  );
}
