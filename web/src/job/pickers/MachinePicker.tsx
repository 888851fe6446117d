/** The machines of the yard, each with its speeds drawn; or one that is not in the yard, described as far as it is known. */
import { useRef } from "react";

import { SpeedRuler } from "../../drawing/SpeedRuler";
import { Choices } from "../../ui/Choices";
import { DETAILS } from "../details";
import { choiceWords, type MachineKind, machineOf, words } from "../words";
import { useJob } from "../provider";
import { useMachines } from "../queries";
import { type Answer, type Machine, stagesOf, type System } from "../types";
import { nominal } from "../units";
import { FieldRow, FieldRows } from "./FieldRow";
import { TypedField } from "./TypedField";

/** The motor as its plate has it: output, or what it draws. */
function power({ spindle }: Machine, system: System): string {
  if (spindle.power_kw != null) return nominal(spindle.power_kw, "kW", system);
  return spindle.plate?.input_kw != null ? `${nominal(spindle.plate.input_kw, "kW", system)} input` : "motor by its plate";
}

function line(machine: Machine, system: System): string {
  const speeds = stagesOf(machine).flatMap((stage) => [stage.speed_rpm ?? stage.min_rpm ?? 0, stage.speed_rpm ?? stage.max_rpm ?? 0]);
  const ranged = stagesOf(machine).some((stage) => stage.speed_rpm == null);
  return [
    power(machine, system),
    `${Math.min(...speeds)}–${Math.max(...speeds)} rpm${ranged ? "" : ` in ${stagesOf(machine).length} steps`}`,
    choiceWords("machine.feed.kind", machine.feed.kind),
  ].join(" · ");
}

/** A machine of a kind that turns at the speed now set, everything else as such machines are. */
function plainly(kind: MachineKind, speed_rpm: number): Machine {
  const { feed, drive, one_range, power_kw } = machineOf(kind);
  const stages = one_range ? [{ min_rpm: Math.min(50, speed_rpm), max_rpm: Math.max(4000, speed_rpm) }] : [{ speed_rpm }];
  return { kind, name: "my machine", spindle: { power_kw, drive, stages }, feed: { kind: feed } } as Machine;
}

/** A machine that is in no yard: its kind, motor and speeds; the rest is assumed and said. */
function AdHoc({ answer }: { answer: Answer | null }) {
  const { state, change } = useJob();
  const job = state.jobs.now;
  if (!job) return null;
  const own = job.refs.machine === undefined;
  const { machine, setting } = job.case;
  const stages = stagesOf(machine);
  const range = stages[0]?.speed_rpm == null;
  // A magnet has to be described with its machine, in the yard.
  const plain = words().machine_kinds.filter(({ on_a_magnet }) => !on_a_magnet);
  return (
    <div className="grid gap-3">
      <Choices
        label="One not in the yard"
        choices={plain.map(({ id, called }) => [id, called] as const)}
        chosen={own ? machine.kind : undefined}
        onChoose={(kind) =>
          void change({
            phrase: "machine",
            settles: "machine",
            refs: { machine: undefined },
            edit: (was) => ({ ...was, machine: plainly(kind, setting.speed_rpm) }),
          })
        }
      />
      {own && (
        <>
          <FieldRow path="machine.spindle.power_kw" phrase="machine" answer={answer} />
          {range ? (
            <FieldRows paths={["machine.spindle.stages.0.min_rpm", "machine.spindle.stages.0.max_rpm"]} phrase="machine" answer={answer} />
          ) : (
            <TypedField
              slot="machine:speeds"
              kind="machine.spindle.stages[].speed_rpm"
              label="The speeds it has"
              value={stages.map((stage) => stage.speed_rpm).join("; ")}
              hint="rpm, one after another: 280; 450; 700; 1120"
              settles="machine"
            />
          )}
        </>
      )}
    </div>
  );
}

export function MachinePicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, system } = useJob();
  const machines = useMachines();
  const own = useRef<HTMLHeadingElement>(null);
  const job = state.jobs.now;
  if (!job) return null;
  return (
    <div className="grid gap-3">
      {(machines.data?.length ?? 0) > 4 && (
        <button
          type="button"
          className="tap justify-self-start text-sm underline decoration-dotted"
          onClick={() => own.current?.scrollIntoView({ block: "start" })}
        >
          Mine is not here: describe it
        </button>
      )}
      {machines.data?.length === 0 && <p>No machine stands in the yard yet. Describe yours below.</p>}
      <ul className="grid gap-1.5">
        {machines.data?.map((machine) => (
          <li key={machine.id}>
            <button
              type="button"
              className="chip grid w-full grid-cols-[1fr_auto] gap-x-3"
              data-chosen={job.refs.machine?.id === machine.id}
              onClick={() => {
                void change({
                  phrase: "machine",
                  settles: "machine",
                  refs: { machine: { id: machine.id, revision: machine.revision } },
                  edit: (was) => ({ ...was, machine: machine.spec as Machine }),
                }).then(onDone);
              }}
            >
              <span className="font-semibold">{machine.name}</span>
              <span className="row-span-2 self-center">
                <SpeedRuler stages={stagesOf(machine.spec as Machine)} now={job.case.setting.speed_rpm} />
              </span>
              <span className="figure text-xs">{line(machine.spec as Machine, system)}</span>
              <span className="col-span-2 text-sm text-faint">{machine.note}</span>
            </button>
          </li>
        ))}
      </ul>
      <h3 ref={own} className="heading">
        One not in the yard
      </h3>
      <AdHoc answer={answer} />
      <FieldRows paths={DETAILS.machine(job.case)} phrase="machine" answer={answer} folded="Motor, stiffness and the rest of this one" />
    </div>
  );
}
