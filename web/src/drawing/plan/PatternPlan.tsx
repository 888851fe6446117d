/** Where the holes stand, to scale, numbered in the order they are drilled. */
type Props = {
  points: readonly (readonly number[])[];
  size_mm: number;
  circle: boolean;
  /** The first hole's distance from the left and the near edge, where they were said: the edges are drawn. */
  edges: readonly number[] | undefined;
};
const BOX = 240;

export function PatternPlan({ points, size_mm, circle, edges }: Props) {
  const xs = points.map((point) => point[0] ?? 0);
  const ys = points.map((point) => point[1] ?? 0);
  const [edgeX, edgeY] = edges ? [(xs[0] ?? 0) - (edges[0] ?? 0), (ys[0] ?? 0) - (edges[1] ?? 0)] : [Infinity, Infinity];
  const [left, right, low, high] = [
    Math.min(edgeX, ...xs.map((one) => one - size_mm)),
    Math.max(...xs) + size_mm,
    Math.min(edgeY, ...ys.map((one) => one - size_mm)),
    Math.max(...ys) + size_mm,
  ];
  const scale = (BOX - 16) / Math.max(right - left, high - low, 1);
  const x = (value: number) => 8 + (value - left) * scale;
  const y = (value: number) => 8 + (high - value) * scale;
  return (
    <svg width={Math.max((right - left) * scale + 16, 60)} height={(high - low) * scale + 16} role="img" aria-label={`${points.length} holes to scale`}>
      {edges && <path d={`M${x(edgeX)} ${y(high)} V${y(edgeY)} H${x(right)}`} fill="none" stroke="var(--ink)" strokeWidth="2" />}
      {circle && <circle cx={x(0)} cy={y(0)} r={Math.hypot(xs[0] ?? 0, ys[0] ?? 0) * scale} fill="none" stroke="var(--faint)" strokeDasharray="6 3" />}
      {points.map((point, k) => (
        <g key={k}>
          <circle cx={x(point[0] ?? 0)} cy={y(point[1] ?? 0)} r={Math.max((size_mm / 2) * scale, 3)} fill="var(--film)" stroke="var(--ink)" strokeWidth="1.4" />
          {points.length <= 24 && (
            <text x={x(point[0] ?? 0)} y={y(point[1] ?? 0) + 3.5} textAnchor="middle" fontSize="10" fill="var(--ink)" className="figure">
              {k + 1}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
