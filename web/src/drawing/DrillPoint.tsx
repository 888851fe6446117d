/** A cutter's end, drawn by its family, and a twist drill's by its point form and angle. */
import { drawingOf } from "./families";

const ANGLES: Record<string, number> = { conventional: 118, thinned: 118, split: 135, "self-centring": 140, "four-facet": 118, sheet: 180 };

type Props = { point: string; family?: string; width?: number; angle?: number };

export function DrillPoint({ point, family, width = 28, angle }: Props) {
  const { end } = drawingOf(family);
  if (end) {
    return (
      <svg width={width} height={(width / 24) * 38} viewBox="0 0 24 38" aria-hidden>
        <path d={end.outline} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1" />
        <path d={end.lines} fill="none" stroke="var(--ink)" strokeWidth="1" opacity="0.6" />
      </svg>
    );
  }
  const half = ((angle ?? ANGLES[point] ?? 118) * Math.PI) / 360;
  const radius = 10;
  const tip = Math.min(radius / Math.tan(half), radius);
  const body = 24;
  const spur = point === "sheet" ? `L2 ${body + 4} L8 ${body} L12 ${body + 5} L16 ${body} L22 ${body + 4}` : `L12 ${body + tip}`;
  return (
    <svg width={width} height={(width / 24) * 38} viewBox="0 0 24 38" aria-hidden>
      <path d={`M2 0 L2 ${body} ${spur} L22 ${body} L22 0 Z`} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1" />
      <path d="M2 6 C10 6 14 0 22 0 M2 18 C10 18 14 8 22 8" fill="none" stroke="var(--ink)" strokeWidth="1.4" opacity="0.55" />
      {(point === "split" || point === "thinned") && (
        <path d={`M9 ${body + tip * 0.45} L12 ${body + tip} L15 ${body + tip * 0.45}`} fill="none" stroke="var(--bronze)" strokeWidth="1.6" />
      )}
    </svg>
  );
}
