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

/** The revisions checks were opened or kept at on this page: what somebody else kept meanwhile is not written over unseen. */
export const revisions = new Map<string, number>();

export const openCheck = async (slug: string): Promise<Job> => {
  const kept = await api.readCheck(slug);
  revisions.set(slug, kept.revision);
  return asJob(kept);
};

/** Who stands for a kept record, and where it came from, in a line. */
export const keptBy = (one: { made_by: string; changed_by: string; brought: { made_by: string; verdict_here: string } | null }, verdict?: string): string => {
  if (one.brought) {
    const differs = one.brought.verdict_here && one.brought.verdict_here !== verdict ? `; here it ${WORDS_HERE[one.brought.verdict_here] ?? ""}` : "";
    return `brought in by ${one.changed_by}${one.brought.made_by ? `, ${one.brought.made_by}’s there` : ""}${differs}`;
  }
  return one.changed_by === one.made_by ? one.made_by : `${one.made_by}, changed by ${one.changed_by}`;
};
const WORDS_HERE: Record<string, string> = { holds: "holds", tight: "is tight", "gives-way": "gives way", cannot: "cannot be done" };

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
