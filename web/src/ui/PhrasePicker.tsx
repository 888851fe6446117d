/** A phrase that opens its picker: a popover on a bench, a sheet from below on a phone. */
import { Popover } from "radix-ui";
import { memo, type ReactNode } from "react";

type Props = {
  /** What the phrase is, for screen readers: "diameter". */
  label: string;
  text: string;
  mark?: string;
  state?: "assumed" | "wrong" | "plain";
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
  wide?: boolean;
};

/** A closed picker shows its phrase and nothing of what is in it. */
const looksTheSame = (before: Props, now: Props): boolean =>
  !before.open &&
  !now.open &&
  before.label === now.label &&
  before.text === now.text &&
  before.mark === now.mark &&
  before.state === now.state &&
  before.wide === now.wide &&
  before.onOpenChange === now.onOpenChange;

export const PhrasePicker = memo(function PhrasePicker({ label, text, mark, state = "plain", open, onOpenChange, children, wide }: Props) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger asChild>
        <button type="button" className={`phrase ${state === "plain" ? "" : state}`} aria-label={`${label}: ${text}`}>
          {text}
          {mark && (
            <kbd aria-hidden className="figure no-print ml-0.5 hidden align-super text-[0.6rem] text-bronze wide:inline">
              {mark}
            </kbd>
          )}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          onCloseAutoFocus={(event) => {
            // The focus comes back a moment late: it must not be taken from a picker that has opened meanwhile.
            if (document.querySelector('[role="dialog"]')) event.preventDefault();
          }}
          className={`z-30 max-h-[min(30rem,75vh)] overflow-y-auto border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)] ${
            wide ? "w-[min(34rem,calc(100vw-1rem))]" : "w-[min(22rem,calc(100vw-1rem))]"
          }`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}, looksTheSame);
