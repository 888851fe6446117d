/** The bore log: the hole in section to scale, and torque, thrust and power beside it on the same depth scale. */
import { type KeyboardEvent, memo, type PointerEvent, useId, useState } from "react";

import type { System } from "../job/types";
import { plain, show } from "../job/units";
import { Depths, Marks } from "./log/Depths";
import { Choices } from "../ui/Choices";
import { columns, depthScale, type Log, type Name, NARROW, reading, TOP, TRACKS } from "./log/layout";
import { Section } from "./log/Section";
import { Track } from "./log/Track";
import { useWidth } from "./useWidth";
import { Folded } from "../ui/Folded";
import { later } from "../ui/later";

const LogTable = later(() => import("./log/Table").then((part) => part.LogTable));

const USUAL_WIDTH = 512;

export const BoreLog = memo(function BoreLog({ log, system }: { log: Log; system: System }) {
  const hatches = [useId(), useId()] as const;
  const [figure, width] = useWidth(USUAL_WIDTH);
  const { depth_mm, point_length_mm } = log.section;
  const [chosen, setChosen] = useState<Name>("torque_nm");
  const narrow = width < NARROW;
  const tracks = narrow ? TRACKS.filter(([name]) => name === chosen) : TRACKS;
  const cols = columns(width, tracks.length);
  const depth = depthScale(log, cols);
  const { y, end, height } = depth;
  const [pointed, setPointed] = useState<number | null>(null);
  // Where the middle is left out, the drill stands below it until somebody points elsewhere.
  const first = depth.broken ? depth_mm - (end - depth.broken[1]) / 3 : null;
  const at = Math.min(pointed ?? first ?? Math.min(depth_mm * 0.75, Math.max(point_length_mm * 1.4, depth_mm * 0.6)), end);
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
    <figure ref={figure} className="m-0" aria-label="Bore log">
      <figcaption className="flex items-baseline gap-3">
        <h2 className="heading">Bore log</h2>
        <span className="text-sm text-faint">
          {depth.broken ? "to scale but for the part left out" : "section and depth at one scale"}, drill at {plain(Number(at.toFixed(1)), system)}
        </span>
      </figcaption>
      {narrow && <Choices label="Track shown" choices={TRACKS.map(([name, title]) => [name, title] as const)} chosen={chosen} onChoose={setChosen} />}
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
          {hatches.map((id, place) => (
            <pattern key={id} id={id} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform={`rotate(${place ? -45 : 45})`}>
              <line x1="0" x2="0" y1="0" y2="9" stroke="var(--ink)" strokeWidth="0.6" opacity="0.4" />
            </pattern>
          ))}
        </defs>
        <Section log={log} depth={depth} tip={at} hatches={hatches} at={cols} system={system} />
        <Depths y={y} end={end} height={height} system={system} at={at} axis={cols.axis} />
        {tracks.map(([name, title, unit], place) => (
          <Track
            key={name}
            name={name}
            title={title}
            unit={unit}
            log={log}
            y={y}
            width={cols.track}
            left={cols.tracks + place * (cols.track + cols.gap)}
            at={at}
            system={system}
            height={height}
          />
        ))}
        <Marks log={log} y={y} height={height} at={cols} />
        <line x1={cols.left} x2={width} y1={y(at)} y2={y(at)} stroke="var(--ink)" strokeWidth="1" />
        <rect x={cols.axis - 37} y={y(at) - 9} width={36} height={17} fill="var(--ink)" />
        <text x={cols.axis - 3} y={y(at) + 4} fontSize="11" fontWeight="700" textAnchor="end" className="figure" fill="var(--film)">
          {system.length === "inch" ? (at / 25.4).toFixed(2) : at.toFixed(at < 100 ? 1 : 0)}
        </text>
      </svg>
      <Folded summary="Read the log as a table">
        <LogTable log={log} system={system} />
      </Folded>
    </figure>
  );
});
