/** A machine that is in no record: what its plate says, the speeds it has, how it is fed; drawn as it is typed, the rest assumed and said. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useId, useRef, useState } from "react";

import { api, Refused } from "../../api/client";
import { MachineOutline } from "../../drawing/shop/MachineOutline";
import { SpeedRuler } from "../../drawing/SpeedRuler";
import { Choices } from "../../ui/Choices";
import { ownMachine } from "../ownMachine";
import { PAUSE_MS, useJob } from "../provider";
import { type Answer, type Case, type Machine, stagesOf } from "../types";
import { show } from "../units";
import { choicesOf, type MachineKind, words } from "../words";
import { FieldRow, FieldRows } from "./FieldRow";
import { TypedField } from "./TypedField";

type Feed = Machine["feed"]["kind"];
const PLATE = "machine:plate";

/** The machine with what its plate says; a power that was assumed of its kind gives way to the plate's. */
function withPlate(was: Case, spindle: object): Case {
  const { power_kw: _assumed, ...rest } = was.machine.spindle;
  return { ...was, machine: { ...was.machine, spindle: { ...rest, ...spindle } } };
}

const readingPlate = (text: string) => ({ queryKey: ["plate", text], queryFn: () => api.readPlate(text), retry: false, staleTime: Infinity }) as const;

/** The plate as it is printed, read while it is typed. */
function Plate({ first }: { first?: boolean }) {
  const { state, change, system } = useJob();
  const id = useId();
  const kept = state.jobs.now?.typed[PLATE] ?? "";
  const [text, setText] = useState(kept);
  const typed = text.trim();
  const found = useQuery({ ...readingPlate(typed), enabled: typed !== "" });
  const power = state.jobs.now?.case.machine.spindle.power_kw;
  const take = () => {
    const read = found.data;
    if (!read || read.text !== typed || typed === kept) return;
    void change({
      phrase: "machine",
      slot: PLATE,
      settles: "machine",
      typed,
      refs: { machine: undefined },
      edit: (was) => withPlate(was, read.spindle),
    });
  };
  const taking = useRef(take);
  useEffect(() => {
    taking.current = take;
  });
  useEffect(() => {
    if (!found.data) return;
    const later = setTimeout(() => taking.current(), PAUSE_MS);
    return () => clearTimeout(later);
  }, [found.data]);
  // A picker that closes before the pause is over takes what was read.
  useEffect(() => () => taking.current(), []);
  const said = found.data && `read: ${found.data.readings.map((one) => one.text).join(", ")}${found.data.left ? `; nothing made of “${found.data.left}”` : ""}`;
  const silent =
    power != null
      ? `as long as nothing is said, ${show(power, "kW", system)} as usual on one like it`
      : "as printed on the motor: power, voltage, current, speed";
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="heading">
        What the motor’s plate says
      </label>
      <input
        id={id}
        className="field"
        // The first thing to say of a machine.
        autoFocus={first}
        value={text}
        placeholder="550 W, or 1.1 kW 400 V 2.6 A 1420 rpm"
        autoComplete="off"
        spellCheck={false}
        aria-describedby={`${id}-said`}
        onChange={(event) => setText(event.target.value)}
      />
      <p id={`${id}-said`} aria-live="polite" className={`min-h-5 text-sm ${found.error instanceof Refused ? "text-vermilion" : "text-faint"}`}>
        {found.error instanceof Refused ? found.error.message : (said ?? silent)}
      </p>
    </div>
  );
}

/** The speeds it has, in a row as the plate or the hand has them. */
function Speeds({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  const stages = stagesOf(job.case.machine);
  if (stages[0]?.speed_rpm == null)
    return <FieldRows paths={["machine.spindle.stages.0.min_rpm", "machine.spindle.stages.0.max_rpm"]} phrase="machine" answer={answer} />;
  return (
    <TypedField
      slot="machine:speeds"
      kind="machine.spindle.stages[].speed_rpm"
      label="The speeds it has"
      value={stages.map((stage) => stage.speed_rpm).join(" / ")}
      hint="rpm, one after another: 480/900/1400/2200"
      settles="machine"
      onDone={onDone}
    />
  );
}

export function OwnMachine({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  const { machine, setting } = job.case;
  const become = (kind: MachineKind) =>
    void change({
      phrase: "machine",
      settles: "machine",
      refs: { machine: undefined },
      usual: true,
      edit: (was) => ({ ...was, machine: ownMachine(kind, setting.speed_rpm) }),
    });
  const fed = (kind: Feed) =>
    void change({
      phrase: "machine",
      settles: "machine",
      refs: { machine: undefined },
      edit: (was) => ({ ...was, machine: { ...was.machine, feed: { kind } } }),
    });
  const feeds = Object.entries(choicesOf("machine.feed.kind")) as [Feed, string][];
  return (
    <section aria-label="A machine not in the shop" className="grid gap-3 border-b border-rule pb-3">
      <div className="flex items-start gap-3">
        <MachineOutline kind={machine.kind} width={72} />
        <div className="grid grow gap-2">
          <Choices
            label="What kind of machine"
            choices={words().machine_kinds.map(({ id, words: called }) => [id, called] as const)}
            chosen={machine.kind}
            onChoose={become}
          />
          <SpeedRuler stages={stagesOf(machine)} now={setting.speed_rpm} />
        </div>
      </div>
      <Plate key={machine.kind} first />
      <Speeds answer={answer} onDone={onDone} />
      <div className="grid gap-1">
        <span className="heading">How it is fed</span>
        <Choices label="How it is fed" choices={feeds} chosen={machine.feed.kind} onChoose={fed} />
      </div>
      {machine.feed.kind === "power-steps" && <FieldRow path="machine.feed.steps_mm_rev" phrase="machine" answer={answer} />}
    </section>
  );
}
