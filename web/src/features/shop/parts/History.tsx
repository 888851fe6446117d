/** Who changed a record, when, and what it was; any earlier state put back from here. */
import { useState } from "react";

import { api, type RecordKind } from "../../../api/client";
import { Panel } from "../../../ui/Panel";
import { inWords, useHistory, useMay, useWritten } from "../queries";
import { moment } from "../../../ui/dates";

const shown = (value: unknown): string =>
  value === null || value === undefined || value === "" ? "nothing" : typeof value === "object" ? JSON.stringify(value) : String(value);

export function History({ kind, slug, onRestored }: { kind: RecordKind; slug: string; onRestored?: () => void }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const history = useHistory(kind, slug, open);
  const written = useWritten();
  const may = useMay(kind === "cutters" ? "machinist" : "lead");
  const restore = async (entry: number) => {
    try {
      await api.restore(kind, slug, entry);
      await written();
      setSaid("Put back. What it was just now is in the history too.");
      onRestored?.();
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <Panel label="History" trigger="History" wide open={open} onOpenChange={setOpen}>
      <h2 className="heading">What changed, newest first</h2>
      {said && (
        <p role="status" className="text-sm text-green">
          {said}
        </p>
      )}
      <ol className="mt-1 grid gap-2">
        {history.data?.entries.map((entry) => (
          <li key={entry.id} className="border-l-2 border-rule pl-2 text-sm">
            <div className="flex flex-wrap items-baseline justify-between gap-2">
              <span>
                <span className="font-semibold">{entry.what}</span> by {entry.who || "the set-up"}, {moment(entry.when)}
              </span>
              {may && !entry.latest && (
                <button type="button" className="chip text-sm" onClick={() => void restore(entry.id)}>
                  Put back as it was
                </button>
              )}
            </div>
            <ul className="text-xs text-faint">
              {entry.changes.slice(0, 12).map((change) => (
                <li key={change.field}>
                  <span className="font-semibold">{change.field.replaceAll("_", " ")}</span>: {shown(change.before)} → {shown(change.after)}
                </li>
              ))}
              {entry.changes.length > 12 && <li>and {entry.changes.length - 12} more</li>}
            </ul>
          </li>
        ))}
      </ol>
    </Panel>
  );
}
