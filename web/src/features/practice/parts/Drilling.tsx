/** A run under way: the hole in section, what happens in words, meters, and a hand on the lever. */
import { useEffect, useReducer, useRef, useState } from "react";

import { inWords } from "../../../api/client";
import { useUnits } from "../../../job/useUnits";
import { blended, drill, type Frame, type Hand, type Happened, type Scene, STEP_MS } from "../live";
import { sound, type Sound } from "../sound";
import { Lever } from "./Lever";
import { Meters } from "./Meters";
import { Section } from "./Section";

/** Whoever asked for less motion sees no shake. */
const still = (): boolean => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

export type Live = { run: string; scene: Scene };
type Shown = { before: Frame; now: Frame; at: number };

/** Draws on between two moments, without asking anybody. */
function useShown(shown: Shown | null): Frame | null {
  const [, again] = useReducer((count: number) => count + 1, 0);
  useEffect(() => {
    let frame = requestAnimationFrame(function draw() {
      again();
      frame = requestAnimationFrame(draw);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  if (!shown) return null;
  return blended(shown.before, shown.now, Math.min((performance.now() - shown.at) / STEP_MS, 1));
}

export function Drilling({ live, onEnd }: { live: Live; onEnd: () => void }) {
  const system = useUnits();
  const hand = useRef<Hand>({ force: 0, actions: [], paused: false, slow: false });
  const [force, setForce] = useState(0);
  const [{ paused, slow }, setPace] = useState({ paused: false, slow: false });
  const [shown, setShown] = useState<Shown>({ before: live.scene.frame, now: live.scene.frame, at: 0 });
  const [deep, setDeep] = useState(0);
  const [happened, setHappened] = useState<readonly Happened[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const [heard, setHeard] = useState<Sound | null>(null);
  const end = useRef(onEnd);
  useEffect(() => {
    end.current = onEnd;
  }, [onEnd]);
  useEffect(() => {
    let left = false;
    drill(
      live.run,
      hand.current,
      ({ frames, events, end: ended }) => {
        const last = frames.at(-1);
        if (last) {
          setShown((was) => ({ before: was.now, now: last, at: performance.now() }));
          setDeep((was) => Math.max(was, ...frames.map((one) => one.tip_mm)));
        }
        if (events.length > 0) setHappened((was) => [...was, ...events]);
        if (ended) end.current();
      },
      () => left,
    ).catch((error: unknown) => setFault(inWords(error)));
    return () => {
      left = true;
    };
  }, [live.run]);
  useEffect(() => {
    heard?.follow(shown.now);
  }, [heard, shown]);
  useEffect(() => () => heard?.stop(), [heard]);
  const put = (to: number) => {
    hand.current.force = to;
    setForce(to);
  };
  const pace = (to: { paused: boolean; slow: boolean }) => {
    Object.assign(hand.current, to);
    setPace(to);
  };
  const frame = useShown(shown) ?? live.scene.frame;
  const last = happened.at(-1);
  return (
    <div className="grid gap-x-8 gap-y-4 wide:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_18rem]">
      <Section scene={live.scene} frame={frame} deep_mm={Math.max(deep, 0)} system={system} still={still()} />
      <div className="order-3 grid content-start gap-4 wide:order-2">
        <p role="status" className="m-0 min-h-16 border-l-8 border-bronze pl-3">
          {last ? (
            <>
              <b className="block text-[20px] first-letter:uppercase">{last.words}</b>
              {[last.seen, last.heard, last.felt].filter(Boolean).join("; ")}
            </>
          ) : (
            <span className="text-faint">It turns. Bring it down to the mark, lightly until the point is in.</span>
          )}
        </p>
        {fault && (
          <p role="alert" className="m-0 text-vermilion">
            {fault}
          </p>
        )}
        <Meters scene={live.scene} frame={frame} system={system} />
        <div className="flex flex-wrap gap-2">
          <button type="button" className="chip min-h-12" onClick={() => hand.current.actions.push("oil")}>
            Oil it
          </button>
          <button type="button" className="chip min-h-12" aria-pressed={slow} onClick={() => pace({ paused, slow: !slow })}>
            Half speed
          </button>
          <button type="button" className="chip min-h-12" aria-pressed={paused} onClick={() => pace({ paused: !paused, slow })}>
            Pause
          </button>
          <button type="button" className="chip min-h-12" aria-pressed={heard !== null} onClick={() => setHeard(heard ? null : sound())}>
            Sound
          </button>
          <button type="button" className="chip min-h-12" onClick={() => hand.current.actions.push("off")}>
            Switch off
          </button>
        </div>
      </div>
      <Lever force={force} pushed={live.scene.pushed} system={system} onForce={put} onLift={() => put(0)} />
    </div>
  );
}
