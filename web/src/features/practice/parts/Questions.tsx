/** What an exercise asks: one of several, or a force in the user's unit. */
import type { Schemas } from "../../../api/client";
import type { System } from "../../../job/types";
import { shownIn } from "../../../job/units";
import { typedFigure } from "../../../ui/typed";

export type Ask = Schemas["Question"];
/** What was said so far: a choice's id, or a force as it is typed. */
export type Answers = Readonly<Record<string, string>>;

/** The answers as they are sent, forces in N; nothing while one is missing. */
export function sentAs(asks: readonly Ask[], said: Answers, system: System): Record<string, string | number> | null {
  const found: Record<string, string | number> = {};
  for (const ask of asks) {
    const text = said[ask.id] ?? "";
    const value = ask.force ? typedFigure(text) : text;
    if (value === null || value === "" || (typeof value === "number" && value < 0)) return null;
    found[ask.id] = typeof value === "number" ? value / shownIn("N", system).factor : value;
  }
  return found;
}

export function Questions({ asks, said, system, onSay }: { asks: readonly Ask[]; said: Answers; system: System; onSay: (said: Answers) => void }) {
  return (
    <>
      {asks.map((ask) =>
        ask.force ? (
          <label key={ask.id} className="grid max-w-xl gap-1">
            <span className="heading">
              {ask.words} <span className="font-normal text-faint">In {shownIn("N", system).unit}, at the lever.</span>
            </span>
            <input
              className="plate-field figure max-w-40 text-xl"
              inputMode="decimal"
              value={said[ask.id] ?? ""}
              onChange={(event) => onSay({ ...said, [ask.id]: event.target.value })}
            />
          </label>
        ) : (
          <fieldset key={ask.id} className="grid gap-2">
            <legend className="heading">{ask.words}</legend>
            <div className={`grid gap-1.5 ${ask.options.length > 4 ? "grid-cols-2 sm:grid-cols-3" : "sm:grid-cols-2"}`}>
              {ask.options.map((one) => (
                <button
                  key={one.id}
                  type="button"
                  className="chip min-h-12 text-left"
                  aria-pressed={said[ask.id] === one.id}
                  onClick={() => onSay({ ...said, [ask.id]: one.id })}
                >
                  {one.words}
                </button>
              ))}
            </div>
          </fieldset>
        ),
      )}
    </>
  );
}

/** Each answer beside what is right, and why. */
export function AnswersTold({ answers }: { answers: readonly Schemas["Answered"][] }) {
  return (
    <ul aria-label="What was asked" className="m-0 grid list-none gap-2 p-0">
      {answers.map((one) => (
        <li key={one.id} className={`border-l-4 pl-3 ${one.share >= 1 ? "border-green" : one.share > 0 ? "border-bronze" : "border-vermilion"}`}>
          <span className="block text-sm text-faint">{one.words}</span>
          <span className="block">
            You said: {one.said}.{" "}
            <b className={one.share >= 1 ? "text-green" : one.share > 0 ? "text-bronze" : "text-vermilion"}>
              {one.share >= 1 ? "Right." : `${one.share > 0 ? "Half right: " : "It is "}${one.right}.`}
            </b>{" "}
            {one.because && <span className="text-faint first-letter:uppercase">Why: {one.because}.</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}
