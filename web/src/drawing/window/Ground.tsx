/** The ground of the window: what each limit closes, named on the map itself. */
import { type Box, placed, type Scale } from "../scales";
import { COLOURS, FORCE_SCALE, type Plot, type Region, type Window } from "./layout";

const LABEL_HEIGHT = 15;

export function Regions({ regions, x, y }: { regions: readonly Region[]; x: Scale; y: Scale }) {
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
export function isRight({ recommended, point, speeds_rpm }: Window, x: Scale): boolean {
  const best = x(recommended?.speed_rpm ?? 1);
  const start = x(speeds_rpm[0] ?? 1);
  if (best > (start + x(speeds_rpm[1] ?? 1)) / 2) return true;
  const ahead = point ? x(point.speed_rpm) - best : 0;
  return ahead > 12 && ahead < POINT_LABEL + 24 && best - start > POINT_LABEL;
}

export function words(window: Window, x: Scale, y: Scale, plot: Plot): Word[] {
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

export function Words({ words: said }: { words: Word[] }) {
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
