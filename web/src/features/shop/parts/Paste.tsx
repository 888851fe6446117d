/** A line that takes a whole plate, a row of pulleys or a sheet's points at once, and says what it made of them. */
import { useId, useState } from "react";

import { api, type Pasted, Refused, type Schemas } from "../../../api/client";
import { useUnits } from "../../../job/useUnits";
import { useBoard } from "../board";

type Props = { what: Pasted; label: string; hint: string; onRead: (found: Schemas["PasteAnswer"]) => string };

export function Paste({ what, label, hint, onRead }: Props) {
  const { readOnly } = useBoard();
  const system = useUnits();
  const id = useId();
  const [text, setText] = useState("");
  const [said, setSaid] = useState<{ words: string; wrong: boolean } | null>(null);
  if (readOnly) return null;
  const take = async () => {
    if (!text.trim()) return;
    try {
      const words = onRead(await api.readPasted(what, text, system.length));
      setSaid({ words, wrong: false });
      setText("");
    } catch (error) {
      setSaid({
        words: error instanceof Refused ? error.message : "the server does not answer; what you typed is still here",
        wrong: true,
      });
    }
  };
  return (
    <div className="grid">
      <label htmlFor={id} className="text-xs text-faint">
        {label}
      </label>
      <div className="flex items-start gap-1.5">
        <textarea
          id={id}
          rows={1}
          className="plate-field figure grow resize-y"
          value={text}
          placeholder={hint}
          spellCheck={false}
          aria-describedby={`${id}-said`}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter" && !event.shiftKey) {
              event.preventDefault();
              void take();
            }
          }}
        />
        <button type="button" className="chip" disabled={!text.trim()} onClick={() => void take()}>
          Read
        </button>
      </div>
      <p id={`${id}-said`} aria-live="polite" className={`text-xs ${said?.wrong ? "text-vermilion" : "text-green"}`}>
        {said?.words}
      </p>
    </div>
  );
}
