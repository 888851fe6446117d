/** Kept checks as jobs, and the job a screen starts with. */
import { useEffect } from "react";

import { api } from "../api/client";
import { useJob } from "./provider";
import { useChecks } from "./queries";
import type { Job } from "./types";

export const asJob = (kept: Awaited<ReturnType<typeof api.readCheck>>): Job => {
  const refs = kept.refs as { machine?: string | Job["refs"]["machine"]; cutter?: string | Job["refs"]["cutter"] };
  const ref = (one: string | Job["refs"]["machine"]) => (typeof one === "string" ? { id: one, revision: 0 } : one);
  return {
    case: kept.case as Job["case"],
    typed: {},
    refs: { machine: ref(refs.machine), cutter: ref(refs.cutter), check: kept.slug },
    pinned: false,
    name: kept.name,
  };
};

export const openCheck = async (slug: string): Promise<Job> => asJob(await api.readCheck(slug));

/** The first job on screen: the one in the address, else the yard's own first. */
export function useFirstJob() {
  const { state, dispatch } = useJob();
  const checks = useChecks();
  const first = checks.data?.filter((check) => check.demo).at(-1) ?? checks.data?.at(-1);
  useEffect(() => {
    if (!state.jobs.now && first) void openCheck(first.slug).then((job) => dispatch({ do: "open", job }));
  }, [state.jobs.now, first, dispatch]);
  return { empty: !state.jobs.now && checks.data?.length === 0, failed: checks.isError && !state.jobs.now };
}
