/** Parts that were kept; and this one kept under its name. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { partsApi } from "../../../api/parts";
import { askAgain } from "../../../api/stale";
import { KeptRows } from "../../../job/KeptRows";
import { KeepForm } from "../../../ui/KeepForm";
import { requestOf, type Typed } from "../model";

export type Named = { slug: string | null; name: string; note: string; ticks: readonly string[]; /** What it was read at. */ revision: number | null };
export const UNNAMED: Named = { slug: null, name: "", note: "", ticks: [], revision: null };

export const usePartsChanged = () => {
  const client = useQueryClient();
  return () => askAgain(client, ["parts"]);
};

export function KeepPart({ typed, named, onKept }: { typed: Typed; named: Named; onKept: (named: Named) => void }) {
  const [open, setOpen] = useState(false);
  const changed = usePartsChanged();
  const keep = async (name: string, note: string, again: boolean) => {
    const body = { name, note, asked: { ...requestOf(typed), screen: typed }, ticks: named.ticks };
    const kept = await (again && named.slug ? partsApi.keepPartAgain(named.slug, { ...body, revision: named.revision }) : partsApi.keepPart(body));
    onKept({ slug: kept.slug, name: kept.name, note: kept.note, ticks: kept.ticks, revision: kept.revision });
    await changed();
  };
  return (
    <KeepForm
      label="Keep this part"
      name={named.name || typed.name}
      note={named.note}
      already={named.slug ? named.name : undefined}
      onKeep={keep}
      open={open}
      onOpenChange={setOpen}
    />
  );
}

export function KeptParts({ onOpen }: { onOpen: (slug: string) => Promise<void> }) {
  const parts = useQuery({ queryKey: ["parts"], queryFn: partsApi.parts });
  const changed = usePartsChanged();
  return (
    <KeptRows
      label="Kept parts"
      none="None kept yet. Keep one, and it is here tomorrow."
      rows={parts.data}
      onOpen={onOpen}
      onArchive={async (slug) => {
        await partsApi.removePart(slug);
        await changed();
      }}
      onBack={async (slug) => {
        await partsApi.returnPart(slug);
        await changed();
      }}
    />
  );
}
