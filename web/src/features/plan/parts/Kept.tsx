/** Plans that were kept: opened, archived, brought back; and this one kept under a name, with the ticks of its checklist. */
import { useState } from "react";

import { api, inWords } from "../../../api/client";
import { keptBy } from "../../../job/kept";
import { KeepForm } from "../../../ui/KeepForm";
import { Panel } from "../../../ui/Panel";
import type { Asked } from "../model";
import { useKeptPlans, usePlansChanged } from "../queries";
import { day } from "../../../ui/dates";

export type Named = { slug: string | null; name: string; note: string; ticks: string[]; /** What it was read at. */ revision?: number };

type Keep = { asked: Asked; body: { case: object; plan: object } | null; named: Named; onKept: (named: Named) => void };

export function KeepPlan({ asked, body, named, onKept }: Keep) {
  const [open, setOpen] = useState(false);
  const changed = usePlansChanged();
  const keep = async (name: string, note: string, again: boolean) => {
    const sent = { name, note, asked: { ...body, screen: asked }, ticks: named.ticks };
    const over = named.revision === undefined ? sent : { ...sent, revision: named.revision };
    const kept = await (again && named.slug ? api.keepPlanAgain(named.slug, over) : api.keepPlan(sent));
    onKept({ slug: kept.slug, name: kept.name, note: kept.note, ticks: kept.ticks, revision: kept.revision });
    await changed();
  };
  return (
    <KeepForm
      label="Keep this plan"
      name={named.name || `${asked.hole} in ${asked.material}`}
      note={named.note}
      already={named.slug ? named.name : undefined}
      onKeep={keep}
      open={open}
      onOpenChange={setOpen}
    />
  );
}

export function KeptPlans({ onOpen }: { onOpen: (slug: string) => Promise<void> }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [gone, setGone] = useState<{ slug: string; name: string } | null>(null);
  const plans = useKeptPlans();
  const changed = usePlansChanged();
  const tried = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setSaid(null);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <Panel label="Kept plans" trigger={`Kept plans${plans.data ? ` ${plans.data.length}` : ""}`} wide open={open} onOpenChange={setOpen}>
      {said && (
        <p role="alert" className="text-sm text-vermilion">
          {said}
        </p>
      )}
      {gone && (
        <p className="text-sm">
          “{gone.name}” is in the bin for 30 days.{" "}
          <button
            type="button"
            className="tap chip"
            onClick={() =>
              void tried(async () => {
                await api.returnPlan(gone.slug);
                setGone(null);
                await changed();
              })
            }
          >
            Bring it back
          </button>
        </p>
      )}
      {plans.data?.length === 0 && <p>None kept yet. Keep one, and it is here tomorrow.</p>}
      <ul className="grid gap-1">
        {plans.data?.map((one) => (
          <li key={one.slug} className="flex gap-1.5">
            <button
              type="button"
              className="chip flex-1"
              onClick={() =>
                void tried(async () => {
                  await onOpen(one.slug);
                  setOpen(false);
                })
              }
            >
              <span className="block font-semibold">{one.name}</span>
              <span className="block text-xs text-faint">
                {one.short}; {one.ticked} ticked; {keptBy(one)}, {day(one.changed_at)}
              </span>
            </button>
            <button
              type="button"
              className="chip text-sm"
              aria-label={`Archive ${one.name}`}
              onClick={() =>
                void tried(async () => {
                  await api.removePlan(one.slug);
                  setGone(one);
                  await changed();
                })
              }
            >
              Archive
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
