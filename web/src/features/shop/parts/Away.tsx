/** The archive: what was retired, or in the bin for a while; each can be brought back. */
import { useState } from "react";

import { api, type RecordKind } from "../../../api/client";
import { partsApi } from "../../../api/parts";
import { inWords, useAway, useBinnedChecks, useBinnedParts, useBinnedPlans, useMay, useWritten } from "../queries";

type One = { id: string; name: string; standing: string };

function Shelf({ title, list, may, onBack }: { title: string; list: readonly One[]; may: boolean; onBack: (id: string) => Promise<unknown> }) {
  const written = useWritten();
  const [said, setSaid] = useState<string | null>(null);
  const back = async (one: One) => {
    try {
      await onBack(one.id);
      await written();
      setSaid(`${one.name} is back.`);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <section aria-label={title} className="plate grid content-start gap-1">
      <h2 className="heading">{title}</h2>
      <ul>
        {list.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-1 text-sm">
            <span>
              <span className="font-semibold">{one.name}</span>{" "}
              <span className="text-faint">{one.standing === "retired" ? "retired: kept checks were made with it" : "in the bin, for 30 days"}</span>
            </span>
            {may && (
              <button type="button" className="chip text-sm" onClick={() => void back(one)}>
                Bring back
              </button>
            )}
          </li>
        ))}
      </ul>
      {list.length === 0 && <p className="text-sm text-faint">Nothing.</p>}
      <p role="status" className="text-sm text-green">
        {said}
      </p>
    </section>
  );
}

export function Away() {
  const kinds: readonly (readonly [RecordKind, string])[] = [
    ["machines", "Machines"],
    ["cutters", "Cutters"],
    ["materials", "Own metals"],
  ];
  const lists = { machines: useAway("machines").data, cutters: useAway("cutters").data, materials: useAway("materials").data };
  const checks = useBinnedChecks().data ?? [];
  const plans = useBinnedPlans().data ?? [];
  const parts = useBinnedParts().data ?? [];
  const [lead, machinist] = [useMay("lead"), useMay("machinist")];
  return (
    <div className="grid content-start gap-4 wide:grid-cols-2">
      {kinds.map(([kind, title]) => (
        <Shelf key={kind} title={title} list={lists[kind] ?? []} may={kind === "cutters" ? machinist : lead} onBack={(id) => api.bringBack(kind, id)} />
      ))}
      <Shelf
        title="Kept plans"
        list={plans.map((one) => ({ id: one.slug, name: one.name, standing: "binned" }))}
        may={machinist}
        onBack={(id) => api.returnPlan(id)}
      />
      <Shelf
        title="Kept parts"
        list={parts.map((one) => ({ id: one.slug, name: one.name, standing: "binned" }))}
        may={machinist}
        onBack={(id) => partsApi.returnPart(id)}
      />
      <Shelf
        title="Kept checks"
        list={checks.map((one) => ({ id: one.slug, name: one.name, standing: "binned" }))}
        may={machinist}
        onBack={(id) => api.returnCheck(id)}
      />
    </div>
  );
}
