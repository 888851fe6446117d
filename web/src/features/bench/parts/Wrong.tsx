/** What is wrong? What is seen, heard or felt is tapped; one thing to do now, the likeliest causes, and why. */
import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { api, inWords } from "../../../api/client";
import type { Case } from "../../../job/types";
import { significant } from "../../../job/units";
import { TEXT, VERDICTS } from "../../../job/Verdict";
import { words } from "../../../job/words";

/** So many causes are told. */
const TOLD = 3;

function useDiagnosis(job: Case, seen: readonly string[]) {
  return useQuery({
    queryKey: ["diagnose", job, seen],
    queryFn: ({ signal }) => api.diagnose({ case: job, seen }, signal),
    enabled: seen.length > 0,
    placeholderData: (before) => before,
    retry: false,
  });
}

function Found({ job, seen }: { job: Case; seen: readonly string[] }) {
  const found = useDiagnosis(job, seen);
  if (seen.length === 0) return <p className="text-faint">Tap everything you see, hear or feel.</p>;
  if (found.error) return <p className="text-vermilion">{inWords(found.error)}</p>;
  if (!found.data) return <p className="text-faint">Looking…</p>;
  const { now, causes, changes } = found.data;
  return (
    <div className="grid gap-2" role="status">
      <p className="m-0 border-l-4 border-bronze pl-3 text-xl font-semibold">{now.words}</p>
      <ol className="grid gap-1">
        {causes.slice(0, TOLD).map((one) => (
          <li key={one.cause} className="border-t border-rule pt-1">
            <span className="flex justify-between gap-3 font-semibold">
              <span className="first-letter:uppercase">{one.words}</span>
              <span className="figure">{significant(100 * one.p, 2)} %</span>
            </span>
            <span className="block text-sm">Mend: {one.change}.</span>
            <span className="block text-sm text-faint">Speaks for it: {one.because.join("; ")}.</span>
          </li>
        ))}
      </ol>
      {changes.length > 0 && (
        <section aria-label="Changes that hold" className="border-t border-rule pt-1 text-sm">
          <b>Changes that were checked:</b>
          <ul className="list-disc pl-5">
            {changes.map((one) => (
              <li key={one.sentence}>
                {one.sentence} <span className={TEXT[one.verdict]}>{VERDICTS[one.verdict]}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

export function Wrong({ job }: { job: Case }) {
  const [seen, setSeen] = useState<readonly string[]>([]);
  const turn = (id: string) => setSeen(seen.includes(id) ? seen.filter((one) => one !== id) : [...seen, id]);
  return (
    <Dialog.Root onOpenChange={(open) => open && setSeen([])}>
      <Dialog.Trigger className="tap chip no-print justify-self-start font-semibold">What’s wrong?</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-2 top-[4vh] z-50 mx-auto grid max-h-[92vh] max-w-4xl gap-3 overflow-y-auto border border-ink bg-film p-4"
        >
          <div className="flex items-start justify-between gap-3">
            <div>
              <Dialog.Title className="text-lg font-semibold">What’s wrong?</Dialog.Title>
              <p className="m-0 text-sm text-faint">This does not stop the machine. If anything moves that should not, use its own stop first.</p>
            </div>
            <Dialog.Close className="chip">Close</Dialog.Close>
          </div>
          <Found job={job} seen={seen} />
          <div role="group" aria-label="What is seen, heard or felt" className="grid gap-1.5 sm:grid-cols-2 lg:grid-cols-3">
            {words().symptoms.map((one) => (
              <button
                key={one.id}
                type="button"
                className="chip min-h-12 first-letter:uppercase"
                aria-pressed={seen.includes(one.id)}
                onClick={() => turn(one.id)}
              >
                {one.seen}
              </button>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
