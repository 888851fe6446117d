/** The other ways there are: by what one may want of a plan, and by the family of cutter that makes the hole, over the number of holes. */
import { Link } from "wouter";

import { BreakEven } from "../../../drawing/plan/BreakEven";
import { useUnits } from "../../../job/useUnits";
import { inUnits, time } from "../../../job/units";
import { VERDICTS } from "../../../job/Verdict";
import { Working } from "../../../job/Working";
import { type Answer, money, sizes, type Want } from "../model";

const HEAD = "pr-5 text-left text-xs font-normal text-faint";

type Way = Answer["alternatives"][number];

/** Ways that come to the same row stand together: what one wants of it makes no difference there. */
function alike(ways: readonly Way[]): [Way, ...Way[]][] {
  const rows = new Map<string, [Way, ...Way[]]>();
  for (const way of ways) {
    const row = JSON.stringify(way.steps.map((step) => [step.words, step.tool, step.cut?.speed_words, step.cut?.feed_mm_rev, step.cut?.hand_force_n]));
    const same = rows.get(row);
    if (same) same.push(way);
    else rows.set(row, [way]);
  }
  return [...rows.values()];
}

export function Ways({ answer, want, onWant }: { answer: Answer; want: Want; onWant: (want: Want) => void }) {
  const system = useUnits();
  return (
    <div className="grid gap-4 wide:grid-cols-2">
      <section aria-label="Other ways" className="overflow-x-auto" tabIndex={0}>
        <h3 className="heading">Other ways</h3>
        {answer.alternatives.length === 0 ? (
          <p className="text-sm text-faint">The row is your own. Look for the steps again to see the others.</p>
        ) : (
          <table className="text-sm">
            <thead>
              <tr>
                {["way", "drills, mm", "tools", "in all", "cost", "worst step"].map((name) => (
                  <th key={name} className={HEAD}>
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {alike(answer.alternatives).map(([one, ...same]) => (
                <tr key={one.want} className="border-b border-rule">
                  <td className="pr-5">
                    {[one, ...same].map((way) => (
                      <button
                        key={way.want}
                        type="button"
                        className="tap mr-3 py-1 text-left font-semibold text-blue"
                        aria-pressed={want === way.want}
                        onClick={() => onWant(way.want as Want)}
                      >
                        {way.words}
                      </button>
                    ))}
                  </td>
                  <td className="figure pr-5">
                    {sizes(one.steps.filter((step) => ["pilot", "open", "drill"].includes(step.kind)).map((step) => step.size_mm))}
                  </td>
                  <td className="figure pr-5">{one.tools}</td>
                  <td className="figure pr-5 whitespace-nowrap">{time(one.total_s)}</td>
                  <td className="figure pr-5">{one.cost.unpriced.length > 0 ? `${money(one.cost.total)} and edges` : money(one.cost.total)}</td>
                  <td>{inUnits(one.said, system)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Cost answer={answer} />
      </section>
      <section aria-label="Families compared" className="overflow-x-auto" tabIndex={0}>
        <h3 className="heading">Families of cutter, for {answer.count} and for more</h3>
        {answer.families.length === 0 ? <p className="text-sm text-faint">Only what stands in the row makes this hole here.</p> : <Families answer={answer} />}
      </section>
    </div>
  );
}

function Cost({ answer }: { answer: Answer }) {
  const { cost } = answer.plan;
  return (
    <div className="mt-3">
      <h3 className="heading">What it costs, in the shop’s money</h3>
      <p className="text-sm">
        A hole <span className="figure font-bold">{money(cost.a_hole)}</span>, changes once <span className="figure font-bold">{money(cost.changes)}</span>, all{" "}
        {answer.count} <span className="figure font-bold">{money(cost.total)}</span>, the machine’s hour at {money(cost.rate_per_h)}.
      </p>
      {cost.unpriced.length > 0 && (
        <p className="text-sm text-faint">No price in the crib for: {cost.unpriced.join("; ")}. Its edge counts nothing until it has one.</p>
      )}
      <details className="mt-1 text-sm">
        <summary className="tap cursor-pointer">Working of cost and set-up</summary>
        <Working steps={answer.working} />
      </details>
    </div>
  );
}

function Families({ answer }: { answer: Answer }) {
  const unpriced = answer.families.some((one) => one.unpriced);
  const words = Object.fromEntries(answer.families.map((one) => [one.family, one.words]));
  return (
    <>
      <BreakEven families={answer.families} breakEvens={answer.break_evens} count={answer.count} />
      <ul className="text-sm">
        {answer.break_evens.map((one) => (
          <li key={`${one.before} ${one.after}`}>
            From <b className="figure">{one.count}</b> holes on the {words[one.after]} is cheaper than the {words[one.before]}.
          </li>
        ))}
        {answer.break_evens.length === 0 && answer.families.length > 1 && !unpriced && <li>However many, the {answer.families[0]?.words} is the cheapest.</li>}
        {unpriced && (
          <li className="text-faint">
            What has no price makes no break-even:{" "}
            <Link className="font-semibold text-blue" to="/shop/crib">
              put prices into the crib
            </Link>
            .
          </li>
        )}
      </ul>
      <table className="text-sm">
        <thead>
          <tr>
            {["family", "drills, mm", "once", "a hole", `all ${answer.count}`, "time", "verdict"].map((name) => (
              <th key={name} className={HEAD}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.families.map((one) => (
            <tr key={one.family} className="border-b border-rule">
              <td className="pr-5">
                {one.words}
                {one.unpriced ? " (no price)" : ""}
              </td>
              <td className="figure pr-5">{sizes(one.drills_mm)}</td>
              <td className="figure pr-5">{money(one.once)}</td>
              <td className="figure pr-5">{money(one.a_hole)}</td>
              <td className="figure pr-5 font-bold">{money(one.batch)}</td>
              <td className="figure pr-5 whitespace-nowrap">{time(one.time_s)}</td>
              <td>{VERDICTS[one.verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
