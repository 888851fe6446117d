/** A side of the part from above, to scale: its outline and zero, what stands in the way, every hole a true circle with its letter, the way
 * of the operation looked at. A hole is dragged, or nudged by the arrow keys, to another place. */
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";

import { useUnits } from "../../../job/useUnits";
import { shownPlaces } from "../lengths";
import { type Answer, type Point, reach } from "../model";

const [WIDTH, MARGIN, TALLEST] = [560, 30, 620];
/** A drag ends on the half millimetre; an arrow key goes as far, with shift ten times. */
const [SNAP_MM, FAR] = [0.5, 10];
const ARROWS: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

type Operation = Answer["operations"][number];
/** A hole to draw: of which letter, its number from one, where, how wide, whether it is tapped, whether it can be made there. */
type Hole = { letter: string; number: number; x: number; y: number; wide_mm: number; tapped: boolean; made: boolean };
type Moved = { name: string; x: number; y: number };
type Props = { answer: Answer; side: string; looked: Operation | null; onMove: (letter: string, place: number, to: Point) => void };

/** Every hole that was placed on a side, made or not. */
function holesOf(answer: Answer, side: string): Hole[] {
  const rows = [
    ...answer.rows.filter((row) => row.setup === side).map((row) => ({ ...row, wide_mm: row.hole.finished_mm, tapped: row.hole.tapped, made: true })),
    ...answer.unresolved.filter((row) => row.setup === side).map((row) => ({ ...row, wide_mm: row.diameter_mm, tapped: false, made: false })),
  ];
  return rows.flatMap(({ letter, places_mm, wide_mm, tapped, made }) =>
    places_mm.map(([x = 0, y = 0], k) => ({ letter, number: k + 1, x, y, wide_mm, tapped, made })),
  );
}

const snapped = (value: number): number => Math.round(value / SNAP_MM) * SNAP_MM;

export function PlanView({ answer, side, looked, onMove }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const system = useUnits();
  const [moved, setMoved] = useState<Moved | null>(null);
  const setup = answer.setups.find((one) => one.id === side);
  const holes = holesOf(answer, side);
  const outline = setup?.outline_mm ?? [];
  const beside = (setup?.obstacles ?? []).flatMap((one) => one.x_mm.flatMap((x) => one.y_mm.map((y) => [x, y])));
  const ends = [[0, 0], ...outline, ...beside, ...holes.flatMap((one) => [-1, 1].map((sign) => [one.x + sign * one.wide_mm, one.y + sign * one.wide_mm]))];
  const { left, front, wide, high } = reach(ends);
  const px = Math.min((WIDTH - 2 * MARGIN) / Math.max(wide, 1), (TALLEST - 2 * MARGIN) / Math.max(high, 1));
  const [width, height] = [wide * px + 2 * MARGIN, high * px + 2 * MARGIN];
  const at = (x: number, y: number) => [MARGIN + (x - left) * px, height - MARGIN - (y - front) * px] as const;
  const path = (corners: readonly (readonly number[])[]) => corners.map(([x = 0, y = 0]) => at(x, y).join(",")).join(" ");
  const way = looked?.setup === side ? looked.path.map(({ letter, place }) => holes.find((one) => one.letter === letter && one.number === place)) : [];
  const [zeroX, zeroY] = at(0, 0);
  const under = (event: PointerEvent): Point | null => {
    const turned = svg.current?.getScreenCTM()?.inverse();
    if (!turned) return null;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(turned);
    return [snapped((x - MARGIN) / px + left), snapped((height - MARGIN - y) / px + front)];
  };
  const nudge = (hole: Hole) => (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (!arrow) return;
    event.preventDefault();
    const by = SNAP_MM * (event.shiftKey ? FAR : 1);
    onMove(hole.letter, hole.number, [hole.x + arrow[0] * by, hole.y + arrow[1] * by]);
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className="max-h-[70vh] w-full touch-pan-y"
      role="group"
      aria-label="The part from above, its holes lettered"
    >
      <defs>
        <pattern id="in-the-way" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--faint)" strokeWidth="1.5" />
        </pattern>
      </defs>
      {outline.length > 2 && <polygon points={path(outline)} fill="var(--metal)" stroke="var(--ink)" strokeWidth="1.4" />}
      {setup?.keep_out_mm.map((box, k) => {
        const [[x0, y1], [x1, y0]] = [at(box[0]?.[0] ?? 0, box[0]?.[1] ?? 0), at(box[1]?.[0] ?? 0, box[1]?.[1] ?? 0)];
        return <rect key={k} x={x0} y={y0} width={x1 - x0} height={y1 - y0} fill="url(#in-the-way)" opacity="0.6" />;
      })}
      {setup?.obstacles.map((one, k) => {
        const [[x0, y1], [x1, y0]] = [at(one.x_mm[0] ?? 0, one.y_mm[0] ?? 0), at(one.x_mm[1] ?? 0, one.y_mm[1] ?? 0)];
        return (
          <g key={k}>
            <rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} fill="url(#in-the-way)" stroke="var(--ink)" />
            <title>{one.name}</title>
          </g>
        );
      })}
      <circle cx={zeroX} cy={zeroY} r="6" fill="var(--paper)" stroke="var(--ink)" />
      <path
        d={`M${zeroX} ${zeroY} V${zeroY - 6} A6 6 0 0 1 ${zeroX + 6} ${zeroY} Z M${zeroX} ${zeroY} V${zeroY + 6} A6 6 0 0 1 ${zeroX - 6} ${zeroY} Z`}
        fill="var(--ink)"
      />
      <text x={zeroX + 9} y={zeroY + 18} fontSize="11" fill="var(--faint)">
        zero
      </text>
      {way.length > 1 && (
        <polyline
          points={way.flatMap((one) => (one ? [at(one.x, one.y).join(",")] : [])).join(" ")}
          fill="none"
          stroke="var(--bronze)"
          strokeWidth="2"
          strokeDasharray="6 3"
        />
      )}
      {holes.map((hole) => {
        const name = `${hole.letter}${hole.number}`;
        const here = moved?.name === name ? moved : hole;
        const faded = looked !== null && !looked.path.some((one) => `${one.letter}${one.place}` === name);
        return (
          <g
            key={name}
            className="cursor-move outline-none focus-visible:[&>circle:first-of-type]:stroke-[3.5]"
            opacity={faded ? 0.35 : 1}
            tabIndex={0}
            role="button"
            aria-label={`${name} at ${shownPlaces(`${here.x}, ${here.y}`, system)}; the arrow keys move it`}
            onKeyDown={nudge(hole)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              setMoved({ name, x: hole.x, y: hole.y });
            }}
            onPointerMove={(event) => {
              const to = moved?.name === name && under(event);
              if (to) setMoved({ name, x: to[0], y: to[1] });
            }}
            onPointerUp={() => {
              if (moved && (moved.x !== hole.x || moved.y !== hole.y)) onMove(hole.letter, hole.number, [moved.x, moved.y]);
              setMoved(null);
            }}
            onPointerCancel={() => setMoved(null)}
          >
            <Drawn hole={hole} name={name} at={at(here.x, here.y)} px={px} />
            {moved?.name === name && <From place={here} at={at(here.x, here.y)} zero={[zeroX, zeroY]} />}
          </g>
        );
      })}
    </svg>
  );
}

/** A hole as it looks from above: a tapped one with the dashed three quarters of its thread. */
function Drawn({ hole, name, at: [cx, cy], px }: { hole: Hole; name: string; at: Point; px: number }) {
  const radius = Math.max((hole.wide_mm / 2) * px, 2);
  const drilled = hole.tapped ? radius * 0.85 : radius;
  return (
    <>
      <circle cx={cx} cy={cy} r={drilled} fill="var(--paper)" stroke={hole.made ? "var(--ink)" : "var(--vermilion)"} strokeWidth={hole.made ? 1.2 : 2.4} />
      {hole.tapped && (
        <path d={`M${cx + radius} ${cy} A${radius} ${radius} 0 1 0 ${cx} ${cy + radius}`} fill="none" stroke="var(--ink)" strokeDasharray="4 2" />
      )}
      {/* Room for a finger, however small the hole is. */}
      <circle cx={cx} cy={cy} r={Math.max(radius, 13)} fill="transparent" />
      <text
        x={cx + radius + 3}
        y={cy - radius * 0.6 - 3}
        fontSize="12"
        fontWeight="600"
        fill={hole.made ? "var(--blue)" : "var(--vermilion)"}
        stroke="var(--metal)"
        strokeWidth="3"
        paintOrder="stroke"
        pointerEvents="none"
      >
        {name}
      </text>
    </>
  );
}

/** How far a dragged hole stands from the zero. */
function From({ place, at: [cx, cy], zero: [zx, zy] }: { place: { x: number; y: number }; at: Point; zero: Point }) {
  return (
    <g pointerEvents="none" stroke="var(--bronze)" strokeWidth="1">
      <path d={`M${zx} ${cy} H${cx} V${zy}`} fill="none" strokeDasharray="3 3" />
      <text x={cx + 14} y={cy + 20} fontSize="13" fontWeight="700" fill="var(--ink)" stroke="var(--paper)" strokeWidth="4" paintOrder="stroke">
        {shownPlaces(`${place.x}, ${place.y}`, useUnits())}
      </text>
    </g>
  );
}
