/** A reading beside the band that had been said: the band as a bar about its middle, the reading a tick, both on one scale of ratios. */
import type { Schemas } from "../../../api/client";
import type { System } from "../../../job/types";
import { show, showBand, unitOfQuantity } from "../../../job/units";

export type Reading = Schemas["CutReading"];
const [WIDE, HIGH] = [120, 16];
/** The picture reaches so far either way of the middle; what lies beyond stands at its edge. */
const REACH = Math.log(1.6);
const place = (ratio: number): number => (Math.max(-1, Math.min(1, Math.log(ratio) / REACH)) * 0.48 + 0.5) * WIDE;

export function BandMark({ reading, system }: { reading: Reading; system: System }) {
  const { said, value, inside } = reading;
  if (reading.refused || !said?.middle || value === null) return <span className="text-sm text-faint">{reading.refused}</span>;
  const unit = unitOfQuantity(reading.quantity);
  const at = (figure: number | null) => place((figure ?? said.middle ?? 1) / (said.middle ?? 1));
  const words = `${reading.quantity} ${show(value, unit, system)}, said ${showBand(said.low ?? 0, said.high ?? 0, unit, system)}`;
  return (
    <span className="flex items-center gap-2" title={words}>
      <svg width={WIDE} height={HIGH} role="img" aria-label={`${words}: ${inside ? "inside" : "outside"}`}>
        <rect x={at(said.low)} y={4} width={at(said.high) - at(said.low)} height={HIGH - 8} fill="var(--steel)" />
        <line x1={at(said.middle)} y1={2} x2={at(said.middle)} y2={HIGH - 2} stroke="var(--faint)" />
        {inside ? <circle cx={at(value)} cy={HIGH / 2} r={4.5} fill="var(--ink)" /> : <path d={`M${at(value)} 1 l6 14 h-12 z`} fill="var(--vermilion)" />}
      </svg>
      <span className={`figure text-sm whitespace-nowrap ${inside ? "" : "font-semibold text-vermilion"}`}>{show(value, unit, system)}</span>
    </span>
  );
}
