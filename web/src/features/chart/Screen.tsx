/** A wall chart of one machine: sizes down, metals across, in each crossing what to set, the pilot it wants, and how it holds by its shape. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, inWords, type Schemas } from "../../api/client";
import { Setting } from "../../drawing/window/Setting";
import { useUnits } from "../../job/useUnits";
import { useMachines } from "../../job/queries";
import { plain, show } from "../../job/units";
import { words } from "../../job/words";
import { Choices } from "../../ui/Choices";
import { today } from "../../ui/dates";
import { usePrint } from "../../ui/usePrint";

type Answer = Schemas["ChartAnswer"];
type Cell = Answer["rows"][number]["cells"][number];
const SERIES = [
  ["crib", "of the crib"],
  ["metric", "metric"],
  ["fraction", "fractions"],
  ["number", "numbers"],
  ["letter", "letters"],
] as const;
type Series = (typeof SERIES)[number][0];
/** So many metals stand side by side. */
const MOST = 6;

/** A crossing in two lines: what to set, and what to pull or feed; by hand where no feed step serves. */
function Crossing({ cell }: { cell: Cell }) {
  const system = useUnits();
  const goes = cell.verdict === "holds" || cell.verdict === "tight";
  if (cell.said === "by hand") return <td className="border-l border-rule px-2 text-sm text-faint">by hand</td>;
  if (!goes)
    return (
      <td className="border-l border-rule px-2 text-sm text-vermilion" title={cell.said}>
        – {cell.failure}
      </td>
    );
  return (
    <td className="figure border-l border-rule px-2 align-top text-sm">
      <span className="flex items-center gap-1.5 font-semibold">
        <svg width="11" height="11" viewBox="0 0 12 12" role="img" aria-label={cell.verdict}>
          <Setting x={6} y={6} radius={5} verdict={cell.verdict} />
        </svg>
        {cell.stage}
      </span>
      <span className="block">
        {cell.hand_force_n !== null ? `pull ${show(cell.hand_force_n, "N", system, 2)}` : show(cell.feed_mm_rev, "mm/rev", system, 2)}
        {cell.pilot_mm !== null && ` · pilot ${plain(cell.pilot_mm, system)}`}
      </span>
    </td>
  );
}

function Table({ answer, called }: { answer: Answer; called: (id: string) => string }) {
  const system = useUnits();
  const metals = answer.rows[0]?.cells.map((cell) => cell.material) ?? [];
  return (
    <table className="wall-chart w-full border-collapse">
      <thead>
        <tr className="border-b-2 border-ink text-left align-bottom">
          <th className="pr-3 font-semibold">Size</th>
          {metals.map((id) => (
            <th key={id} className="border-l border-rule px-2 font-semibold">
              {called(id)}
              <span className="block text-xs font-normal text-faint">
                {answer.largest_from_solid_mm[id] == null ? "none from solid" : `up to ${plain(answer.largest_from_solid_mm[id], system)} from solid`}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answer.rows.map((row) => (
          <tr key={row.size_mm} className="border-b border-rule">
            <th scope="row" className="figure pr-3 text-left align-top font-semibold whitespace-nowrap">
              {row.name}
              {row.also.length > 0 && <span className="block text-xs font-normal text-faint">{row.also.join(", ")}</span>}
            </th>
            {row.cells.map((cell) => (
              <Crossing key={cell.material} cell={cell} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function ChartScreen() {
  const machines = useMachines();
  const everyday = words().everyday_metals;
  const [chosen, choose] = useState("");
  const [kind, setKind] = useState(() => Object.keys(words().chart_kinds)[0] ?? "");
  const [series, setSeries] = useState<Series>("crib");
  const [metals, setMetals] = useState<readonly string[]>(() =>
    ["steel", "stainless", "aluminium"].flatMap((group) => everyday.find((one) => one.group === group)?.id ?? []),
  );
  const machine = chosen || (machines.data?.[0]?.id ?? "");
  const name = machines.data?.find((one) => one.id === machine)?.name ?? "";
  useEffect(() => {
    document.title = `Wall chart: ${name}`;
  }, [name]);
  const { print, code } = usePrint(() => machine && `${location.origin}/shop/machines/${machine}`);
  const asked = { machine: { id: machine }, materials: metals, sizes_mm: series, kind };
  const found = useQuery({
    queryKey: ["chart", asked],
    queryFn: ({ signal }) => api.chart(asked, signal),
    enabled: machine !== "" && metals.length > 0,
    retry: false,
    staleTime: Infinity,
  });
  const turn = (id: string) => setMetals(metals.includes(id) ? metals.filter((one) => one !== id) : [...metals, id].slice(-MOST));
  return (
    <main className="mx-auto grid max-w-[115rem] gap-3 px-3 pt-2 pb-8 wide:px-5">
      <h1 className="sr-only">Wall chart</h1>
      <div className="no-print flex flex-wrap items-center gap-3">
        <select className="plate-field !w-52" aria-label="Machine" value={machine} onChange={(event) => choose(event.target.value)}>
          {machines.data?.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
        <Choices label="What the chart is of" choices={Object.entries(words().chart_kinds)} chosen={kind} onChoose={setKind} />
        <Choices label="Which sizes" choices={SERIES} chosen={series} onChoose={setSeries} />
        <button type="button" className="chip font-semibold" onClick={print}>
          Print
        </button>
      </div>
      <div role="group" aria-label="Metals, at most six" className="no-print flex flex-wrap gap-1.5">
        {everyday.map((one) => (
          <button key={one.id} type="button" className="chip text-sm" aria-pressed={metals.includes(one.id)} onClick={() => turn(one.id)}>
            {one.called}
          </button>
        ))}
      </div>
      {machines.data?.length === 0 && <p>No machine stands in the shop yet: describe one there first.</p>}
      {metals.length === 0 && <p className="text-faint">Choose at least one metal.</p>}
      {found.isFetching && (
        <p role="status" className="text-faint">
          Working the chart out…
        </p>
      )}
      {found.error && (
        <p role="alert" className="text-vermilion first-letter:uppercase">
          {inWords(found.error)}
        </p>
      )}
      {found.data && (
        <section aria-label="The chart" className="grid gap-1 print:grid-cols-[1fr_auto]">
          {code && <img className="print-code chart-code" alt={`Opens ${name} on a phone`} src={code} />}
          <h2 className="text-xl font-semibold">
            {name}: {words().chart_kinds[kind]}
          </h2>
          <p className="m-0 text-sm text-faint">
            Two diameters deep, from solid unless a pilot is named, held as usual. A disc holds, half a disc is tight. Estimates of {today()}: the machine’s
            instructions and the responsible person come first. Clamp the work; glasses on; no gloves near a turning spindle.
          </p>
          <div className="overflow-x-auto print:col-span-2">
            <Table answer={found.data} called={(id) => everyday.find((one) => one.id === id)?.called ?? id} />
          </div>
        </section>
      )}
    </main>
  );
}
