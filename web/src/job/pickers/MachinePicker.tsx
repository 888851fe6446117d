/** The machines of the yard, each with what a hole feels of it. */
import { useJob } from "../provider";
import { useMachines } from "../queries";
import { type Machine, stagesOf } from "../types";
import { nominal } from "../units";

const FEEDS: Record<string, string> = { "hand-lever": "hand lever", "magnet-rack": "hand capstan", tailstock: "wound tailstock", "power-steps": "power feed", servo: "servo feed", push: "pushed by hand" };

/** The motor as its plate has it: output, or what it draws. */
function power({ spindle }: Machine, system: "metric" | "inch"): string {
  if (spindle.power_kw != null) return nominal(spindle.power_kw, "kW", system);
  return spindle.plate?.input_kw != null ? `${nominal(spindle.plate.input_kw, "kW", system)} input` : "motor by its plate";
}

function line(machine: Machine, system: "metric" | "inch"): string {
  const speeds = stagesOf(machine).flatMap((stage) => [stage.speed_rpm ?? stage.min_rpm ?? 0, stage.speed_rpm ?? stage.max_rpm ?? 0]);
  const ranged = stagesOf(machine).some((stage) => stage.speed_rpm == null);
  return [
    power(machine, system),
    `${Math.min(...speeds)}–${Math.max(...speeds)} rpm${ranged ? "" : ` in ${stagesOf(machine).length} steps`}`,
    FEEDS[machine.feed.kind] ?? machine.feed.kind,
  ].join(" · ");
}

export function MachinePicker({ onDone }: { onDone: () => void }) {
  const { state, change, system } = useJob();
  const machines = useMachines();
  if (machines.data?.length === 0) return <p>No machine stands in the yard yet.</p>;
  return (
    <ul className="grid gap-1.5">
      {machines.data?.map((machine) => (
        <li key={machine.id}>
          <button
            type="button"
            className="chip grid w-full"
            data-chosen={state.job?.refs.machine?.id === machine.id}
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
            <span className="figure text-xs">{line(machine.spec as Machine, system)}</span>
            <span className="text-sm text-faint">{machine.note}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
