/** What was assumed: the few things that carry this verdict, each with a way to put one's own; the rest folded by subject. */
import { memo } from "react";
import { pattern, phraseOfField } from "../../../job/fields";
import { useUnits } from "../../../job/useUnits";
import type { Answer, Phrase } from "../../../job/types";
import type { Schemas } from "../../../api/client";
import { Told } from "../../../job/Told";
import { assumedValue, inUnits, show } from "../../../job/units";
import type { System } from "../../../job/types";
import { words } from "../../../job/words";
import { TEXT, VERDICTS } from "../../../job/Verdict";

type Guesses = Schemas["GuessesAnswer"];
/** The subjects of what was assumed, by how their fields begin. */
const SUBJECTS: readonly (readonly [string, string])[] = [
  ["hole", "The hole"],
  ["material", "The metal"],
  ["cutter", "The cutter"],
  ["machine", "The machine"],
  ["holding", "How the work is held"],
  ["setting", "The setting"],
];

/** A value of a field in words, with its unit. */
export function inWords(field: string, value: unknown, system: System): string {
  const form = words().fields[pattern(field.replace(/\[(\d+)\]/g, ".$1"))];
  if (typeof value === "string") return form?.choices[value] ?? value.replaceAll("-", " ");
  if (typeof value === "number" && form?.unit) return show(value, form.unit, system);
  return assumedValue(value);
}

type Props = { answer: Answer; guesses: Guesses | null; onOpen: (phrase: Phrase) => void };

export const Assumed = memo(function Assumed({ answer, guesses, onOpen }: Props) {
  const system = useUnits();
  const carried = guesses?.guesses ?? [];
  const others = answer.assumed.length - carried.length;
  return (
    <section aria-label="What was assumed" className="grid gap-1 text-sm">
      {carried.length > 0 && (
        <>
          <h2 className="heading border-b border-ink pb-0.5 text-base">Guesses that carry this verdict</h2>
          <ul>
            {carried.map((one) => (
              <li key={one.field} className="grid grid-cols-[1fr_auto] gap-x-3 border-b border-rule py-1">
                <span>
                  <span className="block first-letter:uppercase">
                    {one.words}: {inWords(one.field, one.value, system)}
                  </span>
                  <span className="block text-faint">
                    If it is {inWords(one.field, one.other, system)}:{" "}
                    <span className={TEXT[one.verdict]}>{one.said ? inUnits(one.said, system) : VERDICTS[one.verdict]}</span>
                  </span>
                </span>
                <button type="button" className="chip no-print self-center" onClick={() => onOpen(phraseOfField(one.field))}>
                  put in yours
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <details>
        <summary className="tap cursor-pointer text-faint underline decoration-dotted">
          {carried.length > 0
            ? `${others} more were assumed, and hardly move it`
            : `${answer.assumed.length} things were assumed; none of them moves this verdict`}
        </summary>
        <BySubject assumed={answer.assumed} system={system} />
      </details>
    </section>
  );
});

/** All that was assumed, folded: mostly the same from answer to answer. */
const BySubject = memo(function BySubject({ assumed, system }: { assumed: Answer["assumed"]; system: System }) {
  return SUBJECTS.map(([start, subject]) => {
    const rows = assumed.filter((one) => one.field.startsWith(start));
    if (rows.length === 0) return null;
    return (
      <table key={start} className="mb-2 w-full">
        <caption className="heading text-left">{subject}</caption>
        <tbody>
          {rows.map((one) => (
            <tr key={one.field} className="border-t border-rule align-top">
              <td className="py-0.5 pr-2">
                <Told>{one.words}</Told>
              </td>
              <td className="figure pr-2">{inWords(one.field, one.value, system)}</td>
              <td className="text-faint">
                <Told>{one.why}</Told>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    );
  });
});
