/** A button of the frame, and the panel that hangs on it. */
import { Popover } from "radix-ui";
import type { ReactNode } from "react";

type Props = {
  /** What the panel is, for screen readers. */
  label: string;
  trigger: ReactNode;
  triggerLabel?: string;
  strong?: boolean;
  wide?: boolean;
  open?: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
};

export function Panel({ label, trigger, triggerLabel, strong, wide, open, onOpenChange, children }: Props) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger className={`tap chip ${strong ? "font-semibold" : ""}`} aria-label={triggerLabel}>
        {trigger}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className={`z-30 max-h-[70vh] overflow-y-auto border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)] ${wide ? "w-[min(34rem,calc(100vw-1rem))]" : "w-[min(24rem,calc(100vw-1rem))]"}`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
