/** What the machine makes in a metal at a depth: the largest of each family of drill from solid, after a pilot, and what keeps it from more. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, inWords, type Schemas } from "../../../../api/client";
import { useMaterials } from "../../../../job/queries";
import { plain } from "../../../../job/units";
import { useUnits } from "../../../../job/useUnits";
import { familyOf, words } from "../../../../job/words";
import { LengthField } from "../../../../ui/LengthField";
import type { Spec } from "../../model";

type One = Schemas["FamilyLargest"];
const FIRST_DEPTH_MM = 20;

function Family({ one, most_mm }: { one: One; most_mm: number }) {
  const system = useUnits();
  const solid = one.from_solid_mm ?? 0;
  const piloted = one.with_pilot_mm ?? 0;
  return (
    <li className="grid gap-0.5 border-t border-rule py-1">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3 text-sm">
        <span className="font-semibold first-letter:uppercase">{familyOf(one.family).words}</span>
        <span className="figure">
          {solid ? `${plain(solid, system)} from solid` : "none from solid"}
          {piloted > solid && ` · ${plain(piloted, system)} after a pilot`}
        </span>
      </div>
      {Math.max(solid, piloted) > 0 && (
        <svg viewBox="0 0 200 8" width="100%" height="8" preserveAspectRatio="none" aria-hidden>
          {piloted > solid && (
            <rect x="0" y="0.5" width={(piloted / most_mm) * 200} height="7" fill="none" stroke="var(--blue)" vectorEffect="non-scaling-stroke" />
          )}
          <rect x="0" y="0.5" width={(solid / most_mm) * 200} height="7" fill="var(--blue)" />
        </svg>
      )}
      {one.failure && <p className="m-0 text-xs text-faint">{solid ? `Larger: ${one.failure}.` : `In the way: ${one.failure}.`}</p>}
    </li>
  );
}

/** `spec`: the machine as it stands on the page, saved or not. */
export function Makes({ spec, sound }: { spec: Spec; sound: boolean }) {
  const materials = useMaterials();
  const [material, setMaterial] = useState(() => words().everyday_metals[0]?.id ?? "");
  const [depth_mm, setDepth] = useState(FIRST_DEPTH_MM);
  const [open, setOpen] = useState(false);
  const body = { machine: spec, material, depth_mm };
  const found = useQuery({
    queryKey: ["capability", body],
    queryFn: ({ signal }) => api.capability(body, signal),
    enabled: open && sound,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  });
  const families = found.data?.families ?? [];
  const most_mm = Math.max(...families.flatMap((one) => [one.from_solid_mm ?? 0, one.with_pilot_mm ?? 0]), 1);
  return (
    <section aria-label="What it makes" className="plate grid content-start gap-2">
      <h2 className="heading">What it makes</h2>
      {!open ? (
        <p className="m-0 flex flex-wrap items-center gap-3 text-sm">
          The largest hole by each family of drill, in one metal, at one depth.
          <button type="button" className="chip" onClick={() => setOpen(true)}>
            Work it out
          </button>
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
            <label className="grid text-xs text-faint">
              in
              <select
                aria-label="Metal"
                className="plate-field w-60! text-base text-ink"
                value={material}
                onChange={(event) => setMaterial(event.target.value)}
              >
                {materials.data
                  ?.filter((one) => !one.own)
                  .map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}
                    </option>
                  ))}
              </select>
            </label>
            <LengthField label="deep" path="hole.depth_mm" value_mm={depth_mm} onLength={setDepth} />
            <span role="status" className="text-sm text-faint">
              {found.isFetching ? "Working it out…" : ""}
            </span>
          </div>
          {found.error && <p className="m-0 text-sm text-vermilion">{inWords(found.error)}</p>}
          <ul className={`m-0 list-none p-0 ${found.isPlaceholderData ? "stale" : ""}`}>
            {families.map((one) => (
              <Family key={one.family} one={one} most_mm={most_mm} />
            ))}
          </ul>
          {found.data && families.length === 0 && <p className="m-0 text-sm">No drill makes a hole on it.</p>}
          <p className="m-0 text-xs text-faint">With a usual cutter of each size, the work held as usual; what holds or is tight counts. An estimate.</p>
        </>
      )}
    </section>
  );
}
