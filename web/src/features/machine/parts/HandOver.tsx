/** A run left for another, with a line; and those that were left, taken up with one tap. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { api, inWords, Refused } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { freeName } from "../../../job/outbox";
import { moment } from "../../../ui/dates";
import { asRun, keep, mayTake, nameOf, type Run } from "../run";

/** Leaves the run for whoever comes next: it is put away here once the shop has it. */
export function HandOver({ run, onLeft }: { run: Run; onLeft: () => void }) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState("");
  const [said, setSaid] = useState("");
  // One name for one leaving: pressed twice, it is left once.
  const [id] = useState(freeName);
  const leave = async () => {
    try {
      await api.leaveRun(id, { name: nameOf(run).slice(0, 120), note, run });
      onLeft();
    } catch (fault) {
      setSaid(fault instanceof Refused ? inWords(fault) : "The shop cannot be reached: it stays here, with you, until it can.");
    }
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="chip min-h-16 px-4">Hand over</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content aria-describedby={undefined} className="fixed inset-x-2 top-[8vh] z-50 mx-auto grid max-w-2xl gap-4 border border-ink bg-film p-4">
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="m-0 text-[26px] font-bold">Hand over to another</Dialog.Title>
            <Dialog.Close className="chip min-h-14 px-4">Close</Dialog.Close>
          </div>
          <p className="m-0">Spindle stopped, work left clamped or marked as loose. Whoever takes it up stands where you stand now, with your ticks.</p>
          <label className="grid gap-1 text-[18px] font-semibold">
            A line for them
            <input
              className="border-b border-ink bg-paper px-2 py-2 font-normal"
              maxLength={400}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          {said && (
            <p role="alert" className="m-0 text-vermilion">
              {said}
            </p>
          )}
          <button type="button" className="min-h-16 bg-green px-4 text-left text-[22px] font-bold text-film" onClick={() => void leave()}>
            Leave it
          </button>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Runs that were left and nobody has taken up yet. */
export function Left({ onTaken }: { onTaken: (run: Run) => void }) {
  const client = useQueryClient();
  const [said, setSaid] = useState("");
  const left = useQuery({ queryKey: ["hand-overs"], queryFn: api.handOvers, retry: false });
  const open = left.data?.filter((one) => one.taken_by === null) ?? [];
  const takeUp = async (id: string) => {
    if (!mayTake((words) => window.confirm(words))) return;
    try {
      const run = asRun((await api.takeRun(id)).run);
      if (run === null) return;
      keep(run);
      onTaken(run);
    } catch (fault) {
      setSaid(inWords(fault));
      await askAgain(client, ["hand-overs"]);
    }
  };
  if (open.length === 0 && !said) return null;
  return (
    <section aria-label="Left for another" className="grid gap-2">
      <h2 className="heading border-b border-ink">Left for another</h2>
      {said && (
        <p role="alert" className="m-0 text-vermilion">
          {said}
        </p>
      )}
      {open.map((one) => (
        <button key={one.id} type="button" className="chip min-h-16 text-left" onClick={() => void takeUp(one.id)}>
          <b className="text-[20px]">Take up {one.name}</b>
          <span className="block">
            at step {Math.max(one.step, 1)}, hole {one.hole}; left by {one.by}, {moment(one.at)}
          </span>
          {one.note && <span className="block">“{one.note}”</span>}
        </button>
      ))}
    </section>
  );
}
