/** The hole after one step, in section and to one scale with the others: what the step takes away is hatched, what stands is plain. */
type Props = {
  start_mm: number;
  size_mm: number;
  depth_mm: number;
  /** Depth of the tip at the end of the stroke. */
  stop_mm: number;
  through: boolean;
  angle_deg: number;
  family: string;
  kind: string;
  widest_mm: number;
  /** Pixels to a millimetre. */
  scale: number;
  id: string;
};
const ABOVE = 14;

/** Half of a hole's outline from its mouth down to its point. */
function outline(size: number, depth: number, point: number, scale: number, mid: number): string {
  const r = (size / 2) * scale;
  return `M${mid - r} ${ABOVE} V${ABOVE + depth * scale} L${mid} ${ABOVE + (depth + point) * scale} L${mid + r} ${ABOVE + depth * scale} V${ABOVE} Z`;
}

export function StepSection({ start_mm, size_mm, depth_mm, stop_mm, through, angle_deg, family, kind, widest_mm, scale, id }: Props) {
  const plate = widest_mm * 2.1 * scale;
  const tall = (through ? depth_mm : depth_mm * 1.35) * scale;
  const [width, height] = [plate, ABOVE + tall + 10];
  const mid = width / 2;
  const flat = family === "annular" || kind === "ream" || kind === "tap";
  const point = flat ? 0 : Math.min((size_mm / 2) / Math.tan((angle_deg * Math.PI) / 360), size_mm);
  const shown = through ? depth_mm : Math.max(stop_mm - point, 0);
  const clip = `section-${id}`;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden className="block max-w-full">
      <defs>
        <clipPath id={clip}><rect x="0" y={ABOVE} width={width} height={tall} /></clipPath>
        <pattern id={`${clip}-cut`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--bronze)" strokeWidth="2.4" />
        </pattern>
      </defs>
      <rect x="0.5" y={ABOVE} width={width - 1} height={tall} fill="var(--metal)" stroke="var(--ink)" />
      <g clipPath={`url(#${clip})`}>
        {kind === "mark" && <path d={`M${mid - 5} ${ABOVE} L${mid} ${ABOVE + 5} L${mid + 5} ${ABOVE} Z`} fill="var(--film)" stroke="var(--bronze)" />}
        {size_mm > 0 && <path d={outline(size_mm, shown + (through ? size_mm : 0), point, scale, mid)} fill={kind === "deburr" ? "var(--film)" : `url(#${clip}-cut)`} stroke="var(--ink)" strokeWidth="1.2" />}
        {family === "annular" && <rect x={mid - size_mm * 0.32 * scale} y={ABOVE} width={size_mm * 0.64 * scale} height={tall} fill="var(--metal)" stroke="var(--ink)" strokeDasharray="3 2" />}
        {start_mm > 0 && kind !== "deburr" && <rect x={mid - (start_mm / 2) * scale} y={ABOVE} width={start_mm * scale} height={(through ? depth_mm : shown) * scale} fill="var(--film)" stroke="var(--ink)" strokeWidth="0.8" />}
      </g>
      {kind === "tap" && Array.from({ length: Math.max(Math.floor(tall / 5), 1) }, (_, k) => <line key={k} x1={mid - (size_mm / 2) * scale} x2={mid + (size_mm / 2) * scale} y1={ABOVE + 2 + k * 5} y2={ABOVE + 4 + k * 5} stroke="var(--ink)" strokeWidth="0.7" />)}
      {kind === "deburr" && [-1, 1].flatMap((side) => [ABOVE, ABOVE + tall].map((y) => <circle key={`${side} ${y}`} cx={mid + side * (size_mm / 2) * scale} cy={y} r="4" fill="none" stroke="var(--bronze)" strokeWidth="1.6" />))}
      <line x1={mid} x2={mid} y1="2" y2={height - 1} stroke="var(--faint)" strokeDasharray="7 2 2 2" strokeWidth="0.8" />
    </svg>
  );
}
