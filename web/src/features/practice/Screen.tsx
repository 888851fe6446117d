/** Practice: the hole on the Bench drilled with a hand on a drawn lever; what happens is played out by the same core that checks it. */
import { useEffect, useReducer, useRef, useState } from "react";
import { Link } from "wouter";

import { inWords } from "../../api/client";
import { practice } from "../../api/practice";
import { useFirstJob } from "../../job/kept";
import { useJob } from "../../job/provider";
import { useMachines } from "../../job/queries";
import { Told as Words } from "../../job/Told";
import { type Case, isHandFed, type Machine } from "../../job/types";
import { machineOf } from "../../job/words";
import { drillSize, plain } from "../../job/units";
import { useUnits } from "../../job/useUnits";
import { Actions } from "../../ui/Actions";
import { drill, type Frame, type Hand, type Happened, type Scene, STEP_MS, type Told, blended } from "./live";
import { Before, type Said } from "./parts/Before";
import { Debrief } from "./parts/Debrief";
import { Lever } from "./parts/Lever";
import { Meters } from "./parts/Meters";
import { Section } from "./parts/Section";
import { sound, type Sound } from "./sound";

const NOTHING: Said = { limit: null, force: "" };
/** Whoever asked for less motion sees no shake. */
const still = (): boolean => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** The Bench's job as a hand would drill it; on another machine where its own is driven. */
function byHand(job: Case, machine: Machine | null): Case {
  const { holding, ...rest } = job;
  const speed = { speed_rpm: job.setting.speed_rpm, hand_force_n: 100 };
  return (machine ? { ...rest, machine, setting: speed } : { ...job, holding, setting: speed }) as Case;
}

/** A lever, a rack or a push is played; a wheel that is wound is not. */
const isPlayed = (job: Case): boolean => isHandFed(job) && !machineOf(job.machine.kind).tailstock;

type Live = { run: string; scene: Scene };
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

type Ran = { mine: Told; senior: Told };

function Drilling({ live, onEnd }: { live: Live; onEnd: () => void }) {
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

export function Practice() {
  const system = useUnits();
  const { state } = useJob();
  useFirstJob();
  const machines = useMachines().data ?? [];
  const [other, setOther] = useState("");
  const [said, setSaid] = useState<Said>(NOTHING);
  const [live, setLive] = useState<Live | null>(null);
  const [ran, setRan] = useState<Ran | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    document.title = "Practice";
  }, []);
  const job = state.jobs.now?.case;
  if (!job) return <main className="p-6">Opening…</main>;
  // The strongest first: what the Bench's driven machine drills is rarely for the smallest press.
  const power = (one: (typeof machines)[number]) => (one.spec as Machine).spindle?.power_kw ?? 0;
  const hands = machines.filter((one) => isPlayed({ ...job, machine: one.spec as Machine })).sort((one, other) => power(other) - power(one));
  const own = isPlayed(job);
  const machine = own ? null : ((hands.find((one) => one.id === other) ?? hands[0])?.spec as Machine | undefined);
  const begin = async () => {
    try {
      const { run, scene } = await practice.start({ case: byHand(job, machine ?? null) });
      setRan(null);
      setFault(null);
      setLive({ run, scene });
    } catch (error) {
      setFault(inWords(error));
    }
  };
  const finish = async () => {
    if (!live) return;
    try {
      setRan(await practice.debrief(live.run));
    } catch (error) {
      setFault(inWords(error));
    }
    setLive(null);
  };
  return (
    <main className="mx-auto grid max-w-[115rem] grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 pt-3 pb-8 wide:px-5">
      <h1 className="sr-only">Practice: feel it before it costs a drill</h1>
      <Actions>
        {live && (
          <button type="button" className="tap chip font-semibold" onClick={() => void finish()}>
            Leave this run
          </button>
        )}
      </Actions>
      <p className="m-0 text-lg">
        Drill <b>{drillSize(job.hole.diameter_mm, system)}</b>, {plain(job.hole.depth_mm, system)} {job.hole.through === false ? "blind" : "through"}, on{" "}
        <b>{(machine ?? job.machine).name || "this machine"}</b> at <b>{job.setting.speed_rpm} rpm</b>. <span className="text-faint">Set up on the </span>
        <Link to="/" className="font-semibold text-blue">
          Bench
        </Link>
        .
      </p>
      {!own && !live && (
        <label className="grid max-w-96 gap-1">
          <span className="text-sm">The Bench’s machine feeds by itself: a hand drills it on</span>
          <select className="plate-field" value={other || (hands[0]?.id ?? "")} onChange={(event) => setOther(event.target.value)}>
            {hands.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          <Words>{fault}</Words>
        </p>
      )}
      {live ? (
        <Drilling key={live.run} live={live} onEnd={() => void finish()} />
      ) : ran ? (
        <Debrief
          mine={ran.mine}
          senior={ran.senior}
          said={said}
          system={system}
          onAgain={() => {
            setRan(null);
            setSaid(NOTHING);
          }}
        />
      ) : (
        <Before said={said} system={system} onSay={setSaid} onBegin={() => void begin()} />
      )}
    </main>
  );
}
