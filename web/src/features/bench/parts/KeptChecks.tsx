/** The checks that were kept, behind one button; what is laid side by side stands over the whole screen. */
import { lazy, memo, Suspense, useState } from "react";

import { useChecks } from "../../../job/queries";
import type { Answer } from "../../../job/types";
import { later } from "../../../ui/later";
import { Panel } from "../../../ui/Panel";
import type { Side } from "../compare";

const KeptList = later(() => import("./KeptList").then((part) => part.KeptList), "Opening…");
const Compare = lazy(() => import("./Compare"));

export const KeptChecks = memo(function KeptChecks({ answer }: { answer: Answer | null }) {
  const checks = useChecks();
  const [open, setOpen] = useState(false);
  const [sides, setSides] = useState<Side[] | null>(null);
  const lay = (found: Side[]) => {
    setSides(found);
    setOpen(false);
  };
  return (
    <>
      <Panel
        label="Kept checks"
        trigger={
          <>
            Kept<span className="hidden wide:inline"> checks</span> <span className="figure text-faint">{checks.data?.length ?? ""}</span>
          </>
        }
        triggerLabel={`Kept checks, ${checks.data?.length ?? 0}`}
        wide
        open={open}
        onOpenChange={setOpen}
      >
        <KeptList answer={answer} onSides={lay} onDone={() => setOpen(false)} />
      </Panel>
      {sides && (
        <Suspense fallback={null}>
          <Compare sides={sides} onClose={() => setSides(null)} />
        </Suspense>
      )}
    </>
  );
});
