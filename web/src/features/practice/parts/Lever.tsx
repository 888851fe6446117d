/** The hand on the lever: pulled by pointer or touch, by keys, by the wheel, by buttons; how hard it pulls now. */
import { type KeyboardEvent, type PointerEvent, useRef } from "react";

import type { System } from "../../../job/types";
import { show } from "../../../job/units";

const MOST_N = 300;
const PUSH_N = 400;
const NUDGE_N = 10;
const KG_N = 9.80665;

type Props = { force: number; pushed: boolean; system: System; onForce: (force: number) => void; onLift: () => void };

export function Lever({ force, pushed, system, onForce, onLift }: Props) {
  const most = pushed ? PUSH_N : MOST_N;
  const track = useRef<HTMLDivElement>(null);
  const put = (to: number) => onForce(Math.min(Math.max(Math.round(to), 0), most));
  const drag = (event: PointerEvent) => {
    const box = track.current?.getBoundingClientRect();
    if (box) put(((event.clientY - box.top) / box.height) * most);
  };
  const keys = (event: KeyboardEvent) => {
    const step = { ArrowDown: NUDGE_N, ArrowUp: -NUDGE_N, PageDown: 5 * NUDGE_N, PageUp: -5 * NUDGE_N }[event.key];
    if (step === undefined && event.key !== "Home") return;
    event.preventDefault();
    put(event.key === "Home" ? 0 : force + (step ?? 0));
  };
  const verb = pushed ? "push" : "pull";
  return (
    <section aria-label="Your hand" className="order-2 grid grid-cols-[1fr_auto] content-start gap-x-4 gap-y-2 wide:order-3">
      <p className="m-0 self-end">
        {verb} <b className="figure text-[48px] leading-none">{show(force, "N", system, 2)}</b>
        {system.force === "metric" && <span className="block text-faint">{(force / KG_N).toFixed(1)} kg on a scale</span>}
      </p>
      <div
        ref={track}
        role="slider"
        tabIndex={0}
        aria-label={`How hard to ${verb}`}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={most}
        aria-valuenow={Math.round(force)}
        aria-valuetext={show(force, "N", system, 2)}
        className="relative row-span-2 h-48 w-16 wide:h-72 touch-none border border-ink bg-paper"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && drag(event)}
        onWheel={(event) => put(force + Math.sign(event.deltaY) * NUDGE_N)}
        onKeyDown={keys}
      >
        <span className="absolute inset-x-0 top-0 bg-bronze opacity-40" style={{ height: `${(100 * force) / most}%` }} />
        <span className="absolute inset-x-0 h-8 -translate-y-1/2 border border-ink bg-bronze" style={{ top: `${(100 * force) / most}%` }} />
      </div>
      <div className="grid grid-cols-2 gap-2 self-end">
        <button type="button" className="chip min-h-16 text-[18px] font-semibold" onClick={() => put(force - NUDGE_N)}>
          less <span className="text-faint">↑</span>
        </button>
        <button type="button" className="chip min-h-16 text-[18px] font-semibold" onClick={() => put(force + NUDGE_N)}>
          more <span className="text-faint">↓</span>
        </button>
        <button type="button" className="chip col-span-2 min-h-16 text-[18px] font-semibold" onClick={onLift}>
          lift out <span className="text-faint">Home</span>
        </button>
      </div>
    </section>
  );
}
