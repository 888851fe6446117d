/** Readings that lie far from the others: another unit, or stood by? */
import { useQueryClient } from "@tanstack/react-query";

import { api } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import type { Lessons } from "../../../job/lessons";
import { useMay } from "../../../job/queries";
import type { System } from "../../../job/types";
import { inUnits } from "../../../job/units";
import { day } from "../../../ui/dates";

export function Asked({ lessons, system, onOpen }: { lessons: Lessons; system: System; onOpen: (id: string) => void }) {
  const client = useQueryClient();
  const mind = useMay("machinist");
  const again = () => askAgain(client);
  const asked = Object.values(lessons.told).flatMap((told) => told.asked);
  if (asked.length === 0) return null;
  return (
    <section aria-label="To be asked about" className="border-l-4 border-bronze pl-3">
      <b>Is this reading right?</b>
      <ul className="m-0 grid gap-1 p-0">
        {asked.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-2">
            <button type="button" className="tap text-left underline decoration-dotted" onClick={() => onOpen(one.id)}>
              {inUnits(lessons.asked[one.id]?.name ?? "a cut", system)}
            </button>
            {lessons.asked[one.id] && day(lessons.asked[one.id]?.at ?? "")}: far from the others;{" "}
            {one.fits.length > 0
              ? `it would fit ${one.fits.map((fit) => fit.replace("/", "divided by ").replace("x", "times ")).join(", or ")}`
              : "no other unit explains it"}
            {mind && (
              <>
                <button type="button" className="chip" onClick={() => void api.markCut(one.id, { confirmed: true }).then(again)}>
                  It is right
                </button>
                <button type="button" className="chip" onClick={() => void api.markCut(one.id, { taken: false }).then(again)}>
                  Leave it out
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
