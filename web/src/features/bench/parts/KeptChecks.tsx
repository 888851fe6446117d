/** The checks that were kept, newest first; opening one brings its job back as it was. */
import { Popover } from "radix-ui";
import { useState } from "react";

import { api } from "../../../api/client";
import { useJob } from "../../../job/provider";
import { useChecks } from "../../../job/queries";
import type { Job } from "../../../job/types";
import { VERDICTS } from "../../../job/Verdict";

export async function openCheck(slug: string): Promise<Job> {
  const kept = await api.readCheck(slug);
  const refs = kept.refs as { machine?: string | Job["refs"]["machine"]; cutter?: string | Job["refs"]["cutter"] };
  const ref = (one: string | Job["refs"]["machine"]) => (typeof one === "string" ? { id: one, revision: 0 } : one);
  return { case: kept.case as Job["case"], typed: {}, refs: { machine: ref(refs.machine), cutter: ref(refs.cutter), check: kept.slug }, pinned: false, name: kept.name };
}

export function KeptChecks() {
  const { state, dispatch } = useJob();
  const checks = useChecks();
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="tap chip">
        Kept checks <span className="figure text-faint">{checks.data?.length ?? ""}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={6} collisionPadding={8} aria-label="Kept checks" className="z-30 max-h-[70vh] w-[min(34rem,calc(100vw-1rem))] overflow-y-auto border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)]">
          {checks.data?.length === 0 && <p>Nothing kept yet. Press k to keep the check on screen.</p>}
          <ul className="grid gap-1">
            {checks.data?.map((check) => (
              <li key={check.slug}>
                <button
                  type="button"
                  className="chip grid w-full"
                  data-chosen={state.job?.refs.check === check.slug}
                  onClick={() => void openCheck(check.slug).then((job) => { dispatch({ do: "open", job }); setOpen(false); })}
                >
                  <span className="flex justify-between gap-3">
                    <span className="font-semibold">{check.name}</span>
                    <span>{VERDICTS[check.verdict]}</span>
                  </span>
                  <span className="figure text-xs text-faint">{check.short}</span>
                  {check.note && <span className="text-sm text-faint">{check.note}</span>}
                </button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
