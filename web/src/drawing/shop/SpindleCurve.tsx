/** Torque and power at the spindle over speed: fixed steps as rails, ranges as lines; points of a range's own curve can be dragged. */
import { useRef, useState } from "react";

import type { Schemas } from "../../api/client";
import { show } from "../../job/units";
import type { System } from "../../job/types";
import { linear, logarithmic, logTicks, ticks } from "../scales";
import { useWidth } from "../useWidth";

type Curve = Schemas["DrawnCurve"];
type Props = {
  curves: readonly Curve[];
  speeds: readonly Schemas["DrawnSpeed"][];
  system: System;
  /** The points of the one range that may be edited, as [rpm, kW] at the motor. */
  points?: readonly (readonly [number, number])[];
  onDrag?: (points: [number, number][]) => void;
};
const [HEIGHT, LEFT, RIGHT, TOP, BOTTOM] = [230, 46, 46, 20, 30];

export function SpindleCurve({ curves, speeds, system, points, onDrag }: Props) {
  const [ref, width] = useWidth(560);
  const [held, setHeld] = useState<number | null>(null);
  const [moved, setMoved] = useState<[number, number] | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const all = curves.flatMap((curve) => curve.speed_rpm);
  if (all.length === 0) return null;
  const [slow, fast] = [Math.min(...all) / 1.15, Math.max(...all) * 1.15];
  const top = Math.max(...curves.flatMap((curve) => curve.torque_nm)) * 1.1;
  const most = Math.max(...curves.flatMap((curve) => curve.power_kw), ...(points ?? []).map(([, kw]) => kw)) * 1.15;
  const x = logarithmic(slow, fast, LEFT, width - RIGHT);
  const y = linear(0, top, HEIGHT - BOTTOM, TOP);
  const p = linear(0, most, HEIGHT - BOTTOM, TOP);
  const line = (curve: Curve, values: readonly number[], scale: (value: number) => number) =>
    curve.speed_rpm.map((rpm, k) => `${k ? "L" : "M"}${x(rpm).toFixed(1)} ${scale(values[k] ?? 0).toFixed(1)}`).join(" ");
  const shown = (points ?? []).map((point, k) => (k === held && moved ? moved : ([point[0], point[1]] as [number, number])));
  const place = (event: React.PointerEvent): [number, number] | null => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || held === null) return null;
    const before = points?.[held - 1]?.[0] ?? 1;
    const after = points?.[held + 1]?.[0] ?? 1e5;
    const rpm = Math.min(Math.max(x.back(event.clientX - box.left), before + 1), after - 1);
    return [Number(rpm.toPrecision(3)), Number(Math.max(p.back(event.clientY - box.top), 0.01).toPrecision(3))];
  };
  const drop = (place_: [number, number] | null, k: number) => {
    if (place_ && points && onDrag) onDrag(points.map((point, at) => (at === k ? place_ : [point[0], point[1]])));
    setHeld(null);
    setMoved(null);
  };
  return (
    <figure ref={ref} aria-label="Spindle curve" className="m-0">
      <svg
        ref={svg}
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Torque and power at the spindle from ${Math.round(Math.min(...all))} to ${Math.round(Math.max(...all))} rpm; the table below has the figures`}
        onPointerMove={(event) => held !== null && setMoved(place(event))}
        onPointerUp={(event) => held !== null && drop(place(event), held)}
      >
        {ticks(0, top, 4).map((value) => (
          <g key={value}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(value)} y2={y(value)} stroke="var(--rule)" />
            <text x={LEFT - 5} y={y(value) + 4} textAnchor="end" fontSize="11" fill="var(--blue)" className="figure">
              {value}
            </text>
          </g>
        ))}
        {ticks(0, most, 4).map((value) => (
          <text key={value} x={width - RIGHT + 5} y={p(value) + 4} fontSize="11" fill="var(--bronze)" className="figure">
            {value}
          </text>
        ))}
        {logTicks(slow, fast).map((value) => (
          <g key={value}>
            <line x1={x(value)} x2={x(value)} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM + 4} stroke="var(--faint)" />
            <text x={x(value)} y={HEIGHT - BOTTOM + 16} textAnchor="middle" fontSize="11" fill="var(--faint)" className="figure">
              {value}
            </text>
          </g>
        ))}
        <text x={LEFT} y={12} fontSize="12" fill="var(--blue)">
          torque, N·m
        </text>
        <text x={width - RIGHT} y={12} fontSize="12" fill="var(--bronze)" textAnchor="end">
          power, kW
        </text>
        <text x={width - RIGHT} y={HEIGHT - 2} fontSize="11" fill="var(--faint)" textAnchor="end">
          rpm at the spindle
        </text>
        {curves.map((curve, k) =>
          curve.name === "steps" && k === 0 ? (
            <g key={curve.name}>
              <path d={line(curve, curve.torque_nm, y)} fill="none" stroke="var(--blue)" strokeDasharray="2 4" />
              {curve.speed_rpm.map((rpm, at) => (
                <g key={rpm}>
                  <line x1={x(rpm)} x2={x(rpm)} y1={HEIGHT - BOTTOM} y2={y(curve.torque_nm[at] ?? 0)} stroke="var(--blue)" strokeWidth="2" />
                  <circle cx={x(rpm)} cy={y(curve.torque_nm[at] ?? 0)} r="3.5" fill="var(--blue)" />
                  <rect x={x(rpm) - 3} y={p(curve.power_kw[at] ?? 0) - 3} width="6" height="6" fill="var(--bronze)" />
                </g>
              ))}
            </g>
          ) : (
            <g key={`${curve.name} ${k}`}>
              <path d={line(curve, curve.torque_nm, y)} fill="none" stroke="var(--blue)" strokeWidth="2.2" />
              <path d={line(curve, curve.power_kw, p)} fill="none" stroke="var(--bronze)" strokeWidth="2" strokeDasharray="7 4" />
            </g>
          ),
        )}
        {shown.length > 0 && (
          <text x={LEFT} y={HEIGHT - 2} fontSize="11" fill="var(--bronze)">
            ○ the motor’s own points{onDrag ? ": drag them, or arrow keys" : ""}
          </text>
        )}
        {shown.map(([rpm, kw], k) => (
          <circle
            key={k}
            cx={x(rpm)}
            cy={p(kw)}
            r="7"
            fill="var(--paper)"
            stroke="var(--bronze)"
            strokeWidth="2.5"
            tabIndex={onDrag ? 0 : -1}
            role="slider"
            aria-label={`Point at ${rpm} rpm`}
            aria-valuenow={kw}
            aria-valuetext={`${rpm} rpm, ${kw} kW at the motor`}
            style={{ cursor: onDrag ? "move" : "default", touchAction: "none" }}
            onPointerDown={(event) => {
              if (!onDrag) return;
              svg.current?.setPointerCapture(event.pointerId);
              setHeld(k);
            }}
            onKeyDown={(event) => {
              const by = { ArrowUp: [1, 1.02], ArrowDown: [1, 1 / 1.02], ArrowRight: [1.02, 1], ArrowLeft: [1 / 1.02, 1] }[event.key];
              if (!by || !onDrag || !points) return;
              event.preventDefault();
              onDrag(
                points.map((point, at) =>
                  at === k ? [Number((point[0] * (by[0] ?? 1)).toPrecision(4)), Number((point[1] * (by[1] ?? 1)).toPrecision(4))] : [point[0], point[1]],
                ),
              );
            }}
          />
        ))}
      </svg>
      <details>
        <summary className="tap cursor-pointer text-sm underline decoration-dotted">Read as table</summary>
        <table className="text-sm">
          <thead>
            <tr className="text-left text-faint">
              <th className="pr-4">speed</th>
              <th className="pr-4">rated torque</th>
              <th className="pr-4">stalls at</th>
              <th className="pr-4">belt slips at</th>
              <th>power at the motor</th>
            </tr>
          </thead>
          <tbody className="figure">
            {speeds.map((one, k) => (
              <tr key={k}>
                <td className="pr-4">
                  {one.name !== `${one.speed_rpm} rpm` && <span className="font-sans">{one.name}, </span>}
                  {Math.round(one.speed_rpm)} rpm
                </td>
                <td className="pr-4">{show(one.rated_nm, "N·m", system)}</td>
                <td className="pr-4">{show(one.breakdown_nm, "N·m", system)}</td>
                <td className="pr-4">{one.belt_nm === null ? "–" : show(one.belt_nm, "N·m", system)}</td>
                <td>{show(one.power_kw, "kW", system)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
