/** Something folded away that is only made, and asked for, once it is opened. */
import { type ReactNode, useState } from "react";

export function Folded({ summary, children }: { summary: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="text-sm" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="tap cursor-pointer text-faint underline decoration-dotted">{summary}</summary>
      {open && <div className="pt-2">{children}</div>}
    </details>
  );
}
