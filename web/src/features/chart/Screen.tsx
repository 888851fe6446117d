/** A wall chart of one machine: sizes down, metals across, in each crossing what to set, the pilot it wants, and how it holds by its shape. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, inWords } from "../../api/client";
import { useMachines } from "../../job/queries";
import type { System } from "../../job/types";
import { useUnits } from "../../job/useUnits";
import { words } from "../../job/words";
import { Choices } from "../../ui/Choices";
import { today } from "../../ui/dates";
import { usePrint } from "../../ui/usePrint";
import { legendOf, legendWords, oneLine, twoLines, upToTheLast, type Answer } from "./crossing";
import { Table } from "./parts/Table";
import { MARGIN_MM, PAPERS, sheetFor, type Paper, type Sheet, type Wanted } from "./sheet";

const SERIES = [
  ["crib", "of the crib"],
  ["metric", "metric"],
  ["fraction", "fractions"],
  ["number", "numbers"],
  ["letter", "letters"],
] as const;
type Series = (typeof SERIES)[number][0];
/** So many metals stand side by side. */
const MOST = 8;

/** How large everything in the table is, in letters and lines, as it is printed. */
function wantedOf(answer: Answer, system: System): Wanted {
  const legend = legendOf(answer, system);
  const longest = (texts: readonly string[]) => Math.max(...texts.map((text) => text.length), 1);
  const cells = answer.rows.flatMap((row) => row.cells);
  const besides = (row: Answer["rows"][number]) => row.also.join(", ");
  return {
    rows: answer.rows.length,
    metals: answer.rows[0]?.cells.length ?? 0,
    two: {
      size: longest(answer.rows.flatMap((row) => [row.name, besides(row)])),
      crossing: longest(cells.flatMap((cell) => twoLines(cell, system))),
      lines: answer.rows.reduce((sum, row) => sum + (besides(row) || row.cells.some((cell) => twoLines(cell, system)[1]) ? 2 : 1), 0),
    },
    one: {
      size: longest(answer.rows.map((row) => `${row.name} ${besides(row)}`)),
      crossing: longest(cells.map((cell) => oneLine(cell, system, legend))),
      lines: answer.rows.length,
    },
  };
}

/** What the printed sheet is like. */
function inWordsOf(sheet: Sheet): string {
  const way = sheet.landscape ? "landscape" : "portrait";
  const size = `letters of ${sheet.pt} pt`;
  return sheet.sheets > 1 ? `${sheet.sheets} sheets, ${way}, ${size}: fewer sizes or metals, or a larger sheet, make it one` : `one sheet, ${way}, ${size}`;
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
  const [paper, setPaper] = useState<Paper>("A4");
  const system = useUnits();
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
  const called = (id: string) => everyday.find((one) => one.id === id)?.called ?? id;
  const { chart, beyond } = found.data ? upToTheLast(found.data) : { chart: undefined, beyond: null };
  const sheet = chart && sheetFor(paper, wantedOf(chart, system));
  const legend = chart && sheet?.compact ? legendOf(chart, system) : null;
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
        <Choices label="Paper" choices={Object.keys(PAPERS).map((one) => [one as Paper, one] as const)} chosen={paper} onChoose={setPaper} />
        <button type="button" className="chip font-semibold" onClick={print}>
          Print
        </button>
      </div>
      <div role="group" aria-label="Metals, at most eight" className="no-print flex flex-wrap gap-1.5">
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
      {chart && (
        <section aria-label="The chart" className="grid gap-1 print:grid-cols-[1fr_auto]">
          {sheet && (
            <style>{`@page { size: ${paper} ${sheet.landscape ? "landscape" : "portrait"}; margin: ${MARGIN_MM}mm; } :root { --chart-pt: ${sheet.pt}pt; }`}</style>
          )}
          {code && <img className="print-code chart-code" alt={`Opens ${name} on a phone`} src={code} />}
          <div className="grid gap-1 print:col-start-1">
            <h2 className="text-xl font-semibold">
              {name}: {words().chart_kinds[kind]}
            </h2>
            <p className="m-0 text-sm text-faint">
              Two diameters deep, from solid unless a pilot is named, held as usual. A disc holds, half a disc is tight. Estimates of {today()}: the machine’s
              instructions and the responsible person come first. Clamp the work; glasses on; no gloves near a turning spindle.
            </p>
            {beyond && <p className="m-0 text-sm">From {beyond} up none of these goes.</p>}
            {legend && <p className="m-0 text-sm">In each crossing: {legendWords(legend, system)}.</p>}
            {sheet && (
              <p className="no-print m-0 text-sm text-faint">
                Printed on {paper}: {inWordsOf(sheet)}.
              </p>
            )}
          </div>
          <div className="overflow-x-auto print:col-span-2">
            <Table answer={chart} called={called} legend={legend} />
          </div>
        </section>
      )}
    </main>
  );
}
