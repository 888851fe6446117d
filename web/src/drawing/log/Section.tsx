/** The hole in section, to scale: the face it starts on, the plates, what lies behind, the metal gone, the drill in it. */
import type { System } from "../../job/types";
import { plain } from "../../job/units";
import { Body } from "./Body";
import { type Columns, type Depth, type Log, TOP } from "./layout";

type Sides = { left: number; right: number; middle: number; top: number; bottom: number };
const FLOOR = 22;

/** The line of the face, left to right, as the drill meets it; depth is counted from where its axis meets it. */
export function face({ entry, entry_angle_deg }: Log["section"], { left, right, middle, top }: Sides): string {
  const half = (right - left) / 2;
  switch (entry) {
    case "angled": {
      const rise = Math.min(Math.tan((entry_angle_deg * Math.PI) / 180) * half, TOP * 1.6);
      return `M${left} ${top - rise} L${right} ${top + rise}`;
    }
    case "curved":
      return `M${left} ${top + half * 0.3} Q${middle} ${top - half * 0.3} ${right} ${top + half * 0.3}`;
    case "concave":
      return `M${left} ${top - half * 0.3} Q${middle} ${top + half * 0.3} ${right} ${top - half * 0.3}`;
    case "scale": {
      const teeth = 44;
      return Array.from({ length: teeth + 1 }, (_, k) => `${k === 0 ? "M" : "L"}${left + ((right - left) * k) / teeth} ${top + (k % 2 ? -1.5 : 1.5)}`).join(
        " ",
      );
    }
    default:
      return `M${left} ${top} L${right} ${top}`;
  }
}

function Behind({ behind, sides: { left, right, bottom } }: { behind: string; sides: Sides }) {
  const words = { backing: "backing block", table: "table", parallels: "parallels", vice: "floor of the vice" }[behind];
  if (!words) return null;
  const wide = right - left;
  const under =
    behind === "parallels"
      ? [
          [left + 6, 18],
          [right - 24, 18],
        ]
      : behind === "vice"
        ? [[left, wide]]
        : [[left, wide]];
  return (
    <g>
      {under.map(([x, width]) => (
        <rect
          key={x}
          x={x}
          y={bottom}
          width={width}
          height={FLOOR}
          fill={behind === "backing" ? "var(--paper)" : "var(--steel)"}
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
      ))}
      {behind === "vice" &&
        [left - 2, right - 8].map((x) => (
          <rect key={x} x={x} y={bottom - 34} width="10" height={34 + FLOOR} fill="var(--steel)" stroke="var(--ink)" strokeWidth="0.8" />
        ))}
      {behind === "table" && (
        <path d={`M${left + wide * 0.7} ${bottom} v8 h-8 v8 h26 v-8 h-8 v-8 Z`} fill="var(--film)" stroke="var(--ink)" strokeWidth="0.8" />
      )}
      <text x={(left + right) / 2} y={bottom + 15} textAnchor="middle" fontSize="11" fill="var(--ink)" stroke="var(--film)" strokeWidth="3" paintOrder="stroke">
        {words}
      </text>
    </g>
  );
}

/** Plates of a stack, hatched one way and the other, as a drawing has them. */
function Plates({ log, depth: { y }, sides, hatches }: { log: Log; depth: Depth; sides: Sides; hatches: readonly [string, string] }) {
  const { plates_mm, entry } = log.section;
  const { left, right, top, bottom } = sides;
  const line = face(log.section, sides);
  const work =
    entry === "flat" || entry === "interrupted"
      ? `M${left} ${top} L${right} ${top} L${right} ${bottom} L${left} ${bottom} Z`
      : `${line} L${right} ${bottom} L${left} ${bottom} Z`;
  const stacked = plates_mm.length > 1;
  return (
    <g>
      {!stacked && <path d={work} fill="var(--metal)" stroke="none" />}
      {!stacked && <path d={work} fill={`url(#${hatches[0]})`} stroke="var(--ink)" />}
      {stacked &&
        plates_mm.map(([from = 0, to = 0], place) => (
          <g key={from}>
            <rect x={left} y={y(from)} width={right - left} height={Math.max(y(to) - y(from), 1)} fill="var(--metal)" />
            <rect x={left} y={y(from)} width={right - left} height={Math.max(y(to) - y(from), 1)} fill={`url(#${hatches[place % 2]})`} stroke="var(--ink)" />
          </g>
        ))}
      {entry === "interrupted" && (
        <ellipse cx={sides.middle} cy={top} rx={(right - left) * 0.42} ry="9" fill="var(--film)" stroke="var(--ink)" strokeWidth="0.8" />
      )}
    </g>
  );
}

/** The metal the drill has taken out so far: the wall down to its shoulder, then its cone or a flat floor. */
function gone(log: Log, depth: Depth, tip: number, plate: number, { middle, top }: Sides): string {
  const { diameter_mm, point_length_mm, bottom } = log.section;
  const radius = (diameter_mm / 2) * depth.px;
  const point = bottom === "flat" ? 0 : point_length_mm;
  const shoulder = Math.max(tip - point, 0);
  const wide = shoulder > 0 ? radius : (Math.min(tip, point) / Math.max(point, 0.01)) * radius;
  const wall = depth.y(Math.min(shoulder, plate));
  const end = depth.y(Math.min(tip, plate + point));
  // The opening reaches up past a face that is not flat.
  const mouth = tip > 0 ? top - 14 : top;
  return `M${middle - wide} ${mouth} L${middle - wide} ${wall} L${middle} ${end} L${middle + wide} ${wall} L${middle + wide} ${mouth} Z`;
}

function Break({ depth, sides, system }: { depth: Depth; sides: Sides; system: System }) {
  if (!depth.broken) return null;
  const [from, to] = depth.broken;
  const [upper, lower] = [depth.y(from) + 22, depth.y(to) - 22];
  const wave = (at: number, back = false) => {
    const [a, b] = back ? [sides.right + 4, sides.left - 4] : [sides.left - 4, sides.right + 4];
    return `${back ? "L" : "M"}${a} ${at} Q${a + (b - a) / 4} ${at - 9} ${a + (b - a) / 2} ${at} T${b} ${at}`;
  };
  return (
    <g>
      <path d={`${wave(upper)} ${wave(lower, true)} Z`} fill="var(--film)" stroke="none" />
      <path d={`${wave(upper)} ${wave(lower)}`} fill="none" stroke="var(--ink)" strokeWidth="0.9" />
      <text x={sides.middle} y={(upper + lower) / 2 + 4} textAnchor="middle" fontSize="11" fill="var(--ink)">
        {plain(Math.round(to - from), system)} left out
      </text>
    </g>
  );
}

export function Section({
  log,
  depth,
  tip,
  hatches,
  at,
  system,
}: {
  log: Log;
  depth: Depth;
  tip: number;
  hatches: readonly [string, string];
  at: Columns;
  system: System;
}) {
  const { diameter_mm, start_diameter_mm, depth_mm, point_length_mm, through, behind, slug_diameter_mm, plates_mm } = log.section;
  const { y, px } = depth;
  const far = plates_mm.at(-1)?.[1] ?? depth_mm;
  const plate = through ? Math.max(far, depth_mm) : depth_mm + point_length_mm + Math.max(diameter_mm * 0.5, 3);
  const sides: Sides = { left: at.left, right: at.right, middle: (at.left + at.right) / 2, top: y(0), bottom: y(plate) };
  const { middle, top, bottom } = sides;
  const pilot = (start_diameter_mm / 2) * px;
  const slug = ((slug_diameter_mm ?? 0) / 2) * px;
  const drillTop = TOP + 4;
  return (
    <g>
      <Plates log={log} depth={depth} sides={sides} hatches={hatches} />
      {pilot > 0 && (
        <rect
          x={middle - pilot}
          y={top}
          width={2 * pilot}
          height={bottom - top}
          fill="var(--film)"
          stroke="var(--ink)"
          strokeDasharray="3 2"
          strokeWidth="0.8"
        />
      )}
      {through && <Behind behind={behind} sides={sides} />}
      <path d={gone(log, depth, tip, plate, sides)} fill="var(--film)" stroke="none" />
      {slug > 0 && <rect x={middle - slug} y={top} width={2 * slug} height={bottom - top} fill="var(--metal)" />}
      {slug > 0 && <rect x={middle - slug} y={top} width={2 * slug} height={bottom - top} fill={`url(#${hatches[0]})`} />}
      <line x1={at.left} x2={at.right} y1={bottom} y2={bottom} stroke="var(--ink)" />
      <Body log={log} middle={middle} radius={(diameter_mm / 2) * px} px={px} top={drillTop} shoulder={y(tip - point_length_mm)} tip={y(tip)} />
      <line x1={middle} x2={middle} y1={drillTop - 6} y2={Math.max(bottom, y(tip)) + 8} stroke="var(--blue)" strokeWidth="0.8" strokeDasharray="10 3 2 3" />
      <Break depth={depth} sides={sides} system={system} />
    </g>
  );
}
