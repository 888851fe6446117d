/** The operating window: spindle speed across, feed up; the machine's real speeds as rails, closed ground named on the map itself. */
import type { PointerEvent } from "react";

import type { Schemas } from "../api/client";
import type { System } from "../job/types";
import { nominal, show, significant, split } from "../job/units";
import { type Box, logarithmic, logTicks, placed, type Scale } from "./scales";
import { useWidth } from "./useWidth";

type Window = Schemas["WindowAnswer"];
type Region = Window["regions"][number];

const USUAL_WIDTH = 720;
const HEIGHT = 292;
const TOP = 8;
const BOTTOM = 254;
const LEFT = 52;
type Plot = { left: number; right: number; top: number; bottom: number };
const COLOURS = { hard: "var(--vermilion)", soft: "var(--bronze)" };
const LABEL_HEIGHT = 15;

type Props = {
  window: Window;
  system: System;
  dim: boolean;
  /** Feed is set by pushing: the point follows the force, and a feed clicked is asked for as a feed. */
  onPick: (speed: number, feed: number) => void;
};

function Regions({ regions, x, y }: { regions: readonly Region[]; x: Scale; y: Scale }) {
  const order = [...regions].sort((a, b) => (a.mark === b.mark ? 0 : a.mark === "soft" ? -1 : 1));
  return (
    <g>
      {order.map((region, place) => {
        const points = region.outline.map(([speed, feed]) => `${x(speed ?? 1).toFixed(1)},${y(feed ?? 1).toFixed(1)}`).join(" ");
        return (
          <polygon
            key={place}
            points={points}
            fill={COLOURS[region.mark]}
            fillOpacity={region.mark === "hard" ? 0.14 : 0.055}
            stroke={COLOURS[region.mark]}
            strokeWidth={region.mark === "hard" ? 1.2 : 1}
            strokeDasharray={region.mark === "hard" ? undefined : "4 3"}
            strokeOpacity={0.75}
          />
        );
      })}
    </g>
  );
}

type Word = { text: string; x: number; y: number; width: number; hard: boolean };

const POINT_LABEL = 150;
/** Room at the right for the scale of the hand's force, where there is one. */
const FORCE_SCALE = 50;

/** Ground the words keep off: the operating point, and the recommended one with its label. */
function kept(window: Window, x: Scale, y: Scale): Box[] {
  const { point, recommended } = window;
  const found: Box[] = [];
  if (point) found.push({ x: x(point.speed_rpm), y: y(point.feed_mm_rev), width: 22, height: 22 });
  if (recommended) {
    const middle = x(recommended.speed_rpm);
    const side = isRight(window, x) ? -1 : 1;
    found.push({ x: middle + (side * POINT_LABEL) / 2, y: y(recommended.feed_mm_rev), width: POINT_LABEL + 20, height: 18 });
  }
  return found;
}

/** Whether the best point's words stand to its left: in the right half, or where the setting itself would lie on them. */
function isRight({ recommended, point, speeds_rpm }: Window, x: Scale): boolean {
  const best = x(recommended?.speed_rpm ?? 1);
  const start = x(speeds_rpm[0] ?? 1);
  if (best > (start + x(speeds_rpm[1] ?? 1)) / 2) return true;
  const ahead = point ? x(point.speed_rpm) - best : 0;
  return ahead > 12 && ahead < POINT_LABEL + 24 && best - start > POINT_LABEL;
}

function words(window: Window, x: Scale, y: Scale, plot: Plot): Word[] {
  const right = plot.right - (window.force_scale.length > 0 ? FORCE_SCALE : 2);
  const found = window.regions.flatMap((region) => {
    const [speed, feed] = region.label ?? [];
    if (speed === undefined || feed === undefined) return [];
    const text = region.mark === "soft" ? `tight: ${region.failure}` : region.failure;
    const width = text.length * 5.6 + 6;
    const middle = Math.min(Math.max(x(speed), plot.left + width / 2 + 2), right - width / 2);
    return [{ text, x: middle, y: y(feed), width, height: LABEL_HEIGHT, hard: region.mark === "hard" }];
  });
  return placed(found, kept(window, x, y), plot.top, plot.bottom);
}

function Words({ words: said }: { words: Word[] }) {
  return (
    <g>
      {said.map((word) => (
        <g key={word.text}>
          <rect x={word.x - word.width / 2} y={word.y - 8} width={word.width} height={LABEL_HEIGHT} fill="var(--paper)" opacity="0.82" />
          <text x={word.x} y={word.y + 3.5} textAnchor="middle" fontSize="12" fontWeight={word.hard ? 650 : 500} fill={word.hard ? COLOURS.hard : COLOURS.soft}>
            {word.text}
          </text>
        </g>
      ))}
    </g>
  );
}

function Rails({ window, x, current, plot }: { window: Window; x: Scale; current: number | undefined; plot: Plot }) {
  const labels = window.rails.filter((rail, k, all) => k === 0 || x(rail.speed_rpm) - x(all[k - 1]?.speed_rpm ?? 0) > 34 || rail.speed_rpm === current);
  return (
    <g>
      {window.ranges.map((range) => (
        <rect key={range.name} x={x(range.low_rpm)} width={x(range.high_rpm) - x(range.low_rpm)} y={plot.bottom - 4} height={4} fill="var(--blue)" />
      ))}
      {window.ranges.length > 0 && logTicks(window.speeds_rpm[0] ?? 10, window.speeds_rpm[1] ?? 100).map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={plot.bottom} y2={plot.bottom + 4} stroke="var(--ink)" />
          <text x={x(tick)} y={plot.bottom + 17} textAnchor="middle" fontSize="11" className="figure" fill="var(--ink)">{tick}</text>
        </g>
      ))}
      {window.rails.map((rail) => {
        const chosen = rail.speed_rpm === current;
        return <line key={rail.speed_rpm} x1={x(rail.speed_rpm)} x2={x(rail.speed_rpm)} y1={plot.top} y2={plot.bottom + 4} stroke="var(--ink)" strokeWidth={chosen ? 2.2 : 0.9} strokeOpacity={chosen ? 1 : 0.55} />;
      })}
      {labels.map((rail) => (
        <text key={rail.speed_rpm} x={x(rail.speed_rpm)} y={plot.bottom + 17} textAnchor="middle" fontSize="11.5" className="figure" fontWeight={rail.speed_rpm === current ? 700 : 400} fill="var(--ink)">
          {rail.speed_rpm}
        </text>
      ))}
      <text x={plot.right} y={plot.bottom + 33} textAnchor="end" fontSize="11.5" fill="var(--faint)">spindle speed, rpm</text>
    </g>
  );
}

function FeedAxis({ window, y, system, plot }: { window: Window; y: Scale; system: System; plot: Plot }) {
  const inch = system.feed === "inch";
  const factor = inch ? 25.4 : 1;
  const [low, high] = [window.feeds_mm_rev[0] ?? 0.01, window.feeds_mm_rev[1] ?? 1];
  return (
    <g>
      {logTicks(low / factor, high / factor).map((tick) => (
        <g key={tick}>
          <line x1={plot.left - 4} x2={plot.left} y1={y(tick * factor)} y2={y(tick * factor)} stroke="var(--ink)" />
          <text x={plot.left - 7} y={y(tick * factor) + 4} textAnchor="end" fontSize="11" className="figure" fill="var(--ink)">{tick}</text>
        </g>
      ))}
      {window.feed_steps_mm_rev.map((step) => (
        <line key={step} x1={plot.left} x2={plot.right} y1={y(step)} y2={y(step)} stroke="var(--ink)" strokeOpacity="0.35" strokeWidth="0.8" strokeDasharray="1 4" />
      ))}
      {window.force_scale.filter(({ feed_mm_rev }) => feed_mm_rev >= low && feed_mm_rev <= high).map(({ hand_force_n, feed_mm_rev }) => (
        <g key={hand_force_n}>
          <line x1={plot.right - 6} x2={plot.right} y1={y(feed_mm_rev)} y2={y(feed_mm_rev)} stroke="var(--blue)" strokeWidth="1.5" />
          <text x={plot.right - 9} y={y(feed_mm_rev) + 4} textAnchor="end" fontSize="11" className="figure" fill="var(--blue)" stroke="var(--paper)" strokeWidth="3" paintOrder="stroke">
            {nominal(hand_force_n, "N", system)}
          </text>
        </g>
      ))}
      <text x={4} y={plot.bottom + 33} fontSize="11.5" fill="var(--faint)">{inch ? "feed, in/rev" : "feed, mm/rev"}</text>
    </g>
  );
}

function Point({ window, x, y, system }: { window: Window; x: Scale; y: Scale; system: System }) {
  const { point, recommended } = window;
  const apartEnough = !point || !recommended || Math.hypot(x(point.speed_rpm) - x(recommended.speed_rpm), y(point.feed_mm_rev) - y(recommended.feed_mm_rev)) > 12;
  const rx = recommended ? x(recommended.speed_rpm) : 0;
  const ry = recommended ? y(recommended.feed_mm_rev) : 0;
  const leftwards = isRight(window, x);
  return (
    <g>
      {recommended && apartEnough && (
        <g>
          <path d={`M${rx} ${ry - 8} l8 8 l-8 8 l-8 -8 Z`} fill="var(--green)" stroke="var(--paper)" />
          <text x={rx + (leftwards ? -12 : 12)} y={ry + 4} textAnchor={leftwards ? "end" : "start"} fontSize="12" fontWeight="650" fill="var(--green)" stroke="var(--paper)" strokeWidth="4" paintOrder="stroke">
            {recommended.verdict === "holds" ? "best that holds" : "best there is, tight"}
            {recommended.hand_force_n !== null && `, ${show(recommended.hand_force_n, "N", system, 2)}`}
          </text>
        </g>
      )}
      {point && (
        <g>
          <circle cx={x(point.speed_rpm)} cy={y(point.feed_mm_rev)} r="9" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2.5" />
          <circle cx={x(point.speed_rpm)} cy={y(point.feed_mm_rev)} r="3" fill="var(--ink)" />
        </g>
      )}
    </g>
  );
}

export function OperatingWindow({ window, system, dim, onPick }: Props) {
  const [place, width] = useWidth(USUAL_WIDTH);
  const plot: Plot = { left: LEFT, right: width - 8, top: TOP, bottom: BOTTOM };
  const x = logarithmic(window.speeds_rpm[0] ?? 10, window.speeds_rpm[1] ?? 100, plot.left, plot.right);
  const y = logarithmic(window.feeds_mm_rev[0] ?? 0.01, window.feeds_mm_rev[1] ?? 1, plot.bottom, plot.top);
  const onRail = (speed: number) => window.rails.reduce<number | null>((best, rail) => (best === null || Math.abs(Math.log(rail.speed_rpm / speed)) < Math.abs(Math.log(best / speed)) ? rail.speed_rpm : best), null);
  // Anywhere within a range is a speed; outside them the nearest step, or the nearer end.
  const nearest = (speed: number) => {
    if (window.ranges.some((range) => speed >= range.low_rpm && speed <= range.high_rpm)) return Number(significant(speed, 3));
    const ends = window.ranges.flatMap((range) => [range.low_rpm, range.high_rpm]);
    return onRail(speed) ?? ends.sort((a, b) => Math.abs(Math.log(a / speed)) - Math.abs(Math.log(b / speed)))[0] ?? speed;
  };
  const nearestStep = (feed: number) => (window.feed_steps_mm_rev.length ? window.feed_steps_mm_rev.reduce((best, step) => (Math.abs(Math.log(step / feed)) < Math.abs(Math.log(best / feed)) ? step : best)) : Number(significant(feed, 2)));
  const pick = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const at = { x: ((event.clientX - box.left) / box.width) * width, y: ((event.clientY - box.top) / box.height) * HEIGHT };
    if (at.x < plot.left || at.x > plot.right || at.y < plot.top || at.y > plot.bottom) return;
    onPick(nearest(x.back(at.x)), nearestStep(y.back(at.y)));
  };
  const { recommended, point } = window;
  return (
    <figure ref={place} className={`m-0 transition-opacity ${dim ? "opacity-60" : ""}`} aria-label="Operating window">
      <figcaption className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="heading">Operating window</h2>
        <span className="text-sm text-faint">
          {recommended
            ? `best: ${significant(recommended.speed_rpm, 3)} rpm, ${split(recommended.feed_mm_rev, "mm/rev", system, 2).join(" ")}, ${recommended.verdict === "holds" ? "holds" : "tight"}`
            : `no open ground on this machine: ${[...new Set([...window.everywhere, ...window.meeting])].join("; ")}`}
          {!point && " · the drill does not bite, so it has no point on the map"}
        </span>
      </figcaption>
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="w-full touch-pan-y" role="img" aria-label="Operating window: speed across, feed up. Click a place, or use the arrow keys, to move the setting." onClick={pick as never}>
        <rect x={plot.left} y={plot.top} width={plot.right - plot.left} height={plot.bottom - plot.top} fill="var(--paper)" />
        <Regions regions={window.regions} x={x} y={y} />
        <FeedAxis window={window} y={y} system={system} plot={plot} />
        <Rails window={window} x={x} current={point?.speed_rpm} plot={plot} />
        <rect x={plot.left} y={plot.top} width={plot.right - plot.left} height={plot.bottom - plot.top} fill="none" stroke="var(--ink)" />
        <Words words={words(window, x, y, plot)} />
        <Point window={window} x={x} y={y} system={system} />
      </svg>
    </figure>
  );
}
