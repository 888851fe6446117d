/** The recommended point, and the operating point with its handle. */
import type { PointerEvent } from "react";

import type { System } from "../../job/types";
import { show, speed } from "../../job/units";
import { bestWordsY, isRight } from "./Ground";
import type { Axes, Window } from "./layout";
import { Setting } from "./Setting";

export type Place = { speed_rpm: number; feed_mm_rev: number };
type Props = {
  window: Window;
  axes: Axes;
  system: System;
  /** Where the point is being dragged to, snapped. */
  dragged: Place | null;
  onGrab: (event: PointerEvent<SVGElement>) => void;
};

export function Points({ window, axes: { x, y, plot }, system, dragged, onGrab }: Props) {
  const { point, recommended } = window;
  const apartEnough =
    !point || !recommended || Math.hypot(x(point.speed_rpm) - x(recommended.speed_rpm), y(point.feed_mm_rev) - y(recommended.feed_mm_rev)) > 12;
  const rx = recommended ? x(recommended.speed_rpm) : 0;
  const ry = recommended ? y(recommended.feed_mm_rev) : 0;
  const leftwards = isRight(window, x);
  const colour = recommended?.verdict === "holds" ? "var(--green)" : "var(--bronze)";
  return (
    <g>
      {window.settings.map((one) => (
        <Setting key={`${one.speed_rpm} ${one.feed_mm_rev}`} x={x(one.speed_rpm)} y={y(one.feed_mm_rev)} radius={4} verdict={one.verdict} />
      ))}
      {recommended && apartEnough && (
        <g>
          <path d={`M${rx} ${ry - 9} l9 9 l-9 9 l-9 -9 Z`} fill="none" stroke={colour} strokeWidth="2" />
          {window.settings.length === 0 && <path d={`M${rx} ${ry - 5} l5 5 l-5 5 l-5 -5 Z`} fill={colour} />}
          <text
            x={rx + (leftwards ? -12 : 12)}
            y={bestWordsY(window, x, y, plot) + 4}
            textAnchor={leftwards ? "end" : "start"}
            fontSize="12"
            fontWeight="650"
            fill={colour}
            stroke={recommended.verdict === "holds" ? "var(--good-ground)" : "var(--tight-ground)"}
            strokeWidth="4"
            paintOrder="stroke"
          >
            {recommended.verdict === "holds" ? "best that holds" : "best there is, tight"}
            {recommended.hand_force_n !== null && `, ${show(recommended.hand_force_n, "N", system, 2)}`}
          </text>
        </g>
      )}
      {point && (
        <g opacity={dragged ? 0.4 : 1}>
          <circle cx={x(point.speed_rpm)} cy={y(point.feed_mm_rev)} r="13" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.6" />
          <Setting x={x(point.speed_rpm)} y={y(point.feed_mm_rev)} radius={9} verdict={point.verdict} />
          <circle cx={x(point.speed_rpm)} cy={y(point.feed_mm_rev)} r="22" fill="transparent" className="cursor-grab touch-none" onPointerDown={onGrab} />
        </g>
      )}
      {dragged && (
        <g pointerEvents="none">
          <circle cx={x(dragged.speed_rpm)} cy={y(dragged.feed_mm_rev)} r="9" fill="var(--paper)" stroke="var(--blue)" strokeWidth="2.5" />
          <text
            x={Math.min(Math.max(x(dragged.speed_rpm), plot.left + 70), plot.right - 70)}
            y={y(dragged.feed_mm_rev) - 16 < plot.top + 10 ? y(dragged.feed_mm_rev) + 26 : y(dragged.feed_mm_rev) - 16}
            textAnchor="middle"
            fontSize="12"
            className="figure"
            fontWeight="700"
            fill="var(--blue)"
            stroke="var(--paper)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {speed(dragged.speed_rpm)}, {show(dragged.feed_mm_rev, "mm/rev", system, 2)}
          </text>
        </g>
      )}
    </g>
  );
}
