/** What the log has measured of a cutter's edges: what this one has left, how long they last here beside the book, and whether costs go by it. */
import { significant } from "../../../../job/units";

type Range = { low: number; middle: number; high: number };
export type Measured = {
  ended?: number;
  life_m?: Range;
  book_m?: number;
  words?: string;
  survivors_share?: number;
  costs?: { edge_life_m: number };
};

const metres = (value: number): string => `${significant(value, 2)} m`;

export function Edge({ measured, used, may, onUse }: { measured: Measured; used: boolean; may: boolean; onUse: (used: boolean) => void }) {
  const { life_m, book_m, ended = 0, words, survivors_share = 0 } = measured;
  if (!life_m || book_m === undefined) return null;
  return (
    <section aria-label="Its edge" className="grid gap-1 border-t border-rule pt-1 text-sm">
      <p className="m-0 first-letter:uppercase">{words}.</p>
      <p className="m-0 text-faint">
        {ended > 0
          ? `From ${ended} ${ended === 1 ? "edge" : "edges"} that ended here: ${metres(life_m.low)} to ${metres(life_m.high)}, the book says ${metres(book_m)}${measured.costs ? `; ${Math.round(100 * survivors_share)} % come back from the grinder` : ""}.`
          : `The book says an edge lasts about ${metres(book_m)}.`}
      </p>
      {measured.costs ? (
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" checked={used} disabled={!may} onChange={(event) => onUse(event.target.checked)} />
          Costs go by what was measured here
        </label>
      ) : (
        ended > 0 && <p className="m-0 text-faint">From three edges that ended on, costs go by them.</p>
      )}
    </section>
  );
}
