/** Something kept under a name and a note: as another, or in the place of the one it came from. What went wrong stands beside it. */
import { type FormEvent, useState } from "react";

import { inWords } from "../api/client";
import { Panel } from "./Panel";

type Props = {
  /** What is kept, for screen readers: "Keep this check". */
  label: string;
  name: string;
  note: string;
  /** The name of what it was opened from, where it was. */
  already: string | undefined;
  onKeep: (name: string, note: string, again: boolean) => Promise<void>;
  open: boolean;
  onOpenChange: (open: boolean) => void;
};

export function KeepForm({ label, name, note, already, onKeep, open, onOpenChange }: Props) {
  const [typedName, setName] = useState<string | null>(null);
  const [typedNote, setNote] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const again = (event.nativeEvent as SubmitEvent).submitter?.getAttribute("value") === "again";
    try {
      await onKeep(typedName ?? name, typedNote ?? note, again);
      setSaid(null);
      setName(null);
      setNote(null);
      onOpenChange(false);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <Panel label={label} trigger="Keep" strong open={open} onOpenChange={onOpenChange}>
      <form className="grid gap-2" onSubmit={(event) => void keep(event)}>
        <label className="grid gap-1">
          <span className="heading">Name</span>
          <input className="field" value={typedName ?? name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
        </label>
        <label className="grid gap-1">
          <span className="heading">Note</span>
          <textarea className="field" rows={3} maxLength={4000} value={typedNote ?? note} onChange={(event) => setNote(event.target.value)} />
        </label>
        {said && (
          <p role="alert" className="text-sm text-vermilion">
            {said}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          {already !== undefined && (
            <button type="submit" value="again" className="tap chip font-semibold">
              Keep in the place of “{already}”
            </button>
          )}
          <button type="submit" value="new" className="tap chip font-semibold">
            {already !== undefined ? "Keep as another" : "Keep"}
          </button>
        </div>
      </form>
    </Panel>
  );
}
