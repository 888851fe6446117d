/** The machines of the shop, each with its speeds drawn; or first of all one that is not here, described as far as it is known. */
import { SpeedRuler } from "../../drawing/SpeedRuler";
import { DETAILS } from "../details";
import { choiceWords, plainMachine } from "../words";
import { useJob } from "../provider";
import { useMachines } from "../queries";
import { type Answer, type Machine, stagesOf, type System } from "../types";
import { nominal } from "../units";
import { later } from "../../ui/later";
import { ownMachine } from "../ownMachine";
import { FieldRows } from "./FieldRow";

const OwnMachine = later(() => import("./OwnMachine").then((part) => part.OwnMachine));

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

export function MachinePicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, system } = useJob();
  const machines = useMachines();
  const job = state.jobs.now;
  if (!job) return null;
  const own = job.refs.machine === undefined;
  const describe = () =>
    void change({
      phrase: "machine",
      settles: "machine",
      refs: { machine: undefined },
      usual: true,
      edit: (was) => ({ ...was, machine: ownMachine(plainMachine().id, was.setting.speed_rpm) }),
    });
  return (
    <div className="grid gap-3">
      {own ? (
        <OwnMachine answer={answer} onDone={onDone} />
      ) : (
        <button type="button" className="chip font-semibold" onClick={describe}>
          Mine is not here: describe it
        </button>
      )}
      {(machines.data?.length ?? 0) > 0 && <h3 className="heading">In the shop</h3>}
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
      <FieldRows paths={DETAILS.machine(job.case)} phrase="machine" answer={answer} folded="Motor, stiffness and the rest of this one" />
    </div>
  );
}
