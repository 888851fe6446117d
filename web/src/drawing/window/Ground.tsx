/** The ground of the window: what holds, what is tight, what gives way; only its outer edge, unless every limit is asked for. */
import { type Box, type Scale, touch, within } from "../scales";
import { COLOURS, FORCE_SCALE, type Plot, type Region, type Window } from "./layout";

const LABEL_HEIGHT = 15;
const FILLS = { hard: "var(--bad-ground)", soft: "var(--tight-ground)" } as const;
const MARKS = ["soft", "hard"] as const;

const outline = (region: Region, x: Scale, y: Scale): string =>
  region.outline.map(([speed, feed]) => `${x(speed ?? 1).toFixed(1)},${y(feed ?? 1).toFixed(1)}`).join(" ");

/** A matter of kind that closes or dulls the whole map, whatever the setting; the worst one. */
export function throughout({ standing, everywhere }: Window): { mark: "hard" | "soft"; words: string } | null {
  const closed = everywhere[0] ?? standing.find(({ verdict }) => verdict === "gives-way" || verdict === "cannot")?.failure;
  if (closed) return { mark: "hard", words: `${closed}, whatever the setting` };
  const dull = standing.find(({ verdict }) => verdict === "tight");
  return dull ? { mark: "soft", words: `tight whatever the setting: ${dull.failure}` } : null;
}

/** The grounds one over the other: an edge drawn under its own fill shows only where nothing else lies beyond it. */
export function Regions({ window, x, y, plot, every, hatch }: { window: Window; x: Scale; y: Scale; plot: Plot; every: boolean; hatch: string }) {
  const whole = throughout(window);
  const box = { x: plot.left, y: plot.top, width: plot.right - plot.left, height: plot.bottom - plot.top };
  return (
    <g>
      {whole && <rect {...box} fill={FILLS[whole.mark]} />}
      {MARKS.map((mark) => {
        const regions = window.regions.filter((region) => region.mark === mark);
        const shapes = regions.map((region, place) => ({ key: `${region.limit} ${place}`, points: outline(region, x, y) }));
        const edge = { fill: "none", stroke: COLOURS[mark], strokeWidth: mark === "hard" ? 3 : 2.4, strokeDasharray: mark === "hard" ? undefined : "5 3" };
        return (
          <g key={mark}>
            {shapes.map((shape) => (
              <polygon key={shape.key} points={shape.points} {...edge} />
            ))}
            {shapes.map((shape) => (
              <polygon key={shape.key} points={shape.points} fill={FILLS[mark]} />
            ))}
            {mark === "hard" && shapes.map((shape) => <polygon key={shape.key} points={shape.points} fill={`url(#${hatch})`} />)}
          </g>
        );
      })}
      {whole?.mark === "hard" && <rect {...box} fill={`url(#${hatch})`} />}
      {every &&
        window.regions.map((region, place) => (
          <polygon
            key={place}
            points={outline(region, x, y)}
            fill="none"
            stroke={COLOURS[region.mark]}
            strokeWidth="1"
            strokeDasharray={region.mark === "hard" ? undefined : "4 3"}
          />
        ))}
    </g>
  );
}

type Word = Box & { text: string; tone: "hard" | "soft" | "good"; big?: boolean };

const POINT_LABEL = 150;
const LETTER = 5.6;

/** Ground the words keep off: the operating point, the real settings, and the recommended one with its label. */
function kept(window: Window, x: Scale, y: Scale, plot: Plot): Box[] {
  const { point, recommended } = window;
  const found: Box[] = window.settings.map((one) => ({ x: x(one.speed_rpm), y: y(one.feed_mm_rev), width: 16, height: 13 }));
  if (point) found.push({ x: x(point.speed_rpm), y: y(point.feed_mm_rev), width: 28, height: 28 });
  if (recommended) {
    const middle = x(recommended.speed_rpm);
    const side = isRight(window, x) ? -1 : 1;
    found.push({ x: middle + (side * POINT_LABEL) / 2, y: y(recommended.feed_mm_rev), width: 24, height: 18 });
    found.push({ x: middle + (side * POINT_LABEL) / 2, y: bestWordsY(window, x, y, plot), width: POINT_LABEL + 20, height: 18 });
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

type Ground = "hard" | "soft" | "good";

/** Which ground a place of the picture lies on. */
function groundAt(window: Window, x: Scale, y: Scale): (px: number, py: number) => Ground {
  const whole = throughout(window)?.mark;
  const shapes = window.regions.map((region) => ({
    mark: region.mark,
    corners: region.outline.map(([speed, feed]) => [x(speed ?? 1), y(feed ?? 1)] as const),
  }));
  const of = (mark: Ground) => shapes.filter((shape) => shape.mark === mark);
  const [hard, soft] = [of("hard"), of("soft")];
  return (px, py) => {
    if (whole === "hard" || hard.some(({ corners }) => within(corners, px, py))) return "hard";
    return whole === "soft" || soft.some(({ corners }) => within(corners, px, py)) ? "soft" : "good";
  };
}

/** How far a name may stand from where its limit speaks first, px: sideways, and up and down. */
const SIDEWAYS = [0, 30, -30, 60, -60, 100, -100, 150, -150];
const UPWARDS = [0, 8, -8, 16, -16, 26, -26, 38, -38, 52, -52];

/** The room the setting's mark takes, and how far the best one's words move out of its way. */
const [POINT_ROOM, LIFT] = [20, 22];

/** How high the best point's words stand: beside it, or where the setting would lie on them above it, or below where there is no room. */
export function bestWordsY(window: Window, x: Scale, y: Scale, plot: Plot): number {
  const { point, recommended } = window;
  if (!recommended) return 0;
  const [rx, ry] = [x(recommended.speed_rpm), y(recommended.feed_mm_rev)];
  const aside = point ? (x(point.speed_rpm) - rx) * (isRight(window, x) ? -1 : 1) : -1;
  const covered = point !== null && aside > 0 && aside < POINT_LABEL && Math.abs(y(point.feed_mm_rev) - ry) < POINT_ROOM;
  if (!covered) return ry;
  return ry - LIFT < plot.top + 8 ? ry + LIFT : ry - LIFT;
}

/** The name of the good ground, of a limit that closes everything, and of each limit where it speaks first: each wholly on its own ground, clear
 * of the others; one that finds no room is left to the ladder. */
export function words(window: Window, x: Scale, y: Scale, plot: Plot): Word[] {
  const right = plot.right - (window.force_scale.length > 0 ? FORCE_SCALE : 2);
  const ground = groundAt(window, x, y);
  const taken = kept(window, x, y, plot);
  const fits = (box: Box, tone: Ground): boolean => {
    const [left, end, top, bottom] = [box.x - box.width / 2, box.x + box.width / 2, box.y - box.height / 2, box.y + box.height / 2];
    if (left < plot.left + 2 || end > right || top < plot.top + 1 || bottom > plot.bottom - 1 || taken.some((one) => touch(box, one))) return false;
    return [left, box.x, end].every((px) => [top, bottom].every((py) => ground(px, py) === tone));
  };
  const at = (text: string, speed: number, feed: number, tone: Ground, big = false): Word[] => {
    const size = { width: text.length * LETTER * (big ? 1.2 : 1) + 6, height: LABEL_HEIGHT + (big ? 4 : 0) };
    for (const up of UPWARDS)
      for (const aside of SIDEWAYS) {
        const box = { ...size, x: x(speed) + aside, y: y(feed) + up };
        if (!fits(box, tone)) continue;
        taken.push(box);
        return [{ ...box, text, tone, big }];
      }
    return [];
  };
  const whole = throughout(window);
  const middle = (pair: readonly number[]) => Math.sqrt((pair[0] ?? 1) * (pair[1] ?? 1));
  const good = window.ground?.verdict === "holds" && !whole ? window.ground : null;
  return [
    ...(whole ? at(whole.words, middle(window.speeds_rpm), window.feeds_mm_rev[1] ?? 1, whole.mark, true) : []),
    ...(good ? at("runs well here", good.speed_rpm, good.feed_mm_rev, "good", true) : []),
    ...window.regions.flatMap((region) => {
      const [speed, feed] = region.label ?? [];
      if (speed === undefined || feed === undefined) return [];
      return at(region.mark === "soft" ? `tight: ${region.failure}` : region.failure, speed, feed, region.mark);
    }),
  ];
}

const TONES = {
  hard: { fill: COLOURS.hard, halo: FILLS.hard },
  soft: { fill: COLOURS.soft, halo: FILLS.soft },
  good: { fill: "var(--green)", halo: "var(--good-ground)" },
} as const;

export function Words({ words: said }: { words: Word[] }) {
  return (
    <g>
      {said.map((word) => (
        <text
          key={word.text}
          x={word.x}
          y={word.y + 4}
          textAnchor="middle"
          fontSize={word.big ? 14.5 : 12}
          fontWeight={word.tone === "soft" ? 550 : 650}
          fill={TONES[word.tone].fill}
          stroke={TONES[word.tone].halo}
          strokeWidth="4"
          paintOrder="stroke"
        >
          {word.text}
        </text>
      ))}
    </g>
  );
}
