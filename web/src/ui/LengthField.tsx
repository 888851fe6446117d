/** A length in a line of words: read in any notation a shop writes, shown in the user's unit; what will not do stays as typed, with why. */
import { useId, useState } from "react";

import { inWords } from "../api/client";
import { typedForm } from "../job/pickers/FieldRow";
import { useUnits } from "../job/useUnits";
import { useReadText } from "../job/queries";
import { sideOf } from "../job/units";

type Props = {
  label: string;
  value_mm: number | null;
  /** The field of a case that holds it to its range. */
  path: string;
  placeholder?: string;
  className?: string;
  /** Emptied, nothing is said; where that will not do, leave it out. */
  onEmpty?: () => void;
  onLength: (value_mm: number) => void;
};

export function LengthField({ label, value_mm, path, placeholder = "not said", className = "w-20", onEmpty, onLength }: Props) {
  const id = useId();
  const system = useUnits();
  const readText = useReadText();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const take = async () => {
    if (text === null) return;
    if (text.trim() === "" && onEmpty) {
      onEmpty();
      return setText(null);
    }
    try {
      const read = await readText(path, text, sideOf("mm", system));
      onLength(read.value as number);
      setText(null);
    } catch (error) {
      setWrong(inWords(error));
    }
  };
  return (
    <span className={`inline-grid content-start ${className}`}>
      <label htmlFor={id} className="text-xs text-faint">
        {label}
      </label>
      <input
        id={id}
        className="plate-field figure"
        autoComplete="off"
        spellCheck={false}
        value={text ?? typedForm(value_mm ?? undefined, "mm", system)}
        placeholder={placeholder}
        aria-invalid={wrong !== null}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => {
          setText(event.target.value);
          setWrong(null);
        }}
        onBlur={() => void take()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void take();
          if (event.key === "Escape") {
            setText(null);
            setWrong(null);
          }
        }}
      />
      {wrong && (
        <span id={`${id}-wrong`} role="alert" className="w-48 text-xs text-vermilion">
          {wrong}
        </span>
      )}
    </span>
  );
}
