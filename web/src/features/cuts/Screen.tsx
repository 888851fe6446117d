/** The book of what was cut: a line a cut with the reading beside its band, what the log says of itself, and the edges. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";

import { api, inWords, type Schemas } from "../../api/client";
import { askAgain } from "../../api/stale";
import { useFirstJob } from "../../job/kept";
import { useLessons, type Lessons } from "../../job/lessons";
import { drop, waiting } from "../../job/outbox";
import { useJob } from "../../job/provider";
import { useMaterials } from "../../job/queries";
import type { Case } from "../../job/types";
import { drillSize, inUnits, plain } from "../../job/units";
import { useUnits } from "../../job/useUnits";
import { useWaiting } from "../../job/useWaiting";
import { words as allWords } from "../../job/words";
import { Actions } from "../../ui/Actions";
import { Choices } from "../../ui/Choices";
import { day } from "../../ui/dates";
import { Asked } from "./parts/Asked";
import { BandMark } from "./parts/BandMark";
import { Edges } from "./parts/Edges";
import { Honest } from "./parts/Honest";
import { Troubles } from "./parts/Troubles";
import { Watch } from "./parts/Watch";
import { Story } from "./parts/Story";

type Line = Schemas["CutLine"];
type Wanted = { machine: string; metal: string; family: string; seen: boolean; binned: boolean };
const ALL: Wanted = { machine: "", metal: "", family: "", seen: false, binned: false };
const PARTS = [
  ["cuts", "Cuts"],
  ["edges", "Edges"],
  ["troubles", "What was wrong"],
  ["watch", "Watch a trace"],
  ["honest", "How often it was right"],
] as const;

function Filter({
  label,
  of,
  choices,
  value,
  onChoose,
}: {
  label: string;
  of: (id: string) => string;
  choices: readonly string[];
  value: string;
  onChoose: (id: string) => void;
}) {
  return (
    <label className="grid grow text-xs text-faint wide:grow-0">
      {label}
      <select className="min-h-8 w-full border border-rule bg-paper px-1 text-base text-ink" value={value} onChange={(event) => onChoose(event.target.value)}>
        <option value="">all</option>
        {choices.map((id) => (
          <option key={id} value={id}>
            {of(id)}
          </option>
        ))}
      </select>
    </label>
  );
}

function Row({ cut, words, metal, onOpen, onBack }: { cut: Line; words: Lessons["words"]; metal: string; onOpen: () => void; onBack: (() => void) | null }) {
  const system = useUnits();
  const noted = [...(cut.outcome === "done" ? [] : [words.outcomes[cut.outcome] ?? cut.outcome]), ...cut.seen.map((one) => words.symptoms[one] ?? one)];
  return (
    <tr className={`flex flex-wrap items-center gap-x-3 border-b border-rule py-1 align-middle wide:table-row ${cut.taken ? "" : "text-faint"}`}>
      <td className="order-1 py-1 text-sm whitespace-nowrap text-faint wide:pr-3">{day(cut.at)}</td>
      <td className="w-full wide:w-auto wide:pr-3">
        <button type="button" className="tap text-left font-semibold underline decoration-dotted" onClick={onOpen}>
          {drillSize(cut.diameter_mm, system)} {inUnits(cut.name.replace(/^\S+ mm /, "").replace(/ in .*/, ""), system)}
        </button>
        <span className="block text-sm text-faint">
          {metal}, {cut.machine}
        </span>
      </td>
      <td className="figure hidden pr-3 text-right wide:table-cell">{cut.holes}</td>
      <td className="figure hidden pr-3 text-right whitespace-nowrap wide:table-cell">{plain(cut.depth_mm, system)}</td>
      <td className="order-1 wide:pr-3">
        {cut.readings.map((one, k) => (
          <BandMark key={k} reading={one} system={system} />
        ))}
      </td>
      <td className="order-3 text-sm wide:pr-3">
        {noted.length > 0 && <span className="text-vermilion">{noted.join("; ")}</span>}
        {cut.note && <span className="block text-faint">{cut.note}</span>}
        {!cut.taken && <span className="block">not learnt from</span>}
      </td>
      <td className="order-1 text-sm text-faint">
        {cut.by}
        {onBack && (
          <button type="button" className="chip ml-2" onClick={onBack}>
            Bring back
          </button>
        )}
      </td>
    </tr>
  );
}

function Unsent() {
  const [all, refused] = useWaiting();
  if (all === 0) return null;
  return (
    <section aria-label="Not sent yet" className="border-l-4 border-bronze pl-3">
      {all} written down on this machine and not with the shop yet.
      {refused > 0 && (
        <ul className="m-0 p-0">
          {waiting()
            .filter((one) => one.refused)
            .map((one) => (
              <li key={one.id}>
                The shop would not take one: {one.refused}.{" "}
                <button type="button" className="chip" onClick={() => window.confirm("Throw this entry away?") && drop(one.id)}>
                  Throw it away
                </button>
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}

export function Cuts() {
  const system = useUnits();
  const client = useQueryClient();
  const { state, dispatch } = useJob();
  const [, navigate] = useLocation();
  useFirstJob();
  const [part, setPart] = useState<(typeof PARTS)[number][0]>("cuts");
  const [wanted, setWanted] = useState(ALL);
  const [page, setPage] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const lessons = useLessons();
  const materials = useMaterials().data ?? [];
  const metal = (id: string) => materials.find((one) => one.id === id)?.name ?? id;
  const family = (id: string) => allWords().families.find((one) => one.id === id)?.words ?? id;
  const cuts = useQuery({ queryKey: ["cuts", wanted, page], queryFn: () => api.cuts({ ...wanted, page }), placeholderData: keepPreviousData, retry: false });
  const want = (changed: Partial<Wanted>) => {
    setWanted({ ...wanted, ...changed });
    setPage(0);
  };
  const onBench = (job: Case) => {
    if (!state.jobs.now) return;
    dispatch({ do: "open", job: { ...state.jobs.now, case: job, typed: {}, refs: {}, pinned: false, name: "" } });
    navigate("/");
  };
  const fault = lessons.error ?? cuts.error;
  const last = cuts.data ? Math.max(0, Math.ceil(cuts.data.count / cuts.data.of_a_page) - 1) : 0;
  const filtered = JSON.stringify(wanted) !== JSON.stringify(ALL);
  return (
    <main className="mx-auto grid max-w-[1720px] grid-cols-[minmax(0,1fr)] content-start gap-4 px-3 pt-3 pb-8 wide:px-5">
      <h1 className="sr-only">Cuts: what was made, and what it taught</h1>
      <Actions>
        <a className="tap chip no-underline" href="/api/export/cuts?form=csv" download>
          CSV
        </a>
        <a className="tap chip no-underline" href="/api/export/cuts?form=xlsx" download>
          XLSX
        </a>
        <button type="button" className="tap chip" onClick={() => window.print()}>
          Print
        </button>
      </Actions>
      {fault && <p role="alert">{inWords(fault)}</p>}
      <Unsent />
      {lessons.data && (
        <>
          <Asked lessons={lessons.data} system={system} onOpen={setOpen} />
          <div className="no-print flex flex-wrap items-end gap-3">
            <Choices label="What to look at" choices={PARTS} chosen={part} onChoose={setPart} />
            {part === "cuts" && (
              <>
                <Filter
                  label="machine"
                  of={(id) => id}
                  choices={lessons.data.choices.machine_name}
                  value={wanted.machine}
                  onChoose={(machine) => want({ machine })}
                />
                <Filter label="metal" of={metal} choices={lessons.data.choices.metal} value={wanted.metal} onChoose={(id) => want({ metal: id })} />
                <Filter label="cutter" of={family} choices={lessons.data.choices.family} value={wanted.family} onChoose={(id) => want({ family: id })} />
                <label className="flex min-h-8 items-center gap-1">
                  <input type="checkbox" checked={wanted.seen} onChange={(event) => want({ seen: event.target.checked })} />
                  with something seen
                </label>
                <label className="flex min-h-8 items-center gap-1">
                  <input type="checkbox" checked={wanted.binned} onChange={(event) => want({ binned: event.target.checked })} />
                  the bin
                </label>
              </>
            )}
          </div>
          {part === "edges" && <Edges />}
          {part === "troubles" && <Troubles onBench={onBench} />}
          {part === "watch" && <Watch />}
          {part === "honest" && <Honest lessons={lessons.data} metal={metal} family={family} />}
          {part === "cuts" && cuts.data && (
            <>
              {cuts.data.count === 0 ? (
                <p className="text-faint">
                  {filtered
                    ? "None of these."
                    : "Nothing is written down yet. Take a plan to the machine: each hole done is written down by itself, and how it went in a few taps."}
                </p>
              ) : (
                <div className="overflow-x-auto">
                  <table className="block w-full border-collapse wide:table">
                    <thead className="hidden wide:table-header-group">
                      <tr className="border-b border-ink text-left text-sm text-faint">
                        <th className="py-1 pr-3 font-normal">on</th>
                        <th className="pr-3 font-normal">cut</th>
                        <th className="hidden pr-3 text-right font-normal wide:table-cell">holes</th>
                        <th className="hidden pr-3 text-right font-normal wide:table-cell">deep</th>
                        <th className="pr-3 font-normal">reading against what was expected</th>
                        <th className="pr-3 font-normal">how it went</th>
                        <th className="font-normal">by</th>
                      </tr>
                    </thead>
                    <tbody className="block wide:table-row-group">
                      {cuts.data.cuts.map((cut) => (
                        <Row
                          key={cut.id}
                          cut={cut}
                          words={lessons.data.words}
                          metal={metal(cut.metal)}
                          onOpen={() => setOpen(cut.id)}
                          onBack={wanted.binned ? () => void api.returnCut(cut.id).then(() => askAgain(client)) : null}
                        />
                      ))}
                    </tbody>
                  </table>
                </div>
              )}
              {last > 0 && (
                <p className="no-print m-0 flex items-center gap-3">
                  <button type="button" className="chip" disabled={page === 0} onClick={() => setPage(page - 1)}>
                    Newer
                  </button>
                  page {page + 1} of {last + 1}, {cuts.data.count} in all
                  <button type="button" className="chip" disabled={page >= last} onClick={() => setPage(page + 1)}>
                    Older
                  </button>
                </p>
              )}
            </>
          )}
          {open && <Story id={open} words={lessons.data.words} system={system} onBench={onBench} onClose={() => setOpen(null)} />}
        </>
      )}
    </main>
  );
}
