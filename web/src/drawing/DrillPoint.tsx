/** A cutter's end, drawn by its family, and a twist drill's by its point form and angle. */
const ANGLES: Record<string, number> = { conventional: 118, thinned: 118, split: 135, "self-centring": 140, "four-facet": 118, sheet: 180 };

type Props = { point: string; family?: string; width?: number; angle?: number };

/** Outline of each family's end, and the lines that tell it: all in a box of 24 by 38. */
const ENDS: Record<string, { outline: string; lines: string }> = {
  spade: { outline: "M8 0 L8 16 L2 18 L2 28 L12 33 L22 28 L22 18 L16 16 L16 0 Z", lines: "M8 16 L16 16 M12 20 L12 33" },
  "replaceable-tip": {
    outline: "M2 0 L2 28 L12 32 L22 28 L22 0 Z",
    lines: "M2 22 L8 25 L16 21 L22 24 M2 6 C10 6 14 0 22 0 M2 16 C10 16 14 8 22 8",
  },
  indexable: {
    outline: "M3 0 L3 24 L2 24 L2 31 L22 31 L22 0 Z",
    lines: "M2 24 L9 24 L9 31 M12 26 L18 26 L18 32 L12 32 Z M3 8 C10 8 14 2 22 2",
  },
  gun: { outline: "M7 0 L7 18 L4 19 L4 30 L10 33 L20 28 L20 19 L17 18 L17 0 Z", lines: "M12 0 L12 33 M4 19 L20 19" },
  annular: {
    outline: "M2 4 L2 30 L5 33 L7 30 L7 12 L17 12 L17 30 L19 33 L22 30 L22 4 L16 4 L16 0 L8 0 L8 4 Z",
    lines: "M12 12 L12 36 M10 36 L14 36",
  },
  tap: { outline: "M4 0 L4 26 L8 36 L16 36 L20 26 L20 0 Z", lines: "M4 4 L20 7 M4 10 L20 13 M4 16 L20 19 M4 22 L20 25 M6 30 L18 32" },
  reamer: { outline: "M3 0 L3 32 L5 35 L19 35 L21 32 L21 0 Z", lines: "M8 0 L8 35 M12 0 L12 35 M16 0 L16 35" },
  countersink: { outline: "M9 0 L9 8 L2 12 L2 18 L12 30 L22 18 L22 12 L15 8 L15 0 Z", lines: "M12 12 L12 30 M2 18 L22 18" },
  counterbore: { outline: "M2 0 L2 26 L9 26 L9 35 L15 35 L15 26 L22 26 L22 0 Z", lines: "M8 0 L8 26 M16 0 L16 26" },
  step: { outline: "M2 0 L2 14 L7 18 L7 28 L12 33 L17 28 L17 18 L22 14 L22 0 Z", lines: "M2 10 C10 10 14 4 22 4 M7 26 C10 26 14 20 17 20" },
  centre: { outline: "M2 0 L2 14 L9 24 L9 32 L12 35 L15 32 L15 24 L22 14 L22 0 Z", lines: "M2 14 L22 14" },
};

export function DrillPoint({ point, family, width = 28, angle }: Props) {
  const end = ENDS[family ?? "twist"];
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
