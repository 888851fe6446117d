/** What the plan of a part comes to: what is wrong or not made, how long it takes, what planning together saves. */
import { Told } from "../../../job/Told";
import { time } from "../../../job/units";
import { ForTheCrib } from "../../../ui/ForTheCrib";
import type { Answer } from "../model";

/** What is wrong with places, and what is not made. */
export function Outcome({ answer }: { answer: Answer }) {
  // What keeps a letter from being made is said with it, once.
  const reasons = answer.unresolved.map((one) => one.reason);
  return (
    <div className="grid gap-1 text-sm">
      {answer.findings
        .filter((one) => !reasons.includes(one.words))
        .map((one) => (
          <p key={`${one.letter}${one.place}${one.check}`} className={`m-0 ${one.severity === "stops" ? "text-vermilion" : "text-bronze"}`}>
            <b>{one.severity === "stops" ? "Stops: " : "Look: "}</b>
            <Told>{one.words}</Told>.
          </p>
        ))}
      {(answer.says ?? []).map((words) => (
        <p key={words} className="m-0 text-bronze">
          <Told>{words}</Told>
        </p>
      ))}
      {answer.unresolved.map((one) => (
        <p key={one.letter} className="m-0 text-vermilion">
          <b>{one.letter} is not made:</b> <Told>{one.reason}</Told>
          {one.nearest ? (
            <>
              . To get: <Told>{one.nearest}</Told>. <ForTheCrib words={one.nearest} />
            </>
          ) : (
            "."
          )}
        </p>
      ))}
    </div>
  );
}

export function Sums({ answer }: { answer: Answer }) {
  const { times, changes, saved, search, batch } = answer;
  const rows: [string, string][] = [
    [batch.count > 1 ? "One part" : "In all", time(times.total)],
    ["Cutting", time(times.cut)],
    ["By hand", time(times.hand)],
    ["Changing", time(times.change)],
    ["Tools put in", String(changes.tools)],
    ["Magnet or part moved", String(changes.moves)],
  ];
  return (
    <section aria-label="What it takes" className="grid gap-1">
      <dl className="grid grid-cols-3 gap-x-4 border-t border-ink pt-1">
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt className="text-xs text-faint">{name}</dt>
            <dd className="figure m-0">{value}</dd>
          </div>
        ))}
      </dl>
      {batch.count > 1 && (
        <p className="m-0">
          All {batch.count}: <b className="figure">{time(batch.total_s)}</b>, {batch.words}
          <span className="text-sm text-faint">
            {" "}
            (each part whole {time(batch.whole_parts_s)}, step by step {time(batch.step_by_step_s)}; every clamping counted). Cost{" "}
            <span className="figure">{answer.cost.toFixed(2)}</span>.
          </span>
        </p>
      )}
      <p className="m-0 text-sm">
        Against each letter by itself: {saved.words}.{" "}
        {search.exact ? "The order is the best there is of these rows." : "The order is the best found within bounds."}
      </p>
    </section>
  );
}
