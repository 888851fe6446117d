/** One field on the plate: a figure typed in any notation, a choice, a yes or no, a word. What is assumed stands in it, faint. */
import { useEffect, useId } from "react";

import { Refused } from "../../../api/client";
import { pattern } from "../../../job/fields";
import { typedForm } from "../../../job/pickers/FieldRow";
import { useUnits } from "../../../job/useUnits";
import { useReadText } from "../../../job/queries";
import { show, sideOf } from "../../../job/units";
import { useBoard, useValue } from "../board";
import { words } from "../../../job/words";

const PAUSE_MS = 350;
type Props = {
  path: string;
  label: string;
  wide?: boolean;
  /** Other ways of saying the same thing: given this one, they are taken out. */
  insteadOf?: readonly string[];
};

const assumedForm = (value: unknown, unit: string, system: ReturnType<typeof useUnits>): string =>
  typeof value === "number"
    ? show(value, unit, system)
    : typeof value === "boolean"
      ? value
        ? "yes"
        : "no"
      : typeof value === "string"
        ? value.replaceAll("-", " ")
        : "";

/** What is said of a field where nothing is given: what was assumed, and why. */
function useSilence(path: string) {
  const { assumed, problems, draft } = useBoard();
  // The server writes a place in a list in brackets.
  const brackets = path.replace(/\.(\d+)(?=\.|$)/g, "[$1]");
  const found = assumed.find((one) => one.field === brackets);
  const problem = draft.wrong[path] ?? problems.find((one) => one.field === brackets || one.field === path)?.message;
  return { found, problem };
}

export function Figure({ path, label, wide, insteadOf }: Props) {
  const { draft, dispatch, set, setMany, readOnly } = useBoard();
  const system = useUnits();
  const readText = useReadText();
  const id = useId();
  const form = words().fields[pattern(path)];
  const value = useValue(path);
  const { found, problem } = useSilence(path);
  const text = draft.texts[path];
  const unit = form?.unit ?? "";
  const shown = text ?? typedForm(value, unit, system);
  const take = async () => {
    if (text === undefined) return;
    if (text.trim() === "") return (set(path, null), dispatch({ do: "drop", path }));
    try {
      const read = await readText(path, text, sideOf(unit, system));
      setMany([...(insteadOf ?? []).map((other) => [other, null] as const), [path, read.value] as const]);
      dispatch({ do: "drop", path });
    } catch (error) {
      if (error instanceof Refused) dispatch({ do: "wrong", path, words: error.message });
    }
  };
  useEffect(() => {
    if (text === undefined || draft.wrong[path]) return;
    const later = setTimeout(() => void take(), PAUSE_MS);
    return () => clearTimeout(later);
    // The typed text alone starts the clock.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  const silent = found ? assumedForm(found.value, unit, system) : "";
  return (
    <div className={`grid content-start ${wide ? "col-span-full" : ""}`} data-field={path}>
      <label htmlFor={id} className="text-xs text-faint" title={form?.words}>
        {label}
      </label>
      <input
        id={id}
        className="plate-field figure"
        value={shown}
        placeholder={silent || (form?.required ? "needed" : "not said")}
        title={found && text === undefined && value == null ? `Assumed ${silent}: ${found.why}` : (form?.measure ?? form?.words)}
        readOnly={readOnly}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-wrong` : undefined}
        onChange={(event) => dispatch({ do: "text", path, text: event.target.value })}
        onBlur={() => void take()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void take();
          if (event.key === "Escape") dispatch({ do: "drop", path });
        }}
      />
      {problem && (
        <p id={`${id}-wrong`} role="alert" className="text-xs text-vermilion">
          {problem}
        </p>
      )}
    </div>
  );
}

export function Choice({ path, label, choices }: Props & { choices?: readonly string[] }) {
  const { set, readOnly } = useBoard();
  const id = useId();
  const form = words().fields[pattern(path)];
  const value = useValue(path);
  const { found, problem } = useSilence(path);
  const system = useUnits();
  return (
    <div className="grid content-start" data-field={path}>
      <label htmlFor={id} className="text-xs text-faint" title={form?.words}>
        {label}
      </label>
      <select
        id={id}
        className="plate-field"
        value={typeof value === "string" ? value : ""}
        disabled={readOnly}
        onChange={(event) => set(path, event.target.value || null)}
      >
        {(!form?.required || value == null) && <option value="">{found ? `assumed: ${assumedForm(found.value, "", system)}` : "not said"}</option>}
        {(choices ?? Object.keys(form?.choices ?? {})).map((key) => (
          <option key={key} value={key}>
            {form?.choices[key] ?? key}
          </option>
        ))}
      </select>
      {problem && (
        <p role="alert" className="text-xs text-vermilion">
          {problem}
        </p>
      )}
    </div>
  );
}

export function Flag({ path, label }: Props) {
  const { set, readOnly } = useBoard();
  const value = useValue(path);
  const { found } = useSilence(path);
  return (
    <label className="flex min-h-9 items-center gap-2 text-sm" data-field={path}>
      <input type="checkbox" checked={Boolean(value ?? found?.value)} disabled={readOnly} onChange={(event) => set(path, event.target.checked)} />
      {label}
    </label>
  );
}

export function Word({ path, label, placeholder }: Props & { placeholder?: string }) {
  const { set, readOnly } = useBoard();
  const id = useId();
  const value = useValue(path);
  const { problem } = useSilence(path);
  return (
    <div className="grid content-start" data-field={path}>
      <label htmlFor={id} className="text-xs text-faint">
        {label}
      </label>
      <input
        id={id}
        className="plate-field"
        value={typeof value === "string" || typeof value === "number" ? String(value) : ""}
        placeholder={placeholder ?? "not said"}
        maxLength={120}
        readOnly={readOnly}
        aria-invalid={problem !== undefined}
        onChange={(event) => set(path, event.target.value || null)}
      />
      {problem && (
        <p role="alert" className="text-xs text-vermilion">
          {problem}
        </p>
      )}
    </div>
  );
}
