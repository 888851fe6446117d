/** The hole on the Bench drilled by hand, as often as one likes; nobody counts it. */
import { useState } from "react";
import { Link } from "wouter";

import { inWords } from "../../../api/client";
import { practice } from "../../../api/practice";
import { useJob } from "../../../job/provider";
import { useMachines, useMay } from "../../../job/queries";
import { Told as Words } from "../../../job/Told";
import { type Case, isHandFed, type Machine } from "../../../job/types";
import { drillSize, plain } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { machineOf } from "../../../job/words";
import { Actions } from "../../../ui/Actions";
import { later } from "../../../ui/later";
import type { Told } from "../live";
import { Before, type Said, WhatWasSaid } from "./Before";
import { Debrief } from "./Debrief";
import { Drilling, type Live } from "./Drilling";

const Write = later(() => import("./Write").then((part) => part.Write), "Opening…");
const NOTHING: Said = { limit: null, force: "" };

/** The Bench's job as a hand would drill it; on another machine where its own is driven. */
function byHand(job: Case, machine: Machine | null): Case {
  const { holding, ...rest } = job;
  const speed = { speed_rpm: job.setting.speed_rpm, hand_force_n: 100 };
  return (machine ? { ...rest, machine, setting: speed } : { ...job, holding, setting: speed }) as Case;
}

/** A lever, a rack or a push is played; a wheel that is wound is not. */
const isPlayed = (job: Case): boolean => isHandFed(job) && !machineOf(job.machine.kind).tailstock;

type Ran = { mine: Told; senior: Told };

export function Free() {
  const system = useUnits();
  const { state } = useJob();
  const teaches = useMay("lead");
  const [writing, setWriting] = useState(false);
  const machines = useMachines().data ?? [];
  const [other, setOther] = useState("");
  const [said, setSaid] = useState<Said>(NOTHING);
  const [live, setLive] = useState<Live | null>(null);
  const [ran, setRan] = useState<Ran | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const job = state.jobs.now?.case;
  if (!job) return <p className="p-3">Opening…</p>;
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
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
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
          system={system}
          head={<WhatWasSaid said={said} mine={ran.mine} />}
          onAgain={() => {
            setRan(null);
            setSaid(NOTHING);
          }}
        />
      ) : (
        <>
          <Before said={said} system={system} onSay={setSaid} onBegin={() => void begin()} />
          {teaches && !writing && (
            <button type="button" className="tap chip justify-self-start" onClick={() => setWriting(true)}>
              Make an exercise of this job
            </button>
          )}
          {teaches && writing && <Write job={byHand(job, machine ?? null)} onLeave={() => setWriting(false)} />}
        </>
      )}
    </div>
  );
}
