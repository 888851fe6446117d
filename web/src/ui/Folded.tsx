/** Something folded away that is only made, and asked for, once it is opened. */
import { type ReactNode, useState } from "react";

type Props = { summary: string; className?: string; middle?: boolean; children: ReactNode };

export function Folded({ summary, className = "", middle = false, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <details className={`text-sm ${className}`} open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className={`tap cursor-pointer text-faint underline decoration-dotted ${middle ? "mx-auto w-fit" : ""}`}>{summary}</summary>
      {open && <div className="pt-2">{children}</div>}
    </details>
  );
}
