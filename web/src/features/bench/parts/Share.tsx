/** The check as a link: the whole job is in it, so it opens the same anywhere this shop's server is reached. */
import { Popover } from "radix-ui";
import { useState } from "react";

export function Share() {
  const [said, setSaid] = useState("");
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(location.href);
      setSaid("Copied.");
    } catch {
      setSaid("This browser does not let it be copied: take it from the line above.");
    }
  };
  return (
    <Popover.Root onOpenChange={() => setSaid("")}>
      <Popover.Trigger className="tap chip">Share</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={6} collisionPadding={8} aria-label="Share this check" className="z-30 grid w-[min(24rem,calc(100vw-1rem))] gap-2 border border-ink bg-film p-3 shadow-[4px_4px_0_var(--rule)]">
          <label className="grid gap-1">
            <span className="heading">The link to this check</span>
            <input className="field figure text-xs" readOnly value={location.href} onFocus={(event) => event.target.select()} />
          </label>
          <p className="text-sm text-faint">The whole job is in the link: hole, metal, cutter, machine and setting, as they are now.</p>
          <button type="button" className="chip justify-self-start" onClick={() => void copy()}>Copy it</button>
          <p role="status" className="min-h-5 text-sm">{said}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
