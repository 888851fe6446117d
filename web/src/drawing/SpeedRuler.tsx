/** A machine's speeds on one ruler, slow at the left: a tick for a step, a bar for a range, a mark where the spindle turns now. */
import { logarithmic } from "./scales";

type Stage = { speed_rpm?: number | null; min_rpm?: number | null; max_rpm?: number | null };
const [SLOW, FAST, WIDTH] = [30, 12000, 120];

export function SpeedRuler({ stages, now }: { stages: readonly Stage[]; now?: number }) {
  const scale = logarithmic(SLOW, FAST, 2, WIDTH - 2);
  const x = (rpm: number) => scale(Math.min(Math.max(rpm, SLOW), FAST));
  return (
    <svg width={WIDTH} height="20" viewBox={`0 0 ${WIDTH} 20`} aria-hidden>
      <line x1="2" x2={WIDTH - 2} y1="14" y2="14" stroke="var(--rule)" />
      {[100, 1000, 10000].map((mark) => (
        <line key={mark} x1={x(mark)} x2={x(mark)} y1="14" y2="18" stroke="var(--faint)" />
      ))}
      {stages.map((stage, place) =>
        stage.speed_rpm != null ? (
          <line key={place} x1={x(stage.speed_rpm)} x2={x(stage.speed_rpm)} y1="4" y2="14" stroke="var(--ink)" strokeWidth="1.6" />
        ) : (
          <rect
            key={place}
            x={x(stage.min_rpm ?? SLOW)}
            y={7 + place}
            width={Math.max(x(stage.max_rpm ?? FAST) - x(stage.min_rpm ?? SLOW), 1)}
            height="5"
            fill="var(--blue)"
            fillOpacity="0.55"
          />
        ),
      )}
      {now !== undefined && <path d={`M${x(now)} 14 l3 5 l-6 0 Z`} fill="var(--bronze)" />}
    </svg>
  );
}
