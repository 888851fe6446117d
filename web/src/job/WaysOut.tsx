/** The way out: changes that were checked before they are offered, each one tap or one key, each one step of undo. */
import { memo } from "react";
import { useHotkeys } from "react-hotkeys-hook";

import type { Schemas } from "../api/client";
import { applied } from "./apply";
import { useJob } from "./provider";
import type { Case } from "./types";
import { inUnits, significant } from "./units";
import { TEXT, VERDICTS } from "./Verdict";

type Way = Schemas["WayOut"];
const KEYS = ["1", "2", "3", "4", "5"];

/** What a way costs, in words: time against the job's own, and a tool change. */
export function costs({ costs: { time_ratio, tool_change } }: Way): string {
  const time =
    time_ratio === null
      ? ""
      : time_ratio > 1.05
        ? `${significant(time_ratio, 2)} × the time`
        : time_ratio < 0.95
          ? `${significant(time_ratio, 2)} of the time`
          : "the same time";
  return [time, tool_change ? "a tool change" : ""].filter(Boolean).join(", ");
}

type Props = {
  found: Schemas["WaysOutAnswer"];
  /** Another case is on screen than the one these were worked out for: they may not be applied. */
  stale: boolean;
  keys: { enabled: boolean; ignoreEventWhen: () => boolean; enableOnFormTags: readonly "slider"[] };
};

export const WaysOut = memo(function WaysOut({ found, stale, keys }: Props) {
  const { change, system } = useJob();
  const take = (way: Way | undefined) => {
    if (!way || stale) return;
    const refs = { ...("machine" in way.changes ? { machine: undefined } : {}), ...("cutter" in way.changes ? { cutter: undefined } : {}) };
    void change({ phrase: "feed", refs, edit: (was: Case) => applied(was, way.changes) });
  };
  useHotkeys(KEYS, (event) => take(found.ways[Number(event.key) - 1]), { preventDefault: true, ...keys });
  if (found.ways.length === 0 && !found.nearest_miss) return null;
  return (
    <section aria-label="The way out" className={stale ? "stale" : ""}>
      <h2 className="heading border-b border-ink pb-0.5">The way out</h2>
      {found.ways.length === 0 && found.nearest_miss && (
        <p className="py-1 text-sm">
          Nothing in this shop does it. The nearest miss: {inUnits(found.nearest_miss.sentence, system)}; then still: {found.nearest_miss.failure}.
        </p>
      )}
      <ol>
        {found.ways.map((way, place) => (
          <li key={way.sentence} className="border-b border-rule">
            <button
              type="button"
              disabled={stale}
              aria-keyshortcuts={KEYS[place]}
              className="tap grid w-full grid-cols-[1.5rem_1fr_auto] items-baseline gap-x-2 py-1 text-left hover:bg-paper"
              onClick={() => take(way)}
            >
              <span aria-hidden className="figure text-sm font-bold text-bronze">
                {KEYS[place]}
              </span>
              <span>
                <span className="block leading-snug font-semibold first-letter:uppercase">{inUnits(way.sentence, system)}</span>
                <span className="block text-sm text-faint">
                  {costs(way)}
                  {way.verdict !== "holds" && `${costs(way) && "; "}then nearest: ${way.failure}`}
                </span>
              </span>
              <span className={`text-sm font-semibold ${TEXT[way.verdict]}`}>{VERDICTS[way.verdict]}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
});
