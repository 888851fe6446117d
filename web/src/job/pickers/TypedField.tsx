/** A figure typed in any notation: read by the server while typing, kept as a draft until it reads. */
import { useEffect, useId, useRef } from "react";

import { Refused } from "../../api/client";
import { type Apply, PAUSE_MS, useJob } from "../provider";
import { useEcho } from "../queries";
import type { Slot } from "../types";
import { sideOf, typeable, unitOf } from "../units";

type Props = {
  slot: Slot;
  /** A kind of quantity, or the path of the field it goes to. */
  kind: "diameter" | "length" | "feed" | "force" | "speed" | "hardness" | "time" | `${string}.${string}`;
  label: string;
  /** What stands there now, as it was typed or as a plain figure. */
  value: string;
  /** Puts what was read into the job; what settles is put there by the settling. */
  apply?: Apply;
  settles?: "diameter" | "start" | "machine";
  hint?: string;
  onDone?: () => void;
  /** The picker's main thing: taken up as soon as it opens. */
  first?: boolean;
};

/** What a phone's number pad lacks: a fraction's stroke, a number drill, a thread, its hole. */
const INDEX_KEYS = ["/", "-", "#", "M", " tap", " clearance"];

export function TypedField({ slot, kind, label, value, apply, settles, hint, onDone, first }: Props) {
  const { state, dispatch, read, system, lost } = useJob();
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const draft = state.drafts[slot];
  const wrong = state.wrong[slot];
  const text = draft ?? typeable(value);

  useEffect(() => {
    if (first) input.current?.select();
  }, [first]);
  useEffect(() => {
    if (draft === undefined || wrong || lost) return;
    const later = setTimeout(() => void read(slot, kind, draft, apply, settles), PAUSE_MS);
    return () => clearTimeout(later);
    // The draft alone starts the clock: `apply` is made anew at each render.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draft, wrong, lost, slot, kind, settles, read]);

  // A picker that closes before the pause is over takes what was typed, as leaving a field does.
  const leave = useRef<() => void>(() => undefined);
  useEffect(() => {
    leave.current = () => {
      if (draft !== undefined && !wrong && !lost) void read(slot, kind, draft, apply, settles);
    };
  });
  useEffect(() => () => leave.current(), []);

  const side = sideOf(unitOf(kind), system);
  // What settles is read on its way: its echo is not asked for beside that.
  const echo = useEcho(kind, text, side, settles !== undefined && draft !== undefined);
  const problem = wrong ?? (echo.error instanceof Refused && draft !== undefined ? echo.error.message : undefined);

  const finish = async () => {
    if (draft === undefined || (await read(slot, kind, draft, apply, settles))) onDone?.();
  };
  return (
    <div className="grid gap-1.5">
      <label htmlFor={id} className="heading">
        {label}
      </label>
      <input
        id={id}
        ref={input}
        className="field figure"
        value={text}
        inputMode={kind === "diameter" ? "decimal" : undefined}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-echo`}
        onChange={(event) => dispatch({ do: "draft", slot, text: event.target.value })}
        onKeyDown={(event) => {
          if (event.key === "Enter") void finish();
        }}
      />
      {kind === "diameter" && (
        <div role="group" aria-label="Keys of a drill index" className="flex flex-wrap gap-1.5 wide:hidden">
          {INDEX_KEYS.map((key) => (
            <button key={key} type="button" className="chip min-w-11 text-center" onClick={() => dispatch({ do: "draft", slot, text: (draft ?? "") + key })}>
              {key.trim()}
            </button>
          ))}
        </div>
      )}
      <p id={`${id}-echo`} aria-live="polite" className={`min-h-5 text-sm ${problem ? "text-vermilion" : "text-faint"}`}>
        {problem ?? echo.data?.echo ?? hint}
      </p>
      {problem && (
        <button type="button" className="chip justify-self-start" onClick={() => dispatch({ do: "drop-draft", slot })}>
          {value ? `Keep ${value}` : "Leave it unsaid"}
        </button>
      )}
      {echo.data && echo.data.near.length > 0 && (
        <div className="grid gap-1">
          <span className="text-sm text-faint">Nearest stock sizes</span>
          <div className="flex flex-wrap gap-1.5">
            {echo.data.near.map((size) => (
              <button key={size.text} type="button" className="chip figure text-sm" onClick={() => dispatch({ do: "draft", slot, text: size.text })}>
                {size.text}
              </button>
            ))}
          </div>
        </div>
      )}
    </div>
  );
}
