/** The verdict to be read from two metres: a tablet leant against the machine. */
import { Dialog } from "radix-ui";

import { because, TEXT, VERDICTS } from "../../../job/Verdict";
import { useUnits } from "../../../job/useUnits";
import type { Answer } from "../../../job/types";

type Props = { answer: Answer | null; sentence: string; open: boolean; onOpenChange: (open: boolean) => void };

export function FarVerdict({ answer, sentence, open, onOpenChange }: Props) {
  const system = useUnits();
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Content aria-describedby={undefined} className="fixed inset-0 z-50 grid content-center gap-[3vmin] overflow-y-auto bg-film p-[5vmin]">
          <Dialog.Title className="text-[4.5vmin] leading-tight font-normal">{sentence}</Dialog.Title>
          {answer && (
            <p role="status" className="m-0">
              <span className={`block text-[21vmin] leading-none font-bold ${TEXT[answer.verdict]}`}>{VERDICTS[answer.verdict]}</span>
              <span className="block text-[5.5vmin] leading-snug">{because(answer, system)}</span>
            </p>
          )}
          <Dialog.Close className="chip justify-self-start text-[3.5vmin]">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
