/** The bore log: the hole in section to scale, and torque, thrust and power beside it on the same depth scale. */
import { type KeyboardEvent, type PointerEvent, useId, useState } from "react";

import type { Schemas } from "../api/client";
import type { System } from "../job/types";
import { plain, show, split } from "../job/units";
import { linear, type Scale, ticks } from "./scales";
import { useWidth } from "./useWidth";

type Log = Schemas["LogAnswer"];
type Name = keyof Log["tracks"];
const TRACKS: readonly (readonly [Name, string, string])[] = [["torque_nm", "Torque", "N·m"], ["thrust_n", "Thrust", "N"], ["power_kw", "Power", "kW"]];

const USUAL_WIDTH = 512;
const TOP = 40;
const MOST_HEIGHT = 440;
const LEAST_HEIGHT = 250;
/** Where things stand across the picture: the section, the depth axis, the three tracks. */
type Columns = { left: number; right: number; axis: number; tracks: number; track: number; gap: number; width: number };

function columns(width: number): Columns {
  const right = Math.round(width * 0.41);
  const axis = right + 40;
  const gap = 6;
  return { left: 3, right, axis, tracks: axis + 6, track: (width - axis - 6 - 2 * gap - 1) / 3, gap, width };
}

function path(xs: readonly number[], ys: readonly number[]): string {
  return xs.map((x, k) => `${k === 0 ? "M" : "L"}${x.toFixed(1)} ${(ys[k] ?? 0).toFixed(1)}`).join(" ");
}

function Section({ log, y, px, tip, hatch, at }: { log: Log; y: Scale; px: number; tip: number; hatch: string; at: Columns }) {
  const { diameter_mm, start_diameter_mm, depth_mm, point_length_mm, through, behind, slug_diameter_mm } = log.section;
  const middle = (at.left + at.right) / 2;
  const radius = (diameter_mm / 2) * px;
  const pilot = (start_diameter_mm / 2) * px;
  const slug = ((slug_diameter_mm ?? 0) / 2) * px;
  const plate = through ? depth_mm : depth_mm + point_length_mm + Math.max(diameter_mm * 0.5, 3);
  const [left, right, top, bottom] = [at.left, at.right, y(0), y(plate)];
  const shoulder = Math.max(tip - point_length_mm, 0);
  const bored = Math.min(shoulder, plate);
  // What the drill has bored so far: the wall down to its shoulder, then its cone.
  const cone = tip > 0 ? (Math.min(tip, point_length_mm) / Math.max(point_length_mm, 0.01)) * radius : 0;
  const hole = `M${middle - (shoulder > 0 ? radius : cone)} ${top} L${middle - (shoulder > 0 ? radius : cone)} ${y(bored)} L${middle} ${y(Math.min(tip, plate + point_length_mm))} L${middle + (shoulder > 0 ? radius : cone)} ${y(bored)} L${middle + (shoulder > 0 ? radius : cone)} ${top} Z`;
  const drillTop = TOP + 4;
  const body = y(tip - point_length_mm);
  const floor = { backing: "backing block", table: "table", parallels: "parallels", vice: "vice" }[behind];
  return (
    <g>
      <rect x={left} y={top} width={right - left} height={bottom - top} fill="var(--metal)" stroke="var(--ink)" />
      <rect x={left} y={top} width={right - left} height={bottom - top} fill={`url(#${hatch})`} />
      {pilot > 0 && <rect x={middle - pilot} y={top} width={2 * pilot} height={bottom - top} fill="var(--film)" stroke="var(--ink)" strokeDasharray="3 2" strokeWidth="0.8" />}
      {through && floor && behind !== "parallels" && (
        <g>
          <rect x={left} y={bottom} width={right - left} height={22} fill="var(--paper)" stroke="var(--ink)" strokeWidth="0.8" />
          <text x={right - 4} y={bottom + 15} textAnchor="end" fontSize="11" fill="var(--ink)">{floor}</text>
        </g>
      )}
      {through && behind === "parallels" && [left + 8, right - 26].map((x) => (
        <rect key={x} x={x} y={bottom} width={18} height={22} fill="var(--steel)" stroke="var(--ink)" strokeWidth="0.8" />
      ))}
      <path d={hole} fill="var(--film)" stroke="none" />
      {slug > 0 && <rect x={middle - slug} y={top} width={2 * slug} height={bottom - top} fill="var(--metal)" />}
      {slug > 0 && <rect x={middle - slug} y={top} width={2 * slug} height={bottom - top} fill={`url(#${hatch})`} />}
      <line x1={left} x2={right} y1={bottom} y2={bottom} stroke="var(--ink)" />
      <Body log={log} middle={middle} radius={radius} px={px} top={drillTop} shoulder={body} tip={y(tip)} />
      <line x1={middle} x2={middle} y1={drillTop - 6} y2={Math.max(bottom, y(tip)) + 8} stroke="var(--blue)" strokeWidth="0.8" strokeDasharray="10 3 2 3" />
    </g>
  );
}

/** The cutter standing in the hole, by its family. */
function Body({ log, middle, radius, px, top, shoulder, tip }: { log: Log; middle: number; radius: number; px: number; top: number; shoulder: number; tip: number }) {
  const { family, slug_diameter_mm } = log.section;
  const [left, right] = [middle - radius, middle + radius];
  const steel = { fill: "var(--steel)", stroke: "var(--ink)", strokeWidth: 1.2 };
  if (family === "annular") {
    const wall = radius - ((slug_diameter_mm ?? 0) / 2) * px;
    return (
      <g>
        {[left, right - wall].map((x) => (
          <path key={x} d={`M${x} ${top} L${x} ${shoulder} L${x + wall / 2} ${tip} L${x + wall} ${shoulder} L${x + wall} ${top} Z`} {...steel} />
        ))}
        <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" strokeWidth="2" />
      </g>
    );
  }
  if (family === "indexable") {
    return (
      <g>
        <path d={`M${left} ${top} L${left} ${tip} L${right} ${tip} L${right} ${top} Z`} {...steel} />
        <Flutes left={left} right={right} top={top} bottom={shoulder} />
        <rect x={left} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
        <rect x={middle - radius * 0.1} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
      </g>
    );
  }
  if (family === "spade" || family === "gun") {
    // A blade or a head, on a holder or tube that is thinner than the hole.
    const stem = radius * (family === "spade" ? 0.6 : 0.88);
    const head = Math.max(shoulder - radius * (family === "spade" ? 1.1 : 2.2), top);
    const nose = family === "gun" ? middle - radius * 0.5 : middle;
    return (
      <g>
        <rect x={middle - stem} y={top} width={2 * stem} height={Math.max(head - top, 0)} {...steel} />
        <path d={`M${left} ${head} L${left} ${shoulder} L${nose} ${tip} L${right} ${shoulder} L${right} ${head} Z`} {...steel} />
        <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" opacity="0.5" />
      </g>
    );
  }
  return (
    <g>
      <path d={`M${left} ${top} L${left} ${shoulder} L${middle} ${tip} L${right} ${shoulder} L${right} ${top} Z`} {...steel} />
      <Flutes left={left} right={right} top={top} bottom={shoulder} />
    </g>
  );
}

/** Two flutes at the usual 30° helix: each crosses the drill once in half its lead. */
function Flutes({ left, right, top, bottom }: { left: number; right: number; top: number; bottom: number }) {
  const width = right - left;
  const crossing = width * 2.72;
  const clip = useId();
  const starts: number[] = [];
  for (let at = bottom + crossing * 0.85; at > top; at -= crossing / 2) starts.push(at);
  return (
    <g>
      <clipPath id={clip}>
        <rect x={left + 0.6} y={top} width={Math.max(width - 1.2, 0)} height={Math.max(bottom - top, 0)} />
      </clipPath>
      <g clipPath={`url(#${clip})`} fill="none" stroke="var(--ink)">
        {starts.map((at, k) => {
          const curve = `M${left} ${at} C${left + width * 0.18} ${at - crossing * 0.36} ${right - width * 0.18} ${at - crossing * 0.64} ${right} ${at - crossing}`;
          return (
            <g key={at}>
              {k % 2 === 0 && <path d={curve} strokeWidth={width * 0.3} opacity="0.2" />}
              <path d={curve} strokeWidth="1" opacity="0.55" />
            </g>
          );
        })}
      </g>
    </g>
  );
}

function Track({ name, title, unit, log, y, left, width, at, system, height }: {
  name: Name; title: string; unit: string; log: Log; y: Scale; left: number; width: number; at: number; system: System; height: number;
}) {
  const track = log.tracks[name];
  const rules = log.rules[name];
  const most = Math.max(...track.high) * 1.15 || 1;
  // A rule far off the scale is named at the edge instead of squeezing the band into nothing.
  const top = Math.max(most, ...rules.map((rule) => rule.hard).filter((hard) => hard < most * 2.2)) * 1.06;
  const x = linear(0, top, left, left + width);
  const ys = log.depth_mm.map((depth) => y(depth));
  const band = `${path(track.low.map(x), ys)} ${path([...track.high].reverse().map(x), [...ys].reverse()).replace("M", "L")} Z`;
  const [figure, shown] = split(top, unit, system, 2);
  const inside = rules.filter((rule) => rule.hard <= top);
  return (
    <g>
      <text x={left} y={TOP - 22} fontSize="12.5" fontWeight="600" fill="var(--ink)">{title}</text>
      <text x={left} y={TOP - 7} fontSize="10" className="figure" fill="var(--faint)">0</text>
      <text x={left + width} y={TOP - 7} fontSize="10" textAnchor="end" className="figure" fill="var(--faint)">{figure} {shown}</text>
      <rect x={left} y={TOP} width={width} height={height} fill="var(--paper)" stroke="var(--ink)" strokeWidth="0.8" />
      <path d={band} fill="var(--bronze-fill)" opacity="0.32" />
      <path d={path(track.middle.map(x), ys)} fill="none" stroke="var(--bronze)" strokeWidth="1.8" />
      {inside.map((rule, order) => (
        <g key={rule.limit}>
          {rule.soft < rule.hard && rule.soft <= top && <line x1={x(rule.soft)} x2={x(rule.soft)} y1={TOP} y2={TOP + height} stroke="var(--vermilion)" strokeWidth="1" strokeDasharray="3 3" />}
          <line x1={x(rule.hard)} x2={x(rule.hard)} y1={TOP} y2={TOP + height} stroke="var(--vermilion)" strokeWidth="1.4" />
          <text
            fontSize="10.5"
            fill="var(--vermilion)"
            stroke="var(--paper)"
            strokeWidth="3"
            paintOrder="stroke"
            textAnchor="end"
            transform={`translate(${Math.min(x(rule.hard) - 4, left + width - 4)} ${TOP + 5 + (order % 2) * 108}) rotate(-90)`}
          >
            {rule.failure}
          </text>
        </g>
      ))}
      {inside.length === 0 && rules.length > 0 && (
        <text x={left + width - 4} y={TOP + 5} fontSize="10.5" fill="var(--faint)" textAnchor="end" transform={`rotate(-90 ${left + width - 4} ${TOP + 5})`}>limits beyond the scale</text>
      )}
      <rect x={left + 1} y={y(at) + 2} width={52} height={15} fill="var(--paper)" opacity="0.9" />
      <text x={left + 3} y={y(at) + 14} fontSize="11.5" fontWeight="700" className="figure" fill="var(--ink)">{show(reading(log.depth_mm, track.middle, at), unit, system, 2).split(" ")[0]}</text>
    </g>
  );
}

/** The track's middle at a depth, between stations. */
function reading(depths: readonly number[], values: readonly number[], at: number): number {
  const next = depths.findIndex((depth) => depth >= at);
  if (next <= 0) return values[Math.max(next, 0)] ?? 0;
  const [a, b] = [depths[next - 1] ?? 0, depths[next] ?? 0];
  return (values[next - 1] ?? 0) + ((values[next] ?? 0) - (values[next - 1] ?? 0)) * (b > a ? (at - a) / (b - a) : 0);
}

export function BoreLog({ log, system, dim }: { log: Log; system: System; dim: boolean }) {
  const hatch = useId();
  const [figure, width] = useWidth(USUAL_WIDTH);
  const { diameter_mm, depth_mm, point_length_mm } = log.section;
  const end = (log.depth_mm.at(-1) ?? depth_mm) * 1.02 + 0.5;
  const above = Math.max(Math.min(diameter_mm * 0.9, depth_mm), 3);
  const cols = columns(width);
  const room = (cols.right - cols.left) / (diameter_mm * 1.55);
  const px = Math.min(room, MOST_HEIGHT / (end + above));
  const drawn = (end + above) * px;
  const height = Math.max(drawn, LEAST_HEIGHT);
  // The picture keeps one scale both ways; a shallow hole leaves air below it.
  const y = linear(-above, -above + height / px, TOP, TOP + height);
  const [pointed, setPointed] = useState<number | null>(null);
  const at = Math.min(pointed ?? Math.min(depth_mm * 0.75, Math.max(point_length_mm * 1.4, depth_mm * 0.6)), end);
  const follow = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const depth = y.back(((event.clientY - box.top) / box.height) * (TOP + height + 10));
    setPointed(Math.min(Math.max(depth, 0), log.depth_mm.at(-1) ?? depth));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    setPointed(Math.min(Math.max(at + by * Math.max(depth_mm / 40, 0.2), 0), end));
  };
  return (
    <figure ref={figure} className={`m-0 transition-opacity ${dim ? "opacity-60" : ""}`} aria-label="Bore log">
      <figcaption className="flex items-baseline gap-3">
        <h2 className="heading">Bore log</h2>
        <span className="text-sm text-faint">section and depth at one scale, drill at {plain(Number(at.toFixed(1)), system)}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${TOP + height + 10}`}
        className="w-full touch-pan-y"
        role="img"
        tabIndex={0}
        aria-label={`Bore log: at ${plain(Number(at.toFixed(1)), system)} torque ${show(reading(log.depth_mm, log.tracks.torque_nm.middle, at), "N·m", system)}, thrust ${show(reading(log.depth_mm, log.tracks.thrust_n.middle, at), "N", system)}. Up and down arrows move along the depth.`}
        onPointerMove={follow}
        onPointerDown={follow}
        onKeyDown={step}
      >
        <defs>
          <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" x2="0" y1="0" y2="9" stroke="var(--ink)" strokeWidth="0.6" opacity="0.4" />
          </pattern>
        </defs>
        <Section log={log} y={y} px={px} tip={at} hatch={hatch} at={cols} />
        <Depths y={y} end={end} height={height} system={system} at={at} axis={cols.axis} />
        {TRACKS.map(([name, title, unit], place) => (
          <Track key={name} name={name} title={title} unit={unit} log={log} y={y} width={cols.track} left={cols.tracks + place * (cols.track + cols.gap)} at={at} system={system} height={height} />
        ))}
        <Marks log={log} y={y} width={width} />
        <line x1={cols.left} x2={width} y1={y(at)} y2={y(at)} stroke="var(--ink)" strokeWidth="1" />
        <rect x={cols.axis - 37} y={y(at) - 9} width={36} height={17} fill="var(--ink)" />
        <text x={cols.axis - 3} y={y(at) + 4} fontSize="11" fontWeight="700" textAnchor="end" className="figure" fill="var(--film)">{system.length === "inch" ? (at / 25.4).toFixed(2) : at.toFixed(at < 100 ? 1 : 0)}</text>
      </svg>
      <LogTable log={log} system={system} />
    </figure>
  );
}

function Depths({ y, end, height, system, at, axis }: { y: Scale; end: number; height: number; system: System; at: number; axis: number }) {
  const inch = system.length === "inch";
  const clear = (mark: number) => Math.abs(y(inch ? mark * 25.4 : mark) - y(at)) > 15;
  const marks = (inch ? ticks(0, end / 25.4, 5) : ticks(0, end, 6)).filter(clear);
  return (
    <g>
      <text x={axis - 2} y={TOP - 7} fontSize="10" textAnchor="end" fill="var(--faint)">{inch ? "in" : "mm"}</text>
      <line x1={axis} x2={axis} y1={TOP} y2={TOP + height} stroke="var(--rule)" />
      {marks.map((mark) => (
        <g key={mark}>
          <line x1={axis - 4} x2={axis} y1={y(inch ? mark * 25.4 : mark)} y2={y(inch ? mark * 25.4 : mark)} stroke="var(--ink)" />
          <text x={axis - 7} y={y(inch ? mark * 25.4 : mark) + 4} fontSize="11" textAnchor="end" className="figure" fill="var(--ink)">{mark}</text>
        </g>
      ))}
    </g>
  );
}

function Marks({ log, y, width }: { log: Log; y: Scale; width: number }) {
  return (
    <g>
      {log.marks.map((mark) => (
        <g key={mark.words}>
          <line x1={0} x2={width} y1={y(mark.depth_mm)} y2={y(mark.depth_mm)} stroke="var(--blue)" strokeWidth="0.9" strokeDasharray="4 3" />
          <rect x={width - 5 - mark.words.length * 5.3} y={y(mark.depth_mm) - 14} width={mark.words.length * 5.3 + 4} height={13} fill="var(--paper)" opacity="0.88" />
          <text x={width - 3} y={y(mark.depth_mm) - 4} fontSize="11" textAnchor="end" fill="var(--blue)">{mark.words}</text>
        </g>
      ))}
    </g>
  );
}

function LogTable({ log, system }: { log: Log; system: System }) {
  const last = log.depth_mm.at(-1) ?? 0;
  const places = [0.1, 0.25, 0.5, 0.75, 1].map((share) => Number((share * last).toFixed(1)));
  return (
    <details className="text-sm">
      <summary className="tap cursor-pointer text-faint underline decoration-dotted">Read the log as a table</summary>
      <table className="w-full">
        <thead>
          <tr className="text-left text-faint">
            <th className="font-medium">Depth of the tip</th>
            {TRACKS.map(([name, title]) => (
              <th key={name} className="text-right font-medium">{title}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((place) => (
            <tr key={place} className="figure border-t border-rule">
              <td>{plain(place, system)}</td>
              {TRACKS.map(([name, , unit]) => (
                <td key={name} className="text-right">{show(reading(log.depth_mm, log.tracks[name].middle, place), unit, system, 2)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
