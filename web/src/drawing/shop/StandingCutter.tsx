/** A cutter standing in its drawer, point up, to scale: flutes, shank, wear; a gap is its outline in dashes. */
import type { Schemas } from "../../api/client";
import { drawingOf } from "../families";

type Outline = Schemas["Outline"];
type Props = { outline: Outline; /** Pixels to a millimetre. */ scale: number; gap?: boolean };

const TIP: Record<string, string> = { used: "var(--bronze)", dull: "var(--vermilion)" };

/** Half width and height, in mm, of the profile from the point down, by family. */
function profile(one: Outline): [number, number][] {
  const r = one.diameter_mm / 2;
  const shank = one.shank_diameter_mm / 2;
  const whole = one.body_length_mm;
  const flutes = Math.min(one.flute_length_mm, whole);
  const own = drawingOf(one.family);
  if (own.profile) return own.profile(one);
  const point = own.blunt ? 0 : Math.min(r / Math.tan((one.point_angle_deg * Math.PI) / 360), flutes / 2);
  const start: [number, number][] = one.step_diameter_mm
    ? [
        [0, 0],
        [one.step_diameter_mm / 2, Math.min(point, flutes * 0.1)],
        [one.step_diameter_mm / 2, flutes * 0.4],
        [r, flutes * 0.45],
      ]
    : point > 0
      ? [
          [0, 0],
          [r, point],
        ]
      : [[r, 0]];
  const taper = one.shank.startsWith("morse");
  const end: [number, number][] = taper
    ? [
        [r, flutes],
        [r * 0.9, flutes],
        [r * 0.9, flutes + (whole - flutes) * 0.15],
        [Math.max(r * 0.9, shank * 0.8), flutes + (whole - flutes) * 0.2],
        [Math.max(r * 0.6, 4), whole],
      ]
    : [
        [r, flutes],
        [shank, flutes],
        [shank, whole],
      ];
  return [...start, ...end];
}

export function StandingCutter({ outline, scale, gap }: Props) {
  const widest = Math.max(outline.diameter_mm, outline.shank_diameter_mm) * scale;
  const width = Math.max(widest, 3) + 4;
  const height = outline.body_length_mm * scale;
  const mid = width / 2;
  const points = profile(outline).map(([half, down]) => [Math.max(half * scale, half === 0 ? 0 : 0.8), down * scale] as const);
  const path = [...points.map(([half, down]) => `${mid + half} ${down}`), ...points.toReversed().map(([half, down]) => `${mid - half} ${down}`)].join(" L");
  const [r, flutes] = [(outline.diameter_mm / 2) * scale, Math.min(outline.flute_length_mm, outline.body_length_mm) * scale];
  const pitch = Math.max(outline.diameter_mm * 3.2 * scale, 7);
  const turns = drawingOf(outline.family).straight ? 0 : Math.floor((flutes - r) / pitch);
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden className="block overflow-visible">
      <path
        d={`M${path} Z`}
        fill={gap ? "none" : "var(--steel)"}
        stroke={gap ? "var(--faint)" : "var(--ink)"}
        strokeWidth={gap ? 1.2 : 0.9}
        strokeDasharray={gap ? "3 2.5" : undefined}
      />
      {!gap &&
        Array.from({ length: turns }, (_, k) => {
          const down = r + k * pitch + pitch * 0.15;
          return (
            <path
              key={k}
              d={`M${mid - r} ${down + pitch * 0.5} C${mid} ${down + pitch * 0.5} ${mid} ${down} ${mid + r} ${down}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="0.8"
              opacity="0.6"
            />
          );
        })}
      {!gap && TIP[outline.wear] && <line x1={mid - Math.max(r, 1.5)} x2={mid + Math.max(r, 1.5)} y1={-3} y2={-3} stroke={TIP[outline.wear]} strokeWidth="3" />}
    </svg>
  );
}
