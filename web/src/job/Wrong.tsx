/** What is wrong? Asked beside the machine, of the job on screen. */
import { Dialog } from "radix-ui";

import type { Case } from "./types";
import { later } from "../ui/later";

const Diagnosis = later(() => import("./Diagnosis").then((part) => part.Diagnosis), "Opening…");

export function Wrong({ job, className = "" }: { job: Case; className?: string }) {
  return (
    <Dialog.Root>
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
          <Diagnosis job={job} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
