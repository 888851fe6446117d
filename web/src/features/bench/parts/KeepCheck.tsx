/** Keep this check: give it a name, and it is there tomorrow. */
import { memo } from "react";
import { useQueryClient } from "@tanstack/react-query";

import { api } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { revisions } from "../../../job/kept";
import { useJob } from "../../../job/provider";
import { useChecks } from "../../../job/queries";
import { KeepForm } from "../../../ui/KeepForm";

export const KeepCheck = memo(function KeepCheck({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { state, dispatch } = useJob();
  const client = useQueryClient();
  const job = state.jobs.now;
  const checks = useChecks();
  if (!job) return null;
  const already = checks.data?.find((one) => one.slug === job.refs.check);
  const keep = async (name: string, note: string, again: boolean) => {
    const body = { name, note, case: job.case, refs: job.refs };
    const read = already && (revisions.get(already.slug) ?? already.revision);
    const kept = await (again && already ? api.keepAgain(already.slug, { ...body, revision: read }) : api.keep(body));
    revisions.set(kept.slug, kept.revision);
    dispatch({ do: "named", name: kept.name, check: kept.slug });
    await askAgain(client, ["checks"]);
  };
  return (
    <KeepForm
      label="Keep this check"
      name={job.name}
      note={already?.note ?? ""}
      already={already?.name}
      onKeep={keep}
      open={open}
      onOpenChange={onOpenChange}
    />
  );
});
