/** The two axes of the window: real speeds as rails or ranges, feeds, the hand's force beside them, feed rates as faint guides. */
import type { System } from "../../job/types";
import { nominal, show } from "../../job/units";
import { logTicks, type Scale } from "../scales";
import type { Axes, Plot, Window } from "./layout";

export function Rails({ window, x, current, plot }: { window: Window; x: Scale; current: number | undefined; plot: Plot }) {
  const labels = window.rails.filter((rail, k, all) => k === 0 || x(rail.speed_rpm) - x(all[k - 1]?.speed_rpm ?? 0) > 34 || rail.speed_rpm === current);
  return (
    <g>
      {window.ranges.map((range) => (
        <rect key={range.name} x={x(range.low_rpm)} width={x(range.high_rpm) - x(range.low_rpm)} y={plot.bottom - 4} height={4} fill="var(--blue)" />
      ))}
      {window.ranges.length > 0 &&
        logTicks(window.speeds_rpm[0] ?? 10, window.speeds_rpm[1] ?? 100).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={plot.bottom} y2={plot.bottom + 4} stroke="var(--ink)" />
            <text x={x(tick)} y={plot.bottom + 17} textAnchor="middle" fontSize="11" className="figure" fill="var(--ink)">
              {tick}
            </text>
          </g>
        ))}
      {window.rails.map((rail) => {
        const chosen = rail.speed_rpm === current;
        return (
          <line
            key={rail.speed_rpm}
            x1={x(rail.speed_rpm)}
            x2={x(rail.speed_rpm)}
            y1={plot.top}
            y2={plot.bottom + 4}
            stroke="var(--ink)"
            strokeWidth={chosen ? 2.2 : 0.9}
            strokeOpacity={chosen ? 1 : 0.55}
          />
        );
      })}
      {labels.map((rail) => (
        <text
          key={rail.speed_rpm}
          x={x(rail.speed_rpm)}
          y={plot.bottom + 17}
          textAnchor="middle"
          fontSize="11.5"
          className="figure"
          fontWeight={rail.speed_rpm === current ? 700 : 400}
          fill="var(--ink)"
        >
          {rail.speed_rpm}
        </text>
      ))}
      <text x={plot.right} y={plot.bottom + 33} textAnchor="end" fontSize="11.5" fill="var(--faint)">
        spindle speed, rpm
      </text>
    </g>
  );
}

export function FeedAxis({ window, y, system, plot }: { window: Window; y: Scale; system: System; plot: Plot }) {
  const inch = system.feed === "inch";
  const factor = inch ? 25.4 : 1;
  const [low, high] = [window.feeds_mm_rev[0] ?? 0.01, window.feeds_mm_rev[1] ?? 1];
  return (
    <g>
      {logTicks(low / factor, high / factor).map((tick) => (
        <g key={tick}>
          <line x1={plot.left - 4} x2={plot.left} y1={y(tick * factor)} y2={y(tick * factor)} stroke="var(--ink)" />
          <text x={plot.left - 7} y={y(tick * factor) + 4} textAnchor="end" fontSize="11" className="figure" fill="var(--ink)">
            {tick}
          </text>
        </g>
      ))}
      {window.feed_steps_mm_rev.map((step) => (
        <line
          key={step}
          x1={plot.left}
          x2={plot.right}
          y1={y(step)}
          y2={y(step)}
          stroke="var(--ink)"
          strokeOpacity="0.35"
          strokeWidth="0.8"
          strokeDasharray="1 4"
        />
      ))}
      {window.force_scale
        .filter(({ feed_mm_rev }) => feed_mm_rev >= low && feed_mm_rev <= high)
        .map(({ hand_force_n, feed_mm_rev }) => (
          <g key={hand_force_n}>
            <line x1={plot.right - 6} x2={plot.right} y1={y(feed_mm_rev)} y2={y(feed_mm_rev)} stroke="var(--blue)" strokeWidth="1.5" />
            <text
              x={plot.right - 9}
              y={y(feed_mm_rev) + 4}
              textAnchor="end"
              fontSize="11"
              className="figure"
              fill="var(--blue)"
              stroke="var(--paper)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {nominal(hand_force_n, "N", system)}
            </text>
          </g>
        ))}
      <text x={4} y={plot.bottom + 33} fontSize="11.5" fill="var(--faint)">
        {inch ? "feed, in/rev" : "feed, mm/rev"}
      </text>
    </g>
  );
}

/** Feed rates worth a line: round figures a factor of about four apart. */
export function guideRates(slowest: number, fastest: number): number[] {
  const found: number[] = [];
  for (let power = Math.floor(Math.log10(slowest)); power <= Math.log10(fastest); power += 1) for (const digit of [1, 4]) found.push(digit * 10 ** power);
  return found.filter((rate) => rate > slowest * 1.6 && rate < fastest / 1.6);
}

/** Room a guide needs for its figure. */
const GUIDE_LABEL = 64;

/** Lines of one feed rate: straight, as both axes are logarithmic. */
export function Guides({ window, axes: { x, y, plot }, system }: { window: Window; axes: Axes; system: System }) {
  const [slow = 1, fast = 1] = window.speeds_rpm;
  const [low = 1, high = 1] = window.feeds_mm_rev;
  const unit = system.feed === "inch" ? 25.4 : 1;
  return (
    <g>
      {guideRates((slow * low) / unit, (fast * high) / unit).map((rate) => {
        const mm_min = rate * unit;
        const [from, to] = [Math.max(slow, mm_min / high), Math.min(fast, mm_min / low)];
        const [x1, y1, x2, y2] = [x(from), y(mm_min / from), x(to), y(mm_min / to)];
        if (x2 - x1 < 60) return null;
        // A line that comes in at the top is named a little further down, inside the map.
        const along = y1 < plot.top + 12 ? 44 : 18;
        return (
          <g key={rate}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeOpacity="0.22" strokeWidth="0.8" />
            {x2 - x1 > along + GUIDE_LABEL && (
              <text
                transform={`translate(${x1 + along} ${y1 + ((y2 - y1) / (x2 - x1)) * along - 3}) rotate(${(Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI})`}
                fontSize="9.5"
                fill="var(--faint)"
              >
                {show(mm_min, "mm/min", system, 1)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
