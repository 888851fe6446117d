/** The magnet seen from above on its plate, to scale, and beside it what it must bear of what it bears. */
import type { Schemas } from "../../api/client";

const fact = (sheet: Schemas["SetupSheet"], name: string): number => sheet.facts.find((one) => one.name === name)?.value ?? 0;
const [W, H] = [330, 150];

export function MagnetPlan({ sheet, size_mm }: { sheet: Schemas["SetupSheet"]; size_mm: number }) {
  const [long, wide, before] = [fact(sheet, "base, long"), fact(sheet, "base, wide"), fact(sheet, "spindle before its front edge")];
  const span = long + before + size_mm * 2 + 30;
  const scale = Math.min((W - 20) / span, 96 / Math.max(wide, size_mm));
  const [left, mid] = [10, 52];
  const spindle = left + (long + before) * scale;
  const { demand_n, soft_n, hard_n } = sheet;
  const bar = (value: number) => 10 + Math.min(value / (hard_n ?? 1), 1.2) * 240;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="h-auto w-full max-w-md" role="img" aria-label="The magnet from above, and what it bears">
      <rect x="2" y="2" width={W - 4} height="100" fill="var(--metal)" stroke="var(--rule)" />
      <rect x={left} y={mid - (wide / 2) * scale} width={long * scale} height={wide * scale} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.4" />
      <text x={left + (long * scale) / 2} y={mid + 4} textAnchor="middle" fontSize="11" fill="var(--ink)">
        magnet
      </text>
      <circle cx={spindle} cy={mid} r={Math.max((size_mm / 2) * scale, 3)} fill="var(--film)" stroke="var(--ink)" strokeWidth="1.4" />
      <path d={`M${spindle - 16} ${mid} h32 M${spindle} ${mid - 16} v32`} stroke="var(--faint)" strokeDasharray="7 2 2 2" />
      <path d={`M${left + long * scale} ${mid + 40} H${spindle}`} stroke="var(--ink)" />
      <text x={(left + long * scale + spindle) / 2} y={mid + 37} textAnchor="middle" fontSize="10" className="figure" fill="var(--ink)">
        {before}
      </text>
      {demand_n !== null && hard_n !== null && (
        <g>
          <rect
            x="10"
            y="116"
            width={bar(demand_n) - 10}
            height="10"
            fill={demand_n > hard_n ? "var(--vermilion)" : demand_n > (soft_n ?? hard_n) ? "var(--bronze-fill)" : "var(--green)"}
          />
          {soft_n !== null && soft_n < hard_n && <line x1={bar(soft_n)} x2={bar(soft_n)} y1="112" y2="130" stroke="var(--ink)" strokeDasharray="3 2" />}
          <rect x={bar(hard_n) - 1} y="111" width="3" height="20" fill="var(--ink)" />
          <text x="10" y="145" fontSize="11" fill="var(--ink)">
            thrust {Math.round(demand_n)} N; first gap at {Math.round(soft_n ?? hard_n)} N, lets go at {Math.round(hard_n)} N
          </text>
        </g>
      )}
    </svg>
  );
}
