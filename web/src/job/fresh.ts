/** A clean job on the machine in hand: a plain hole, nothing of the job before but the machine and the metal. */
import { useCallback } from "react";

import { api } from "../api/client";
import { ownMachine } from "./ownMachine";
import { useJob } from "./provider";
import { useMachines } from "./queries";
import type { Case, Job, Machine } from "./types";
import { plainDrill, plainMachine, words } from "./words";

const PLAIN_MM = { diameter_mm: 10, depth_mm: 20 };
const PLAIN_RPM = 600;

/** The metal most holes are drilled in, where nothing is said. */
const plainMetal = () => ({ id: words().everyday_metals[0]?.id });

function freshCase(before: Case | undefined, machine: Machine): Case {
  return {
    hole: PLAIN_MM,
    material: before?.material ?? plainMetal(),
    cutter: { family: plainDrill().id },
    machine,
    setting: { speed_rpm: before?.setting.speed_rpm ?? PLAIN_RPM, hand_force_n: 100 },
  };
}

/** Starts a clean job: the machine as its record has it, the usual speed and feed. */
export function useNewHole(): () => Promise<void> {
  const { state, dispatch } = useJob();
  const machines = useMachines();
  const before = state.jobs.now;
  return useCallback(async () => {
    const record = machines.data?.find((one) => one.id === before?.refs.machine?.id);
    const machine = (record?.spec as Machine | undefined) ?? before?.case.machine ?? ownMachine(plainMachine().id, PLAIN_RPM);
    const job: Job = {
      case: freshCase(before?.case, machine),
      typed: {},
      refs: record ? { machine: { id: record.id, revision: record.revision } } : {},
      pinned: false,
      usual: true,
      name: "",
    };
    try {
      const settled = await api.settle({ case: job.case, changed: "diameter", pinned: false, usual: true });
      const refs = settled.cutter ? { ...job.refs, cutter: { id: settled.cutter, revision: 0 } } : job.refs;
      dispatch({ do: "open", job: { ...job, refs, case: settled.case as Case } });
    } catch {
      // Without the server it is begun all the same; it is brought into step when the server is back.
      dispatch({ do: "open", job });
    }
  }, [before, machines.data, dispatch]);
}
