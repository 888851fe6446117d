/** Keep this check: give it a name, and it is there tomorrow. */
import { useQueryClient } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { type FormEvent, useState } from "react";

import { api, Lost } from "../../../api/client";
import { useJob } from "../../../job/provider";

export function KeepCheck({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { state, dispatch } = useJob();
  const client = useQueryClient();
  const job = state.job;
  const [name, setName] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  if (!job) return null;
  const called = name ?? job.name;
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const kept = await api.keep({ name: called, note, case: job.case, refs: job.refs });
      dispatch({ do: "named", name: kept.name, check: kept.slug });
      await client.invalidateQueries({ queryKey: ["checks"] });
      setSaid(null);
      setName(null);
      onOpenChange(false);
    } catch (error) {
      setSaid(error instanceof Lost ? "The server does not answer. Nothing is lost: try again in a moment." : (error as Error).message);
    }
  };
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger className="tap chip font-semibold">Keep this check</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={6} collisionPadding={8} aria-label="Keep this check" className="z-30 w-[min(22rem,calc(100vw-1rem))] border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)]">
          <form className="grid gap-2" onSubmit={(event) => void keep(event)}>
            <label className="grid gap-1">
              <span className="heading">Name</span>
              <input className="field" value={called} maxLength={120} required onChange={(event) => setName(event.target.value)} />
            </label>
            <label className="grid gap-1">
              <span className="heading">Note</span>
              <textarea className="field" rows={3} maxLength={4000} value={note} onChange={(event) => setNote(event.target.value)} />
            </label>
            {said && <p role="alert" className="text-sm text-vermilion">{said}</p>}
            <button type="submit" className="chip justify-self-start font-semibold">Keep</button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
