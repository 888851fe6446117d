/** What an insert drill's X is set to next, from the bores that were measured with this edge. */
import { useQuery } from "@tanstack/react-query";

import { api } from "../../../api/client";
import type { System } from "../../../job/types";
import { inUnits, show } from "../../../job/units";

export function Offset({ cutter, wanted_mm, system }: { cutter: string; wanted_mm: number; system: System }) {
  const found = useQuery({ queryKey: ["cuts", "offset", cutter, wanted_mm], queryFn: () => api.insertOffset(cutter, wanted_mm), retry: false });
  if (!found.data)
    return <p className="m-0 text-faint">Drill 3 mm, stop, measure: write down the bore and the X it was drilled at, and the next X stands here.</p>;
  const { next_x_mm, words } = found.data;
  return (
    <p role="status" className="m-0 border-l-8 border-bronze pl-3">
      {next_x_mm !== null && (
        <>
          set X to <b className="figure text-[30px]">{show(next_x_mm, "mm", system)}</b>:{" "}
        </>
      )}
      {inUnits(words, system)}.
    </p>
  );
}
