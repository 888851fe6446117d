/** The match: the Bench's hole, every machine of the shop with every cutter that makes it, each at its best; one tap takes a crossing to the Bench. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, useLocation } from "wouter";

import { api, inWords } from "../../api/client";
import { matchHere } from "../../api/match";
import { useFirstJob } from "../../job/kept";
import { useJob } from "../../job/provider";
import { useMaterials } from "../../job/queries";
import type { Case } from "../../job/types";
import { drillSize, inUnits, plain, time } from "../../job/units";
import { useUnits } from "../../job/useUnits";
import { TEXT, VERDICTS } from "../../job/Verdict";
import { Actions } from "../../ui/Actions";
import { csv } from "../../ui/csv";
import { download } from "../../ui/download";
import { type Crossing, goes, type Table, tableOf } from "./table";
import { useMatch } from "./useMatch";

const INK: Record<string, string> = { holds: "var(--green)", tight: "var(--bronze)" };
const [WIDE, TALL, MARK] = [88, 12, 64];

/** How far the limit that comes first is used, against its mark. */
function Bar({ one }: { one: Crossing }) {
  const ink = INK[one.verdict] ?? "var(--vermilion)";
  return (
    <svg width={WIDE} height={TALL} viewBox={`0 0 ${WIDE} ${TALL}`} aria-hidden className="block">
      <line x1={0} x2={WIDE} y1={6} y2={6} stroke="var(--rule)" />
      <line x1={0} x2={Math.min(one.use * MARK, WIDE)} y1={6} y2={6} stroke={ink} strokeWidth={4} />
      <line x1={MARK} x2={MARK} y1={1} y2={11} stroke="var(--ink)" strokeWidth={3} />
    </svg>
  );
}

function Best({ row, column }: { row: boolean; column: boolean }) {
  const words = [row && "best of its cutter", column && "best of its machine"].filter(Boolean).join(", ");
  return words ? (
    <svg width={30} height={12} viewBox="0 0 30 12" role="img" aria-label={words} className="inline-block">
      {row && <path d="M1 1 L11 6 L1 11 Z" fill="var(--ink)" />}
      {column && <path d="M16 2 H28 L22 11 Z" fill="none" stroke="var(--ink)" strokeWidth={1.4} />}
    </svg>
  ) : null;
}

function Cell({ one, table, onTake }: { one: Crossing | undefined; table: Table; onTake: (one: Crossing) => void }) {
  const system = useUnits();
  if (!one) return <td className="border-l border-rule px-2 text-faint">…</td>;
  if (one.verdict === "cannot")
    return <td className="border-l border-rule px-2 align-top text-sm text-faint">Can’t: {inUnits(one.why || one.failure, system)}</td>;
  return (
    <td className="border-l border-rule p-0 align-top">
      <button
        type="button"
        className="tap grid w-full gap-0.5 px-2 py-1 text-left text-sm hover:bg-paper"
        title={`${inUnits(one.words, system)}. Take it to the Bench`}
        onClick={() => onTake(one)}
      >
        <Bar one={one} />
        <span className={TEXT[one.verdict]}>
          <b>{VERDICTS[one.verdict]}</b> {one.verdict === "holds" ? inUnits(one.said.replace(/^Holds,?\s*/, ""), system) : one.failure}
        </span>
        <span className="figure">
          {one.time_s === null ? "no bite" : <b>{time(one.time_s)}</b>} <Best row={table.bestOfRow.has(one)} column={table.bestOfColumn.has(one)} />
        </span>
      </button>
    </td>
  );
}

function Crossings({ table, onTake }: { table: Table; onTake: (one: Crossing) => void }) {
  if (table.machines.length === 0) return null;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Machines across, cutters down">
      <table className="border-collapse">
        <thead>
          <tr className="border-b-2 border-ink text-left align-bottom">
            <th className="pr-3 text-xs font-normal text-faint">cutter</th>
            {table.machines.map((machine) => (
              <th key={machine.id} scope="col" className="min-w-32 border-l border-rule px-2 py-1">
                {machine.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.cutters.map((cutter) => (
            <tr key={cutter.id} className="border-b border-rule">
              <th scope="row" className="sticky left-0 min-w-36 bg-film py-1 pr-3 text-left align-top">
                {cutter.name}
              </th>
              {table.machines.map((machine) => (
                <Cell key={machine.id} one={table.at(machine.id, cutter.id)} table={table} onTake={onTake} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Where nothing goes: what the shop, or a cutter to get, would change so that it does. */
function ToGet({ job }: { job: Case }) {
  const system = useUnits();
  const found = useQuery({ queryKey: ["ways-out", job], queryFn: ({ signal }) => api.waysOut(job, signal), staleTime: 60_000, retry: false });
  if (!found.data) return found.isFetching ? <p className="m-0 text-faint">Looking for what would…</p> : null;
  const { ways, nearest_miss } = found.data;
  return (
    <section aria-label="What would" className="grid gap-1">
      <h2 className="heading m-0">What would, from the Bench’s own setting</h2>
      {ways.length === 0 && (
        <p className="m-0">
          Nothing of this shop.{" "}
          {nearest_miss && (
            <>
              The nearest miss: {inUnits(nearest_miss.sentence, system)}; then still: {nearest_miss.failure}.
            </>
          )}
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {ways.map((way) => (
          <li key={way.sentence} className="border-t border-rule py-1 first-letter:uppercase">
            {inUnits(way.sentence, system)} <b className={TEXT[way.verdict]}>{VERDICTS[way.verdict]}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The head: on how many machines it holds, the quickest of them. */
function Verdict({ found, going }: { found: readonly Crossing[]; going: boolean }) {
  const best = [...found].filter((one) => one.verdict === "holds").sort((one, other) => (one.time_s ?? 1e9) - (other.time_s ?? 1e9))[0];
  const holds = new Set(found.filter((one) => one.verdict === "holds").map((one) => one.machine_id)).size;
  const tight = new Set(found.filter((one) => one.verdict === "tight").map((one) => one.machine_id)).size;
  if (found.length === 0) return null;
  return (
    <p className="m-0 border-l-4 border-ink pl-3">
      <b className={`block text-[24px] ${holds ? "text-green" : tight ? "text-bronze" : "text-vermilion"}`}>
        {holds ? `Holds on ${holds}` : tight ? `Tight on ${tight}, holds on none` : going ? "None so far" : "No machine of the shop does it"}
      </b>
      {best && (
        <>
          quickest <b className="figure">{time(best.time_s)}</b> on {best.machine_name} with {best.cutter_name}
        </>
      )}
    </p>
  );
}

const COLUMNS = ["machine_name", "cutter_name", "verdict", "failure", "use", "speed_rpm", "feed_mm_rev", "hand_force_n", "time_s"] as const;
const csvOf = (found: readonly Crossing[]): string => csv([COLUMNS, ...found.map((one) => COLUMNS.map((name) => one[name]))]);

export function Match() {
  useFirstJob();
  const system = useUnits();
  const { state, dispatch } = useJob();
  const [, navigate] = useLocation();
  const now = state.jobs.now;
  const materials = useMaterials().data;
  const { search, stop, again } = useMatch(now?.case);
  const [fault, setFault] = useState<string | null>(null);
  const table = useMemo(() => tableOf(search.found), [search.found]);
  useEffect(() => {
    document.title = "The Match: every machine with every cutter";
  }, []);
  if (!now) return <main className="p-6">Opening…</main>;
  const job = now.case;
  const metal = materials?.find((one) => one.id === job.material.id)?.name ?? job.material.name ?? job.material.id;
  const take = async (one: Crossing) => {
    try {
      const found = await matchHere.crossed({ case: job, machine: one.machine_id, cutter: one.cutter_id });
      const { case: taken, machine, cutter } = found;
      dispatch({ do: "open", job: { ...now, case: taken as Case, typed: {}, refs: { machine, cutter }, pinned: false, name: "" } });
      navigate("/");
    } catch (error) {
      setFault(inWords(error));
    }
  };
  return (
    <main className="mx-auto grid max-w-[115rem] grid-cols-[minmax(0,1fr)] content-start gap-3 px-3 pt-3 pb-8 wide:px-5">
      <h1 className="sr-only">The Match: every machine of the shop with every cutter that makes the hole</h1>
      <Actions>
        {search.going ? (
          <button type="button" className="tap chip font-semibold" onClick={stop}>
            Stop
          </button>
        ) : (
          <button type="button" className="tap chip" onClick={again}>
            Match again
          </button>
        )}
        <button type="button" className="tap chip" disabled={search.found.length === 0} onClick={() => download("match.csv", "text/csv", csvOf(search.found))}>
          CSV
        </button>
        <button type="button" className="tap chip" disabled={search.found.length === 0} onClick={() => window.print()}>
          Print
        </button>
      </Actions>
      <div className="grid gap-3 wide:grid-cols-[1fr_20rem]">
        <p className="m-0 text-lg">
          For <b>{drillSize(job.hole.diameter_mm, system)}</b>, {plain(job.hole.depth_mm, system)} {job.hole.through === false ? "blind" : "through"}, in{" "}
          <b>{metal}</b>: every machine of the shop with every cutter of the crib that makes it, each at its best setting.{" "}
          <Link to="/" className="no-print font-semibold text-blue">
            Another hole
          </Link>
        </p>
        <Verdict found={search.found} going={search.going} />
      </div>
      <div role="status" className="no-print min-h-6 text-sm text-faint">
        {search.going && (
          <label className="flex items-center gap-2">
            <progress className="h-3 w-44" value={search.tried} max={search.of || 1} />
            <span className="figure">
              {search.tried} of {search.of || "…"} machines
            </span>
          </label>
        )}
        {search.said}
        {!search.going && search.of > 0 && search.tried === search.of && `${search.found.length} crossings worked out.`}
        {!search.going && search.of === 0 && !search.said && "No machine stands in the shop yet: describe one there first."}
      </div>
      {fault && (
        <p role="alert" className="m-0 text-vermilion">
          {fault}
        </p>
      )}
      <Crossings table={table} onTake={(one) => void take(one)} />
      {!search.going && search.of > 0 && search.found.length === 0 && <p className="m-0">No cutter of the crib makes this hole.</p>}
      {table.machines.length > 0 && (
        <p className="m-0 text-xs text-faint">
          The bar: how far the first limit is used, its mark in black. ▶ the best machine for the cutter, ▽ the best cutter for the machine. A tap takes the
          crossing to the Bench.
        </p>
      )}
      {table.never.length > 0 && (
        <section aria-label="Machines that cannot" className="grid gap-1">
          <h2 className="heading m-0">Can’t, whatever the cutter</h2>
          <ul className="m-0 flex list-none flex-wrap gap-x-8 gap-y-1 p-0 text-sm">
            {table.never.map((one) => (
              <li key={one.machine_id}>
                <b>{one.machine_name}</b> <span className="text-faint">{inUnits(one.why || one.failure, system)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {!search.going && search.tried > 0 && !search.found.some(goes) && <ToGet job={job} />}
    </main>
  );
}
