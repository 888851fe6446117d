/** The lever on its pinion, arms to scale with one another; and the readings of a scale under the quill with the line through them. */
import type { Schemas } from "../../api/client";
import type { System } from "../../job/types";
import { show, split } from "../../job/units";
import { linear, ticks } from "../scales";

type Hand = Schemas["DrawnHand"];

export function Lever({ arm_mm, pinion_mm, hand, system }: { arm_mm: number; pinion_mm: number; hand: Hand; system: System }) {
  const scale = 105 / Math.max(arm_mm, pinion_mm, 1);
  const [cx, cy, r, arm] = [40, 70, Math.max(pinion_mm * scale, 4), arm_mm * scale];
  const [pull, thrust] = [hand.pulls_n[0] ?? 0, hand.thrust_n[0] ?? 0];
  const tip = [cx + arm * 0.94, cy - arm * 0.34];
  return (
    <svg
      width="235"
      height="112"
      viewBox="0 0 235 112"
      role="img"
      aria-label={`${show(pull, "N", system)} at the knob gives ${show(thrust, "N", system)} on the drill`}
    >
      <rect x={cx - r - 15} y="16" width="15" height="86" fill="var(--metal)" stroke="var(--ink)" />
      <circle cx={cx} cy={cy} r={r} fill="var(--film)" stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="3 1.5" />
      <line x1={cx} y1={cy} x2={tip[0]} y2={tip[1]} stroke="var(--ink)" strokeWidth="4" strokeLinecap="round" />
      <circle cx={tip[0]} cy={tip[1]} r="6" fill="var(--ink)" />
      <g stroke="var(--bronze)" strokeWidth="2.5" fill="var(--bronze)">
        <path d={`M${tip[0]} ${(tip[1] ?? 0) + 10} v26`} />
        <path d={`M${tip[0]} ${(tip[1] ?? 0) + 42} l-4 -9 h8 Z`} />
        <path d={`M${cx - r - 7.5} 80 v20`} />
        <path d={`M${cx - r - 7.5} 110 l-4 -9 h8 Z`} />
      </g>
      <text x={(tip[0] ?? 0) + 10} y={(tip[1] ?? 0) + 30} fontSize="12" fill="var(--ink)" className="figure">
        {show(pull, "N", system)}
      </text>
      <text x={cx - r + 4} y="108" fontSize="12" fill="var(--ink)" className="figure">
        {show(thrust, "N", system)} on the drill
      </text>
    </svg>
  );
}

type Reading = { hand_force_n: number; thrust_n: number };
const [WIDTH, HEIGHT, LEFT, BOTTOM] = [250, 160, 44, 30];

export function ScalePlot({ readings, hand, system }: { readings: readonly Reading[]; hand: Hand; system: System }) {
  const most = Math.max(...readings.map((one) => one.hand_force_n)) * 1.15;
  const top = Math.max(...readings.map((one) => one.thrust_n)) * 1.2;
  const x = linear(0, most, LEFT, WIDTH - 8);
  const y = linear(0, top, HEIGHT - BOTTOM, 8);
  const ratio = hand.test?.force_ratio ?? hand.force_ratio;
  const spring = hand.test?.return_spring_n ?? hand.return_spring_n;
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${readings.length} readings of the scale: force ratio ${ratio.toPrecision(3)}`}>
      {ticks(0, top, 3).map((value) => (
        <g key={value}>
          <line x1={LEFT} x2={WIDTH - 8} y1={y(value)} y2={y(value)} stroke="var(--rule)" />
          <text x={LEFT - 4} y={y(value) + 4} textAnchor="end" fontSize="11" fill="var(--faint)" className="figure">
            {show(value, "N", system, 2).replace(/ .*/, "")}
          </text>
        </g>
      ))}
      {ticks(0, most, 4).map((value) => (
        <text key={value} x={x(value)} y={HEIGHT - BOTTOM + 14} textAnchor="middle" fontSize="11" fill="var(--faint)" className="figure">
          {value}
        </text>
      ))}
      <text x={WIDTH - 8} y={HEIGHT - 3} textAnchor="end" fontSize="11" fill="var(--faint)">
        pull at the knob, N
      </text>
      <text x={LEFT + 4} y={16} fontSize="11" fill="var(--faint)">
        scale, {split(top, "N", system)[1]}
      </text>
      <line x1={x(spring)} y1={y(0)} x2={x(most)} y2={y(Math.min((most - spring) * ratio, top * 1.2))} stroke="var(--blue)" strokeWidth="2" />
      {readings.map((one, k) => (
        <path
          key={k}
          d={`M${x(one.hand_force_n) - 5} ${y(one.thrust_n)} h10 M${x(one.hand_force_n)} ${y(one.thrust_n) - 5} v10`}
          stroke="var(--bronze)"
          strokeWidth="2.2"
        />
      ))}
    </svg>
  );
}
