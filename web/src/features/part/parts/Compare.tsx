/** The part made other ways: by every wish, or on every machine of the shop; asked one after another, and stopped when that is enough. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, inWords } from "../../../api/client";
import { time } from "../../../job/units";
import type { Answer } from "../model";

/** A way to make it: what it is called, how it is asked for (nothing: it cannot be asked), whether it is the one that stands. */
export type Variant = { id: string; words: string; body: object | null; stands: boolean };
type Found = { answer?: Answer; wrong?: string };
type Props = { label: string; variants: readonly Variant[]; onTake: (id: string) => void };

/** What two ways have in common when they are the same: their operations, tool by tool. */
const sameness = ({ operations, tools }: Answer): string =>
  JSON.stringify(operations.map((one) => [one.words, tools.find((tool) => tool.number === one.tool)?.cutter, one.speed_rpm, one.feed_mm_rev, one.times_s]));

export function Compare({ label, variants, onTake }: Props) {
  const client = useQueryClient();
  const [found, setFound] = useState<Record<string, Found>>({});
  const [going, setGoing] = useState(true);
  const asked = JSON.stringify(variants.map((one) => one.body));
  useEffect(() => {
    setFound({});
    setGoing(true);
  }, [asked]);
  useEffect(() => {
    if (!going) return;
    const stop = new AbortController();
    const all = async () => {
      for (const one of variants) {
        if (stop.signal.aborted || !one.body) continue;
        const { body } = one;
        const told: Found = await client
          .fetchQuery({ queryKey: ["part", JSON.stringify(body)], queryFn: () => api.part(body, stop.signal), staleTime: Infinity, retry: false })
          .then((answer) => ({ answer }))
          .catch((error: unknown) => ({ wrong: inWords(error) }));
        if (!stop.signal.aborted) setFound((was) => ({ ...was, [one.id]: told }));
      }
      if (!stop.signal.aborted) setGoing(false);
    };
    void all();
    return () => stop.abort();
    // The variants are as they are asked.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, going]);
  const done = variants.filter((one) => found[one.id]).length;
  // Ways that come to the same are one line, the one that stands by name.
  const lines = variants
    .map((one) => ({ ...one, ...found[one.id], key: found[one.id]?.answer ? sameness(found[one.id]?.answer as Answer) : one.id }))
    .sort((a, b) => Number(b.stands) - Number(a.stands));
  const first = lines.filter((one, k) => lines.findIndex((other) => other.key === one.key) === k);
  const order = [...first].sort((a, b) => lacking(a.answer) - lacking(b.answer) || (a.answer?.times.total ?? Infinity) - (b.answer?.times.total ?? Infinity));
  return (
    <section aria-label={label} className="grid gap-2">
      <p role="status" className="m-0 flex min-h-8 items-center gap-3 text-sm text-faint">
        {done < variants.length && going && (
          <>
            {done} of {variants.length} looked at…{" "}
            <button type="button" className="chip" onClick={() => setGoing(false)}>
              Stop
            </button>
          </>
        )}
        {done < variants.length && !going && (
          <button type="button" className="chip" onClick={() => setGoing(true)}>
            Look at the rest
          </button>
        )}
      </p>
      <table className="w-full border-collapse">
        <thead>
          <tr className="text-left text-xs text-faint">
            {["", "in all", "cost", "tools put in", "not made", ""].map((head, k) => (
              <td key={k} className="pr-3">
                {head}
              </td>
            ))}
          </tr>
        </thead>
        <tbody>
          {order.map((one) => (
            <tr key={one.id} className="border-b border-rule">
              <th scope="row" className="py-1 pr-3 text-left font-semibold">
                {lines
                  .filter((other) => other.key === one.key)
                  .map((other) => other.words)
                  .join("; ")}
                {one.wrong && <span className="block font-normal text-vermilion">{one.wrong}</span>}
              </th>
              <td className="figure pr-3">{one.answer ? time(one.answer.times.total) : "…"}</td>
              <td className="figure pr-3">{one.answer?.cost.toFixed(2)}</td>
              <td className="figure pr-3">{one.answer?.changes.tools}</td>
              <td className="pr-3 text-vermilion">{one.answer?.unresolved.map((lacks) => lacks.letter).join(", ")}</td>
              <td className="text-right">
                {one.stands ? (
                  <span className="text-sm text-faint">as it stands</span>
                ) : (
                  one.answer && (
                    <button type="button" className="tap chip text-sm" onClick={() => onTake(one.id)}>
                      Take it
                    </button>
                  )
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const lacking = (answer: Answer | undefined): number => answer?.unresolved.length ?? Infinity;
