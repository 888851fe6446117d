/** Plans and parts that were kept, in a list: opened, archived, brought back. */
import { useState } from "react";

import { inWords, type Schemas } from "../api/client";
import { day } from "../ui/dates";
import { Panel } from "../ui/Panel";
import { keptBy } from "./kept";

type Props = {
  label: string;
  none: string;
  rows: readonly Schemas["PlanSummary"][] | undefined;
  onOpen: (slug: string) => Promise<void>;
  onArchive: (slug: string) => Promise<unknown>;
  onBack: (slug: string) => Promise<unknown>;
};

/** Whatever is kept as a row of steps: opened, archived, brought back. */
export function KeptRows({ label, none, rows, onOpen, onArchive, onBack }: Props) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [gone, setGone] = useState<{ slug: string; name: string } | null>(null);
  const tried = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setSaid(null);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <Panel label={label} trigger={`${label}${rows ? ` ${rows.length}` : ""}`} wide open={open} onOpenChange={setOpen}>
      {said && (
        <p role="alert" className="text-sm text-vermilion">
          {said}
        </p>
      )}
      {gone && (
        <p className="text-sm">
          “{gone.name}” is in the bin for 30 days.{" "}
          <button
            type="button"
            className="tap chip"
            onClick={() =>
              void tried(async () => {
                await onBack(gone.slug);
                setGone(null);
              })
            }
          >
            Bring it back
          </button>
        </p>
      )}
      {rows?.length === 0 && <p>{none}</p>}
      <ul className="grid gap-1">
        {rows?.map((one) => (
          <li key={one.slug} className="flex gap-1.5">
            <button
              type="button"
              className="chip flex-1"
              onClick={() =>
                void tried(async () => {
                  await onOpen(one.slug);
                  setOpen(false);
                })
              }
            >
              <span className="block font-semibold">{one.name}</span>
              <span className="block text-xs text-faint">
                {one.short}; {one.ticked} ticked; {keptBy(one)}, {day(one.changed_at)}
              </span>
            </button>
            <button
              type="button"
              className="chip text-sm"
              aria-label={`Archive ${one.name}`}
              onClick={() =>
                void tried(async () => {
                  await onArchive(one.slug);
                  setGone(one);
                })
              }
            >
              Archive
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
