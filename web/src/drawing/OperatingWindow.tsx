/** The operating window: spindle speed across, feed up; the machine's real speeds as rails, closed ground named on the map itself. */
import { type KeyboardEvent, memo, type MouseEvent, type PointerEvent, useId, useRef, useState } from "react";

import type { System } from "../job/types";
import { show, significant } from "../job/units";
import { logarithmic } from "./scales";
import { useWidth } from "./useWidth";
import { FeedAxis, Guides, Rails } from "./window/Axes";
import { Regions, Words, words } from "./window/Ground";
import { type Axes, BOTTOM, HEIGHT, LEFT, TOP, type Window } from "./window/layout";
import { type Place, Points } from "./window/Points";
import { ShapesTold } from "./window/Setting";
import { forceFor, snapFeed, snapSpeed } from "./window/snap";
import { Folded } from "../ui/Folded";
import { later } from "../ui/later";

const WindowTable = later(() => import("./window/Table").then((part) => part.WindowTable));

const USUAL_WIDTH = 720;

type Props = {
  window: Window;
  system: System;
  /** A setting was picked on the map; with the hand force that makes the feed, where the hand feeds. */
  onPick: (speed: number, feed: number, force: number | null) => void;
  onNudge: (kind: "speed" | "feed", by: 1 | -1) => void;
};

/** What each arrow does to the setting. */
const STEPS: Record<string, ["speed" | "feed", 1 | -1]> = {
  ArrowLeft: ["speed", -1],
  ArrowRight: ["speed", 1],
  ArrowUp: ["feed", 1],
  ArrowDown: ["feed", -1],
};
const NUDGES = [
  ["speed", -1, "Slower"],
  ["speed", 1, "Faster"],
  ["feed", -1, "Less feed"],
  ["feed", 1, "More feed"],
] as const;

function axesOf(window: Window, width: number): Axes {
  const plot = { left: LEFT, right: width - 8, top: TOP, bottom: BOTTOM };
  const x = logarithmic(window.speeds_rpm[0] ?? 10, window.speeds_rpm[1] ?? 100, plot.left, plot.right);
  const y = logarithmic(window.feeds_mm_rev[0] ?? 0.01, window.feeds_mm_rev[1] ?? 1, plot.bottom, plot.top);
  return { x, y, plot };
}

/** What the map says of the best point, or why there is none. */
function best({ recommended, everywhere, meeting, point }: Window, system: System): string {
  const found = recommended
    ? `best: ${significant(recommended.speed_rpm, 3)} rpm, ${show(recommended.feed_mm_rev, "mm/rev", system, 2)}, ${recommended.verdict === "holds" ? "holds" : "tight"}`
    : `no open ground on this machine: ${[...new Set([...everywhere, ...meeting])].join("; ")}`;
  return point ? found : `${found} · the drill does not bite, so it has no point on the map`;
}

/** The setting as it is spoken. */
function setting({ point }: Window, system: System): string {
  if (!point) return "the drill does not bite: no setting on the map";
  return `${significant(point.speed_rpm, 3)} rpm, ${show(point.feed_mm_rev, "mm/rev", system, 2)}`;
}

export const OperatingWindow = memo(function OperatingWindow({ window, system, onPick, onNudge }: Props) {
  const [place, width] = useWidth(USUAL_WIDTH);
  const [every, setEvery] = useState(false);
  const [hatch, inside] = [useId(), useId()];
  const [dragged, setDragged] = useState<Place | null>(null);
  // A drag ends in a click on the map: that one is not a pick of its own.
  const justDragged = useRef(false);
  const axes = axesOf(window, width);
  const { x, y, plot } = axes;
  const under = (event: MouseEvent<SVGElement>): Place | null => {
    const box = (event.currentTarget.ownerSVGElement ?? event.currentTarget).getBoundingClientRect();
    const at = { x: ((event.clientX - box.left) / box.width) * width, y: ((event.clientY - box.top) / box.height) * HEIGHT };
    if (at.x < plot.left || at.x > plot.right || at.y < plot.top || at.y > plot.bottom) return null;
    return { speed_rpm: snapSpeed(window, x.back(at.x)), feed_mm_rev: snapFeed(window, y.back(at.y)) };
  };
  const pick = (at: Place | null) => at && onPick(at.speed_rpm, at.feed_mm_rev, forceFor(window, at.feed_mm_rev));
  const grab = (event: PointerEvent<SVGElement>) => {
    event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
    setDragged(window.point);
  };
  const nudge = (event: KeyboardEvent<HTMLElement>) => {
    const step = STEPS[event.key];
    if (!step || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    onNudge(...step);
  };
  const drop = () => {
    justDragged.current = dragged !== null;
    if (dragged && window.point && (dragged.speed_rpm !== window.point.speed_rpm || dragged.feed_mm_rev !== window.point.feed_mm_rev)) pick(dragged);
    setDragged(null);
  };
  return (
    <figure ref={place} className="m-0" aria-label="Operating window">
      <figcaption className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="heading">Operating window</h2>
        <span className="grow text-sm text-faint">{best(window, system)}</span>
        <ShapesTold />
        <button type="button" className="tap no-print text-sm text-faint underline decoration-dotted" aria-pressed={every} onClick={() => setEvery(!every)}>
          {every ? "only the nearest limits" : "every limit"}
        </button>
      </figcaption>
      <div
        role="slider"
        tabIndex={0}
        aria-label="The setting on the map: arrow keys move it"
        aria-valuemin={Math.round(window.speeds_rpm[0] ?? 0)}
        aria-valuemax={Math.round(window.speeds_rpm[1] ?? 0)}
        aria-valuenow={Math.round(window.point?.speed_rpm ?? 0)}
        aria-valuetext={setting(window, system)}
        onKeyDown={nudge}
      >
        <svg
          viewBox={`0 0 ${width} ${HEIGHT}`}
          className="w-full touch-pan-y"
          role="img"
          aria-label="Operating window: speed across, feed up. Click a place or drag the point to move the setting."
          onClick={(event) => {
            if (!justDragged.current) pick(under(event));
            justDragged.current = false;
          }}
          onPointerMove={(event) => dragged && setDragged(under(event) ?? dragged)}
          onPointerUp={drop}
          onPointerCancel={() => setDragged(null)}
        >
          <defs>
            <pattern id={hatch} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <line x1="0" x2="0" y1="0" y2="8" stroke="var(--bad-hatch)" strokeWidth="1" />
            </pattern>
            <clipPath id={inside}>
              <rect x={plot.left} y={plot.top} width={plot.right - plot.left} height={plot.bottom - plot.top} />
            </clipPath>
          </defs>
          <rect x={plot.left} y={plot.top} width={plot.right - plot.left} height={plot.bottom - plot.top} fill="var(--good-ground)" />
          <g clipPath={`url(#${inside})`}>
            <Regions window={window} x={x} y={y} plot={plot} every={every} hatch={hatch} />
          </g>
          <Guides window={window} axes={axes} system={system} />
          <FeedAxis window={window} y={y} system={system} plot={plot} />
          <Rails window={window} x={x} current={window.point?.speed_rpm} plot={plot} />
          <rect x={plot.left} y={plot.top} width={plot.right - plot.left} height={plot.bottom - plot.top} fill="none" stroke="var(--ink)" />
          <Words words={words(window, x, y, plot)} />
          <Points window={window} axes={axes} system={system} dragged={dragged} onGrab={grab} />
        </svg>
      </div>
      <div className="no-print grid grid-cols-4 gap-1.5 wide:hidden">
        {NUDGES.map(([kind, by, name]) => (
          <button key={name} type="button" className="chip text-center text-sm" onClick={() => onNudge(kind, by)}>
            {name}
          </button>
        ))}
      </div>
      <Folded summary="Read the window as a table" className="wide:-mt-5" middle>
        <WindowTable window={window} system={system} />
      </Folded>
    </figure>
  );
});
