/** What was wrong at the machines: what was seen, what was said to be done, and whether that helped. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, inWords, type Schemas } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { useMay } from "../../../job/queries";
import { Told } from "../../../job/Told";
import type { Case } from "../../../job/types";
import { day } from "../../../ui/dates";

type Trouble = Schemas["TroubleLine"];

function Helped({ one, onSay }: { one: Trouble; onSay: (helped: "" | "yes" | "no") => void }) {
  return (
    <span className="flex gap-1.5">
      {(["yes", "no"] as const).map((helped) => (
        <button
          key={helped}
          type="button"
          className="chip text-sm"
          aria-pressed={one.helped === helped}
          onClick={() => onSay(one.helped === helped ? "" : helped)}
        >
          {helped === "yes" ? "helped" : "did not help"}
        </button>
      ))}
    </span>
  );
}

export function Troubles({ onBench }: { onBench: (job: Case) => void }) {
  const client = useQueryClient();
  const [page, setPage] = useState(0);
  const [said, setSaid] = useState("");
  const mind = useMay("machinist");
  const found = useQuery({ queryKey: ["troubles", page], queryFn: () => api.troubles({ page }), retry: false });
  const then = async (act: Promise<unknown>, words = "") => {
    try {
      await act;
      setSaid(words);
    } catch (fault) {
      setSaid(inWords(fault));
    }
    await askAgain(client, ["troubles"]);
  };
  const say = (one: Trouble, helped: "" | "yes" | "no") => {
    const { case: job, seen, letter, step, hole_no, note, at } = one;
    void then(api.writeTrouble(one.id, { case: job, seen, letter, step, hole_no, note, at, helped, rev: one.rev + 1 }));
  };
  if (found.error) return <p role="alert">{inWords(found.error)}</p>;
  if (!found.data) return <p>Opening…</p>;
  const { count, of_a_page, troubles } = found.data;
  if (count === 0) return <p className="text-faint">Nothing was wrong yet that anybody asked about. What’s wrong? at the machine is kept here by itself.</p>;
  return (
    <section aria-label="What was wrong">
      <p role="status" className="m-0 min-h-6 text-sm">
        {said}
      </p>
      <ul className="m-0 grid gap-0 p-0">
        {troubles.map((one) => (
          <li key={one.id} className="grid gap-x-4 gap-y-1 border-b border-rule py-2 wide:grid-cols-[7rem_minmax(0,1fr)_minmax(0,1fr)_auto]">
            <span className="text-sm text-faint">
              {day(one.at)}
              <span className="block">{one.by}</span>
            </span>
            <span>
              <b className="block first-letter:uppercase">{one.name}</b>
              <span className="block text-sm text-faint">
                {one.machine}
                {one.letter && `, hole ${one.letter}${one.hole_no}`}
              </span>
              {one.note && <span className="block text-sm">{one.note}</span>}
            </span>
            <span className="text-sm">
              <Told>{one.answer.now.words}</Told>
              {one.answer.causes[0] && (
                <span className="block text-faint">
                  likeliest: <Told>{one.answer.causes[0].words}</Told>, {Math.round(100 * one.answer.causes[0].p)} %
                </span>
              )}
            </span>
            <span className="no-print flex flex-wrap items-start gap-1.5">
              {mind && <Helped one={one} onSay={(helped) => say(one, helped)} />}
              <button type="button" className="chip text-sm" onClick={() => onBench(one.case as Case)}>
                On the Bench
              </button>
              {mind && (
                <button type="button" className="chip text-sm" onClick={() => void then(api.removeTrouble(one.id), "In the bin for 30 days.")}>
                  Archive
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {count > of_a_page && (
        <p className="no-print m-0 flex items-center gap-3 pt-2">
          <button type="button" className="chip" disabled={page === 0} onClick={() => setPage(page - 1)}>
            Newer
          </button>
          page {page + 1} of {Math.ceil(count / of_a_page)}
          <button type="button" className="chip" disabled={(page + 1) * of_a_page >= count} onClick={() => setPage(page + 1)}>
            Older
          </button>
        </p>
      )}
    </section>
  );
}
