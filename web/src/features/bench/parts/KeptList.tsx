/** The checks that were kept, newest first: one opens as it was, two or three are laid side by side, one is checked again. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { asJob, keptBy, openCheck } from "../../../job/kept";
import { useJob } from "../../../job/provider";
import { useChecks, useMay } from "../../../job/queries";
import type { Answer, Job } from "../../../job/types";
import { VERDICTS } from "../../../job/Verdict";
import type { Side } from "../compare";

/** Besides the one on screen. */
const MOST_BESIDE = 2;

type Props = { answer: Answer | null; onSides: (sides: Side[]) => void; onDone: () => void };

export function KeptList({ answer, onSides, onDone }: Props) {
  const { state, dispatch } = useJob();
  const checks = useChecks();
  const client = useQueryClient();
  const may = useMay("machinist");
  const [beside, setBeside] = useState<readonly string[]>([]);
  const job = state.jobs.now;
  const pick = (slug: string, on: boolean) => setBeside(on ? [...beside, slug].slice(-MOST_BESIDE) : beside.filter((one) => one !== slug));
  const lay = async () => {
    if (!job || !answer) return;
    const kept = await Promise.all(beside.map((slug) => api.readCheck(slug)));
    onSides([{ name: "On screen now", job, answer }, ...kept.map((one) => ({ name: one.name, job: asJob(one), answer: one.answer }))]);
  };
  const again = async (slug: string) => {
    const [kept, found] = await Promise.all([api.readCheck(slug), api.checkAgain(slug)]);
    const what = [found.machine_changed && "machine", found.cutter_changed && "cutter"].filter(Boolean).join(" and ");
    const then = asJob(kept);
    onSides([
      { name: `${kept.name}, as it was kept`, job: then, answer: kept.answer },
      {
        name: what ? `On today’s ${what}` : "Again today: machine and cutter are as they were",
        job: { ...then, case: found.case as Job["case"] },
        answer: found.now,
      },
    ]);
  };
  const putAway = async (slug: string) => {
    await api.removeCheck(slug);
    await askAgain(client, ["checks"]);
  };
  return (
    <>
      {checks.data?.length === 0 && <p>Nothing kept yet. Press k to keep the check on screen.</p>}
      {beside.length > 0 && (
        <button type="button" className="chip sticky top-0 mb-2 w-full font-semibold" disabled={!answer} onClick={() => void lay()}>
          Lay {beside.length === 1 ? "it" : "them"} beside the one on screen
        </button>
      )}
      <ul className="grid gap-1">
        {checks.data?.map((check) => (
          <li key={check.slug} className="grid grid-cols-[1fr_auto] gap-1">
            <button
              type="button"
              className="chip grid"
              data-chosen={job?.refs.check === check.slug}
              onClick={() =>
                void openCheck(check.slug).then((opened) => {
                  dispatch({ do: "open", job: opened });
                  onDone();
                })
              }
            >
              <span className="flex justify-between gap-3">
                <span className="font-semibold">{check.name}</span>
                <span>{VERDICTS[check.verdict]}</span>
              </span>
              <span className="figure text-xs text-faint">{check.short}</span>
              {check.note && <span className="text-sm text-faint">{check.note}</span>}
              {(check.brought !== null || check.changed_by !== check.made_by) && <span className="text-xs text-faint">{keptBy(check, check.verdict)}</span>}
            </button>
            <div className="grid content-start">
              <label className="tap flex min-w-11 items-center justify-center gap-1 text-xs text-faint">
                <input
                  type="checkbox"
                  aria-label={`Compare with ${check.name}`}
                  checked={beside.includes(check.slug)}
                  onChange={(event) => pick(check.slug, event.target.checked)}
                />
                <span aria-hidden>compare</span>
              </label>
              <button
                type="button"
                className="tap px-1 text-xs underline decoration-dotted"
                aria-label={`Check ${check.name} again on today’s machine`}
                onClick={() => void again(check.slug)}
              >
                check again
              </button>
              {may && (
                <button
                  type="button"
                  className="tap px-1 text-xs underline decoration-dotted"
                  aria-label={`Archive ${check.name}`}
                  onClick={() => void putAway(check.slug)}
                >
                  archive
                </button>
              )}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
