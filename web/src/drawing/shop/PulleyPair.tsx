/** Two pulleys and their belt to scale, the motor's at the left; an idler's two between them where there is one. */
type Props = { motor_mm: number; spindle_mm: number; idlerIn_mm?: number | null; idlerOut_mm?: number | null; largest_mm: number };

const [WIDTH, HEIGHT] = [132, 44];

function Belt({ x1, r1, x2, r2 }: { x1: number; r1: number; x2: number; r2: number }) {
  // Where an open belt leaves each pulley: square to the line between the two tangent points.
  const lean = Math.asin(Math.max(-1, Math.min(1, (r2 - r1) / Math.max(x2 - x1, 1))));
  const at = (x: number, r: number, side: 1 | -1) => `${x - r * Math.sin(lean)} ${HEIGHT / 2 + side * r * Math.cos(lean)}`;
  return <path d={`M${at(x1, r1, -1)} L${at(x2, r2, -1)} M${at(x1, r1, 1)} L${at(x2, r2, 1)}`} stroke="var(--bronze)" strokeWidth="2.2" />;
}

function Wheel({ x, r, name }: { x: number; r: number; name?: string }) {
  return (
    <g>
      <circle cx={x} cy={HEIGHT / 2} r={r} fill="var(--film)" stroke="var(--ink)" strokeWidth="1.4" />
      <circle cx={x} cy={HEIGHT / 2} r="1.6" fill="var(--ink)" />
      {name && <title>{name}</title>}
    </g>
  );
}

export function PulleyPair({ motor_mm, spindle_mm, idlerIn_mm, idlerOut_mm, largest_mm }: Props) {
  const scale = (HEIGHT / 2 - 2) / Math.max(largest_mm / 2, 1);
  const r = (mm: number) => Math.max((mm / 2) * scale, 2.5);
  const [left, right] = [24, WIDTH - 24];
  const middle = WIDTH / 2;
  const idlers = idlerIn_mm && idlerOut_mm;
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden className="shrink-0">
      {idlers ? (
        <>
          <Belt x1={left} r1={r(motor_mm)} x2={middle} r2={r(idlerIn_mm)} />
          <Belt x1={middle} r1={r(idlerOut_mm)} x2={right} r2={r(spindle_mm)} />
          <Wheel x={middle} r={Math.max(r(idlerIn_mm), r(idlerOut_mm))} />
          <circle cx={middle} cy={HEIGHT / 2} r={Math.min(r(idlerIn_mm), r(idlerOut_mm))} fill="none" stroke="var(--ink)" />
        </>
      ) : (
        <Belt x1={left} r1={r(motor_mm)} x2={right} r2={r(spindle_mm)} />
      )}
      <Wheel x={left} r={r(motor_mm)} />
      <Wheel x={right} r={r(spindle_mm)} />
    </svg>
  );
}
