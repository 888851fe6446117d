/** The verdict: one word, and which limit gives way first and by how much. */
import { memo } from "react";
import { useUnits } from "./useUnits";
import type { Answer, Case, System } from "./types";
import { inUnits } from "./units";
import { later } from "../ui/later";

const Experience = later(() => import("./Experience").then((part) => part.Experience));

export const VERDICTS = { holds: "Holds", tight: "Tight", "gives-way": "Gives way", cannot: "Can’t", unknown: "Not known" } as const;
/** A verdict's own colour for text. */
export const TEXT = {
  holds: "text-green",
  tight: "text-bronze",
  "gives-way": "text-vermilion",
  cannot: "text-vermilion",
  unknown: "text-faint",
} as const;
const COLOURS = {
  holds: "border-green text-green",
  tight: "border-bronze text-bronze",
  "gives-way": "border-vermilion text-vermilion",
  cannot: "border-vermilion text-vermilion",
  unknown: "border-faint text-faint",
} as const;

/** A verdict with the limit it is of: that which gives way, or that which stands nearest. */
export const ofLimit = (verdict: keyof typeof VERDICTS, failure: string): string => (verdict === "holds" ? `nearest: ${failure}` : failure);

/** The figure a verdict is said with, without the word itself. */
export const figureOf = (said: string | null | undefined): string => said?.replace(/^[^,:]*(?:, |: |$)/, "") ?? "";

/** The tightest limit in words, with the one figure that agrees with the verdict. */
export const because = (answer: Answer, system: System): string => inUnits(metricBecause(answer), system);

function metricBecause(answer: Answer): string {
  const limit = answer.limits.find((one) => one.id === answer.tightest);
  if (!limit) return "";
  const failure = limit.failure.charAt(0).toUpperCase() + limit.failure.slice(1);
  if (limit.reason) return `${failure}: ${limit.reason}`;
  const figure = figureOf(limit.said);
  if (answer.verdict === "holds") return `${figure ? `${figure.charAt(0).toUpperCase()}${figure.slice(1)}. ` : ""}Nearest limit: ${limit.failure}.`;
  return figure ? `${failure}: ${figure}.` : `${failure}.`;
}

type Props = {
  answer: Answer | null;
  /** Another case is on screen than the one answered. */
  stale: boolean;
  /** Something typed does not read yet: the answer stands, for what was there before. */
  drafted: boolean;
  /** A change is being settled: an answer to another case follows at once. */
  settling: boolean;
  of: string;
  /** The case that was answered. */
  job: Case | null;
};

export const Verdict = memo(function Verdict({ answer, stale, drafted, settling, of, job }: Props) {
  const system = useUnits();
  if (!answer) return <div className="border-l-4 border-faint pl-3 text-faint">Working it out…</div>;
  return (
    <section aria-label="Verdict" className={`border-l-4 pl-3 ${COLOURS[answer.verdict]} ${stale ? "stale" : ""}`} data-stale={stale || drafted || settling}>
      <p role="status" className="m-0">
        <span className="pr-2 text-xl leading-none font-bold wide:text-3xl">{VERDICTS[answer.verdict]}</span>
        <span className="text-sm leading-snug text-ink wide:block">{because(answer, system)}</span>
        {answer.unknown > 0 && (
          <span className="block text-sm text-faint">
            {answer.unknown} {answer.unknown === 1 ? "limit is" : "limits are"} not known.
          </span>
        )}
        {(stale || drafted) && <span className="late block text-sm text-ink">This answer is for {of}.</span>}
      </p>
      {answer.experience && job && <Experience said={answer.experience} job={job} />}
    </section>
  );
});
