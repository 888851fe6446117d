/** The operations in order: the tool, what it is set to, which holes it makes, and what is changed before it. */
import { useUnits } from "../../../job/useUnits";
import { show, speed, time } from "../../../job/units";
import { TEXT, VERDICTS } from "../../../job/Verdict";
import { changeWords } from "../../machine/stages";
import type { Answer } from "../model";

type Operation = Answer["operations"][number];

/** The worst verdict of an operation. */
const ORDER = ["holds", "tight", "gives-way", "cannot", "unknown"] as const;
export function worst(operation: Operation) {
  const checks = operation.features.flatMap((one) => (one.check ? [one.check] : []));
  return checks.sort((a, b) => ORDER.indexOf(b.verdict) - ORDER.indexOf(a.verdict) || b.use - a.use)[0];
}

type Props = { answer: Answer; looked: Operation | null; onLook: (operation: Operation | null) => void };

export function Operations({ answer, looked, onLook }: Props) {
  const system = useUnits();
  const tool = (number: number | null) => answer.tools.find((one) => one.number === number)?.words;
  return (
    <ol className="grid content-start" aria-label="Operations in order">
      {answer.operations.map((one, place) => {
        const check = worst(one);
        const set =
          one.speed_rpm === null
            ? "by hand"
            : `${speed(one.speed_rpm)}, ${one.hand_force_n ? `pull ${show(one.hand_force_n, "N", system, 2)}` : show(one.feed_mm_rev, "mm/rev", system, 2)}`;
        return (
          <li key={place} className="border-b border-rule">
            {changeWords(one.change) && (
              <p className="m-0 pt-1 text-sm text-bronze">
                {changeWords(one.change)}: {time(one.change.s)}
              </p>
            )}
            <button
              type="button"
              className={`tap grid w-full grid-cols-[2rem_1fr_auto] gap-x-2 py-1 text-left hover:bg-paper ${looked === one ? "bg-paper" : ""}`}
              aria-pressed={looked === one}
              onClick={() => onLook(looked === one ? null : one)}
            >
              <span className="figure font-bold text-bronze">{one.tool === null ? "–" : `T${one.tool}`}</span>
              <span>
                <span className="block font-semibold first-letter:uppercase">
                  {one.kind} {one.features.map((feature) => `${feature.letter}${feature.places.length > 1 ? ` × ${feature.places.length}` : ""}`).join(", ")}
                </span>
                <span className="block text-sm text-faint">
                  {[
                    tool(one.tool),
                    set,
                    ...one.features.map((feature) => (feature.stop_mm === null ? "" : `${feature.letter} stop ${show(feature.stop_mm, "mm", system)}`)),
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
              </span>
              <span className="text-right text-sm">
                {check && <span className={`block font-semibold ${TEXT[check.verdict]}`}>{VERDICTS[check.verdict]}</span>}
                <span className="figure text-faint">{time(one.times_s)}</span>
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
