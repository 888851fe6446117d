/** Plans that were kept; and this one kept under a name, with the ticks of its checklist. */
import { useState } from "react";

import { api } from "../../../api/client";
import { KeptRows } from "../../../job/KeptRows";
import { KeepForm } from "../../../ui/KeepForm";
import type { Asked } from "../model";
import { useKeptPlans, usePlansChanged } from "../queries";

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
  const plans = useKeptPlans();
  const changed = usePlansChanged();
  return (
    <KeptRows
      label="Kept plans"
      none="None kept yet. Keep one, and it is here tomorrow."
      rows={plans.data}
      onOpen={onOpen}
      onArchive={async (slug) => {
        await api.removePlan(slug);
        await changed();
      }}
      onBack={async (slug) => {
        await api.returnPlan(slug);
        await changed();
      }}
    />
  );
}
