/** The machine or cutter in the sentence has been changed in the Shop since it was taken up: the job keeps what it was until told otherwise. */
import { useJob } from "../../../job/provider";
import { useCutters, useMachines } from "../../../job/queries";
import type { Cutter, Machine } from "../../../job/types";

export function Outdated() {
  const { state, change } = useJob();
  const machines = useMachines().data;
  const cutters = useCutters().data;
  const refs = state.jobs.now?.refs;
  const machine = machines?.find((one) => one.id === refs?.machine?.id && refs.machine.revision > 0 && one.revision > refs.machine.revision);
  const cutter = cutters?.find((one) => one.id === refs?.cutter?.id && refs.cutter.revision > 0 && one.revision > refs.cutter.revision);
  if (!machine && !cutter) return null;
  return (
    <p role="status" className="flex flex-wrap items-center gap-3 border-l-4 border-bronze bg-paper px-3 py-1 text-sm">
      {machine && (
        <>
          {machine.name} has been changed in the shop since it was taken up here.
          <button
            type="button"
            className="chip text-sm"
            onClick={() =>
              void change({
                phrase: "machine",
                settles: "machine",
                refs: { machine: { id: machine.id, revision: machine.revision } },
                edit: (was) => ({ ...was, machine: machine.spec as Machine }),
              })
            }
          >
            Take it as it is today
          </button>
        </>
      )}
      {cutter && (
        <>
          {cutter.name} has been changed in the crib since.
          <button
            type="button"
            className="chip text-sm"
            onClick={() =>
              void change({
                phrase: "cutter",
                settles: "cutter",
                refs: { cutter: { id: cutter.id, revision: cutter.revision } },
                edit: (was) => ({ ...was, cutter: cutter.spec as Cutter }),
              })
            }
          >
            Take it as it is today
          </button>
        </>
      )}
    </p>
  );
}
