/** One strip of the log: a band along the depth, and the machine's limits as upright rules with their names. */
import type { System } from "../../job/types";
import { split } from "../../job/units";
import { linear, type Scale } from "../scales";
import { type Log, type Name, path, reading, TOP } from "./layout";

/** So many limits are drawn and named on a track, the nearest first. */
const NAMED = 2;

export function Track({
  name,
  title,
  unit,
  log,
  y,
  left,
  width,
  at,
  system,
  height,
}: {
  name: Name;
  title: string;
  unit: string;
  log: Log;
  y: Scale;
  left: number;
  width: number;
  at: number;
  system: System;
  height: number;
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
  // Where the point comes through, the surge hangs on the machine's stiffness: a guessed one is drawn dashed.
  const through = log.marks.find((mark) => mark.words.includes("breaks through"))?.depth_mm ?? Infinity;
  const leaving =
    Math.max(
      log.depth_mm.findIndex((depth) => depth >= through),
      0,
    ) || log.depth_mm.length;
  const nearest = [...rules].sort((a, b) => a.hard - b.hard).slice(0, NAMED);
  const inside = nearest.filter((rule) => rule.hard <= top);
  return (
    <g>
      <text x={left} y={13} fontSize="12.5" fontWeight="600" fill="var(--ink)">
        {title}
      </text>
      {log.methods[name] === 1 && (
        <text x={left} y={TOP - 22} fontSize="10.5" fill="var(--faint)">
          one method
        </text>
      )}
      <text x={left} y={TOP - 7} fontSize="10" className="figure" fill="var(--faint)">
        0
      </text>
      <text x={left + width} y={TOP - 7} fontSize="10" textAnchor="end" className="figure" fill="var(--faint)">
        {figure} {shown}
      </text>
      <rect x={left} y={TOP} width={width} height={height} fill="var(--paper)" stroke="var(--ink)" strokeWidth="0.8" />
      <path d={band} fill="var(--bronze-fill)" opacity="0.32" />
      <path d={path(track.middle.map(x).slice(0, leaving + 1), ys)} fill="none" stroke="var(--bronze)" strokeWidth="1.8" />
      <path
        d={path(track.middle.map(x).slice(leaving), ys.slice(leaving))}
        fill="none"
        stroke="var(--bronze)"
        strokeWidth="1.8"
        strokeDasharray={log.stiffness_known ? undefined : "3 3"}
      />
      {nearest.map((rule, place) => (
        <g key={rule.limit} transform={`translate(${left} ${28 + 13 * place})`}>
          <title>{rule.failure}</title>
          <line x1="1.5" x2="1.5" y1="-8" y2="1" stroke="var(--vermilion)" strokeWidth="2" strokeDasharray={place === 0 ? undefined : "3 2"} />
          <text x="6" fontSize="11" fill="var(--vermilion)">
            {rule.thing} {split(rule.hard, unit, system, 2)[0]}
            {rule.hard > top && "→"}
          </text>
        </g>
      ))}
      {inside.map((rule) => {
        const dashed = nearest.indexOf(rule) > 0;
        return (
          <g key={rule.limit} stroke="var(--vermilion)">
            {rule.soft < rule.hard && rule.soft <= top && (
              <line x1={x(rule.soft)} x2={x(rule.soft)} y1={TOP} y2={TOP + height} strokeWidth="1" strokeDasharray="1.5 3" />
            )}
            <line x1={x(rule.hard)} x2={x(rule.hard)} y1={TOP} y2={TOP + height} strokeWidth="1.6" strokeDasharray={dashed ? "5 3" : undefined} />
          </g>
        );
      })}
      <rect x={left + 1} y={y(at) + 2} width={52} height={15} fill="var(--paper)" opacity="0.9" />
      <text x={left + 3} y={y(at) + 14} fontSize="11.5" fontWeight="700" className="figure" fill="var(--ink)">
        {split(reading(log.depth_mm, track.middle, at), unit, system, 2)[0]}
      </text>
    </g>
  );
}
