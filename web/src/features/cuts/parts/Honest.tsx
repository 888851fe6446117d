/** What the log says of itself: how often readings lay inside what had been said, what is asked about, whether something drifts; and the switch. */
import { useQueryClient } from "@tanstack/react-query";

import { api, type Schemas } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import type { Lessons } from "../../../job/lessons";
import { choiceWords } from "../../../job/words";
import { useMay } from "../../../job/queries";

type Told = Schemas["LogTold"];
const TENTHS_HIGH = 34;

/** Where readings fell in what had been foreseen, in tenths: even where the bands are honest. */
function Tenths({ tenths }: { tenths: readonly number[] }) {
  const most = Math.max(...tenths, 1);
  const even = tenths.reduce((sum, one) => sum + one, 0) / tenths.length;
  return (
    <svg width={10 * 14} height={TENTHS_HIGH + 2} role="img" aria-label={`Readings by tenths of what was foreseen: ${tenths.join(", ")}`}>
      {tenths.map((one, k) => (
        <rect key={k} x={k * 14} y={TENTHS_HIGH - (one / most) * TENTHS_HIGH} width={12} height={(one / most) * TENTHS_HIGH} fill="var(--steel)" />
      ))}
      <line
        x1={0}
        x2={140}
        y1={TENTHS_HIGH - (even / most) * TENTHS_HIGH}
        y2={TENTHS_HIGH - (even / most) * TENTHS_HIGH}
        stroke="var(--ink)"
        strokeDasharray="3 3"
      />
    </svg>
  );
}

const KINDS = { family: "by cutter", metal: "by metal", machine: "by machine", kind: "by how it was read" } as const;

/** The share inside, by what the readings were of; few readings tell little, so their count stands beside it. */
function Shares({ shares, named }: { shares: Told["statistics"]["shares"]; named: (of: string, name: string) => string }) {
  if (shares.length === 0) return null;
  return (
    <div className="grid gap-x-6 gap-y-2 sm:grid-cols-2">
      {(Object.keys(KINDS) as (keyof typeof KINDS)[])
        .filter((of) => shares.some((one) => one.of === of))
        .map((of) => (
          <table key={of} className="self-start text-sm">
            <caption className="border-b border-ink text-left text-faint">{KINDS[of]}</caption>
            <tbody>
              {shares
                .filter((one) => one.of === of)
                .map((one) => (
                  <tr key={one.name} className="border-b border-rule align-baseline">
                    <th scope="row" className="py-0.5 pr-2 text-left font-normal first-letter:uppercase">
                      {named(of, one.name)}
                    </th>
                    <td className="figure pr-2 text-right">{Math.round(100 * one.inside)} %</td>
                    <td className="figure text-right text-faint">of {one.count}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        ))}
    </div>
  );
}

function Of({ quantity, told, named }: { quantity: string; told: Told; named: (of: string, name: string) => string }) {
  const { inside, count, half_widths, tenths } = told.statistics;
  const [first, last] = [half_widths[0], half_widths.at(-1)];
  return (
    <section aria-label={`Honesty of ${quantity}`} className="grid content-start gap-1">
      <b className="first-letter:uppercase">{quantity}</b>
      {inside !== null && (
        <span>
          <b className="figure text-xl">{Math.round(inside * 100)} %</b> of {count} readings inside the band of their day; nine in ten are meant to be
        </span>
      )}
      <Tenths tenths={tenths} />
      <span className="text-sm text-faint">
        where readings fell in what was expected, low to high in tenths; dashed: as many in each
        {first !== undefined &&
          last !== undefined &&
          half_widths.length > 1 &&
          `. Half a band: ±${Math.round(first * 100)} % at first, ±${Math.round(last * 100)} % of late`}
      </span>
      <Shares shares={told.statistics.shares} named={named} />
      {told.drift && <span className="text-vermilion">{told.drift.words}</span>}
    </section>
  );
}

export function Honest({ lessons, metal, family }: { lessons: Lessons; metal: (id: string) => string; family: (id: string) => string }) {
  const client = useQueryClient();
  const lead = useMay("lead");
  const again = () => askAgain(client);
  const named = (of: string, name: string): string => {
    if (of === "metal") return metal(name);
    if (of === "family") {
      const [id = "", edge = ""] = name.split("·");
      return [family(id), edge && choiceWords("cutter.substrate", edge)].filter(Boolean).join(", ");
    }
    return of === "kind" ? (lessons.words.readings.find((one) => one.kind === name)?.words ?? name) : name;
  };
  const quantities = Object.entries(lessons.told).filter(([, told]) => told.cuts > 0);
  return (
    <div className="grid gap-3">
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={lessons.used} disabled={!lead} onChange={(event) => void api.useLessons(event.target.checked).then(again)} />
        Checks learn from this log
        {!lead && <span className="text-sm text-faint">(a lead switches it)</span>}
      </label>
      {quantities.length === 0 ? (
        <p className="m-0 text-faint">No reading yet: note a load, amps, a scale or a timed depth with a cut, and the next check of its like knows better.</p>
      ) : (
        <div className="grid gap-4 wide:grid-cols-2">
          {quantities.map(([quantity, told]) => (
            <Of key={quantity} quantity={quantity} told={told} named={named} />
          ))}
        </div>
      )}
    </div>
  );
}
