/** A bare number on a plate's line: decimal comma or point; one that will not do stays as it was typed, with what is accepted beside it. */
import { useId, useState } from "react";

import { typedFigure } from "./typed";

type Props = {
  label: string;
  value: number | undefined;
  low: number;
  high: number;
  whole?: boolean;
  readOnly?: boolean;
  /** Emptied, it says nothing; where that will not do, leave it out. */
  onEmpty?: () => void;
  onNumber: (value: number) => void;
  className?: string;
  /** The label is there for screen readers only. */
  bare?: boolean;
};

export function NumberField({ label, value, low, high, whole, readOnly, onEmpty, onNumber, className = "", bare }: Props) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const take = () => {
    if (text === null) return;
    const read = typedFigure(text);
    if (text.trim() === "" && onEmpty) onEmpty();
    else if (read === null || read < low || read > high || (whole && !Number.isInteger(read))) return setWrong(true);
    else onNumber(read);
    setText(null);
  };
  return (
    <div className={`grid content-start ${className}`}>
      <label htmlFor={id} className={bare ? "sr-only" : "text-xs text-faint"}>
        {label}
      </label>
      <input
        id={id}
        className="plate-field figure"
        inputMode="decimal"
        autoComplete="off"
        readOnly={readOnly}
        value={text ?? value ?? ""}
        placeholder="not said"
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => {
          setText(event.target.value);
          setWrong(false);
        }}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === "Enter") take();
          if (event.key === "Escape") {
            setText(null);
            setWrong(false);
          }
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="text-xs text-vermilion">
          accepted: {whole ? "a whole number " : ""}
          {low} to {high}
        </p>
      )}
    </div>
  );
}
