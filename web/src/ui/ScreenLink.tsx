/** A link to a screen or a part of one, that shows whether one is there. */
import type { ReactNode } from "react";
import { Link, useLocation } from "wouter";

type Props = {
  to: string;
  /** Only the address itself counts as being there, not what lies below it. */
  exactly?: boolean;
  className: (there: boolean) => string;
  children: ReactNode;
};

export function ScreenLink({ to, exactly = false, className, children }: Props) {
  const [at] = useLocation();
  const there = at === to || (!exactly && at.startsWith(`${to}/`));
  return (
    <Link to={to} className={className(there)} aria-current={there ? "page" : undefined}>
      {children}
    </Link>
  );
}
