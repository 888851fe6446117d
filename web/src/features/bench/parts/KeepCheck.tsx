/** Keep this check: give it a name, and it is there tomorrow. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { api, Lost } from "../../../api/client";
import { useJob } from "../../../job/provider";
import { useChecks } from "../../../job/queries";
import { Panel } from "../../../ui/Panel";

export function KeepCheck({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { state, dispatch } = useJob();
  const client = useQueryClient();
  const job = state.job;
  const [name, setName] = useState<string | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const checks = useChecks();
  const [said, setSaid] = useState<string | null>(null);
  if (!job) return null;
  const already = checks.data?.find((one) => one.slug === job.refs.check);
  const called = name ?? job.name;
  const noted = note ?? already?.note ?? "";
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const again = (event.nativeEvent as SubmitEvent).submitter?.getAttribute("value") === "again";
    try {
      const body = { name: called, note: noted, case: job.case, refs: job.refs };
      const kept = await (again && already ? api.keepAgain(already.slug, body) : api.keep(body));
      dispatch({ do: "named", name: kept.name, check: kept.slug });
      await client.invalidateQueries({ queryKey: ["checks"] });
      setSaid(null);
      setName(null);
      setNote(null);
      onOpenChange(false);
    } catch (error) {
      setSaid(error instanceof Lost ? "The server does not answer. Nothing is lost: try again in a moment." : (error as Error).message);
    }
  };
  return (
    <Panel label="Keep this check" trigger="Keep" strong open={open} onOpenChange={onOpenChange}>
      <form className="grid gap-2" onSubmit={(event) => void keep(event)}>
        <label className="grid gap-1">
          <span className="heading">Name</span>
          <input className="field" value={called} maxLength={120} required onChange={(event) => setName(event.target.value)} />
        </label>
        <label className="grid gap-1">
          <span className="heading">Note</span>
          <textarea className="field" rows={3} maxLength={4000} value={noted} onChange={(event) => setNote(event.target.value)} />
        </label>
        {said && <p role="alert" className="text-sm text-vermilion">{said}</p>}
        <div className="flex flex-wrap gap-2">
          {already && <button type="submit" value="again" className="chip font-semibold">Keep in the place of “{already.name}”</button>}
          <button type="submit" value="new" className="chip font-semibold">{already ? "Keep as another" : "Keep"}</button>
        </div>
      </form>
    </Panel>
  );
}
