/** What is wrong? Asked beside the machine, of the job on screen. */
import { Dialog } from "radix-ui";
import { memo, useEffect, useState } from "react";

import type { Case } from "./types";
import { later } from "../ui/later";

const part = () => import("./Diagnosis").then((found) => found.Diagnosis);
const Diagnosis = later(part, "Opening…");

/** Fetched while there is a network, for where it may go. */
export const useWrongWithoutNetwork = (): void => {
  useEffect(() => {
    void part().catch(() => undefined);
  }, []);
};

type Props = {
  job: Case;
  className?: string;
  /** What was looked for by its words: it opens with that seen. */
  asked?: string | null;
  /** Told what had been seen when it is closed, if anything was. */
  onClosed?: (seen: readonly string[]) => void;
};

export const Wrong = memo(function Wrong({ job, className = "", asked = null, onClosed }: Props) {
  const [open, setOpen] = useState(false);
  const [seen, setSeen] = useState<readonly string[]>([]);
  useEffect(() => {
    if (asked === null) return;
    setOpen(true);
    setSeen([asked]);
  }, [asked]);
  const turn = (id: string) => setSeen(seen.includes(id) ? seen.filter((one) => one !== id) : [...seen, id]);
  const move = (to: boolean) => {
    setOpen(to);
    setSeen([]);
    if (!to) onClosed?.(seen);
  };
  return (
    <Dialog.Root open={open} onOpenChange={move}>
      <Dialog.Trigger className={`tap chip no-print justify-self-start font-semibold ${className}`}>What’s wrong?</Dialog.Trigger>
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
          <Diagnosis job={job} seen={seen} onTurn={turn} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
});
