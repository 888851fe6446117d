/** One field of the case, asked for as its kind calls for: typed, chosen, or yes and no; with what is assumed where nothing is said. */
import { Choices } from "../../ui/Choices";
import { at, partsFromRecord, pattern, withField } from "../fields";
import { useJob } from "../provider";
import { words } from "../words";
import type { Answer, Phrase } from "../types";
import { assumedValue, show, typeable } from "../units";
import { TypedField } from "./TypedField";

type Props = { path: string; phrase: Phrase; answer: Answer | null; onDone?: () => void };

/** A list or figure as it would be typed. */
export const typedForm = (value: unknown, unit: string, system: Parameters<typeof show>[2]): string =>
  Array.isArray(value)
    ? value.join("; ")
    : typeof value === "number"
      ? unit
        ? typeable(show(value, unit, system, 4))
            .replace(/(\.\d*?)0+(?=\s)/, "$1")
            .replace(/\.(?=\s)/, "")
        : String(value)
      : "";

export function FieldRow({ path, phrase, answer, onDone }: Props) {
  const { state, change, system } = useJob();
  const form = words().fields[pattern(path)];
  const job = state.jobs.now;
  if (!form || !job) return null;
  const value = at(job.case, path);
  const given = value != null && !(Array.isArray(value) && value.length === 0);
  const assumed = answer?.assumed.find((one) => one.field === pattern(path) || one.field === path);
  const slot = `${phrase}:${path}` as const;
  const set = (next: unknown) => void change({ phrase, slot, refs: partsFromRecord(path), edit: (was) => withField(was, path, next) });
  const label = form.words.charAt(0).toUpperCase() + form.words.slice(1);
  const silent = assumed ? `assumed ${assumedValue(assumed.value)}: ${assumed.why}` : "not said";
  return (
    <div className="grid gap-1" data-field={path}>
      {form.kind === "choice" || form.kind === "flag" ? (
        <>
          <span className="heading">{label}</span>
          <Choices
            label={label}
            choices={
              form.kind === "flag"
                ? [
                    ["true", "yes"],
                    ["false", "no"],
                  ]
                : Object.entries(form.choices)
            }
            chosen={given ? String(value) : undefined}
            onChoose={(key) => set(form.kind === "flag" ? key === "true" : key)}
          />
        </>
      ) : (
        <TypedField
          slot={slot}
          kind={path as `${string}.${string}`}
          label={label}
          value={job.typed[slot] ?? typedForm(value, form.unit, system)}
          apply={(was, next) => withField(was, path, next)}
          hint={given ? undefined : assumed ? silent : `${silent}; ${form.measure ?? form.accepted}`}
          onDone={onDone}
        />
      )}
      {!given && (form.kind === "choice" || form.kind === "flag") && <span className="text-sm text-faint">{silent}</span>}
      {given && !form.required && form.kind !== "choice" && form.kind !== "flag" && (
        <button type="button" className="justify-self-start text-sm underline decoration-dotted tap" onClick={() => set(form.kind === "numbers" ? [] : null)}>
          Yours; use the usual value
        </button>
      )}
    </div>
  );
}

/** Several fields, folded away behind a line where they are not the picker's main thing. */
export function FieldRows({ paths, phrase, answer, folded }: { paths: readonly string[]; phrase: Phrase; answer: Answer | null; folded?: string }) {
  if (paths.length === 0) return null;
  const rows = (
    <div className="grid gap-3">
      {paths.map((path) => (
        <FieldRow key={path} path={path} phrase={phrase} answer={answer} />
      ))}
    </div>
  );
  if (!folded) return rows;
  return (
    <details>
      <summary className="tap cursor-pointer text-sm underline decoration-dotted">{folded}</summary>
      <div className="pt-2">{rows}</div>
    </details>
  );
}
