/** The check as a link: the whole job is in it, so it opens the same anywhere this shop's server is reached. */
import { memo, useState } from "react";

import { Panel } from "../../../ui/Panel";

export const Share = memo(function Share() {
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
    <Panel label="Share this check" trigger="Share" onOpenChange={() => setSaid("")}>
      <div className="grid gap-2">
        <label className="grid gap-1">
          <span className="heading">The link to this check</span>
          <Link />
        </label>
        <p className="text-sm text-faint">The whole job is in the link: hole, metal, cutter, machine and setting, as they are now.</p>
        <button type="button" className="chip justify-self-start" onClick={() => void copy()}>
          Copy it
        </button>
        <p role="status" className="min-h-5 text-sm">
          {said}
        </p>
      </div>
    </Panel>
  );
});

/** The address as it is when this is opened, not as it was when the screen was last drawn. */
function Link() {
  return <input className="field figure text-xs" readOnly value={location.href} onFocus={(event) => event.target.select()} />;
}
