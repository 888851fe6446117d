/** The edges of the crib: what each has done since it was given one, what the ones before it did, and what is done to it now. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, inWords } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import { useLessons } from "../../../job/lessons";
import { useMay } from "../../../job/queries";
import type { System } from "../../../job/types";
import { shownIn, significant } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { day } from "../../../ui/dates";
import { typedFigure } from "../../../ui/typed";

const metres = (value: number): string => `${significant(value, 2)} m`;

const GROUND = "sharpened";

/** Who ground it last, where that was said. */
function lastGround({ events }: { events: readonly { kind: string; at: string; ground_by: string }[] }): string {
  const [last] = events.filter((one) => one.kind === GROUND).sort((a, b) => b.at.localeCompare(a.at));
  return last?.ground_by ? `last ground: ${last.ground_by}` : "";
}

type GroundProps = { name: string; system: System; onNote: (more: { ground_by?: string; length_mm?: number }) => void; onLeave: () => void };

/** A cutter that was ground: by whom, and how far it stands out of its holder now. */
function Ground({ name, system, onNote, onLeave }: GroundProps) {
  const [by, setBy] = useState("");
  const [out, setOut] = useState("");
  const { unit, factor } = shownIn("mm", system);
  const length = typedFigure(out);
  const field = "min-h-8 border border-rule bg-paper px-1 text-base text-ink";
  return (
    <form
      aria-label={`${name} was ground`}
      className="flex flex-wrap items-end gap-2 py-1"
      onSubmit={(event) => {
        event.preventDefault();
        onNote({ ...(by.trim() ? { ground_by: by.trim() } : {}), ...(length === null ? {} : { length_mm: Number((length / factor).toPrecision(6)) }) });
      }}
    >
      <label className="grid text-xs text-faint">
        ground by
        <input className={`${field} w-32`} maxLength={60} value={by} autoFocus onChange={(event) => setBy(event.target.value)} />
      </label>
      <label className="grid text-xs text-faint">
        stands out now, {unit}
        <input
          className={`${field} figure w-24`}
          inputMode="decimal"
          placeholder="not measured"
          aria-invalid={out.trim() !== "" && length === null}
          value={out}
          onChange={(event) => setOut(event.target.value)}
        />
      </label>
      <button type="submit" className="tap chip font-semibold" disabled={out.trim() !== "" && length === null}>
        Note it
      </button>
      <button type="button" className="tap chip" onClick={onLeave}>
        Leave it
      </button>
    </form>
  );
}

export function Edges() {
  const system = useUnits();
  const client = useQueryClient();
  const edges = useQuery({ queryKey: ["edges"], queryFn: api.edges, retry: false });
  const kinds = useLessons().data?.words.edges ?? {};
  const mind = useMay("machinist");
  const [said, setSaid] = useState("");
  // The cutter that was ground, while it is asked by whom and how far it stands out now.
  const [ground, setGround] = useState<string | null>(null);
  const note = async (cutter: string, kind: string, more: { ground_by?: string; length_mm?: number } = {}) => {
    try {
      const found = await api.noteEdge(cutter, { kind, ...more });
      setGround(null);
      setSaid(`${found.name}: ${kinds[kind] ?? kind}.`);
    } catch (fault) {
      setSaid(inWords(fault));
    }
    await askAgain(client, ["edges"]);
  };
  if (edges.error) return <p role="alert">{inWords(edges.error)}</p>;
  if (!edges.data) return <p>Opening…</p>;
  if (edges.data.length === 0) return <p className="text-faint">No cutter of the crib has been logged with yet.</p>;
  return (
    <div className="overflow-x-auto">
      <p role="status" className="m-0 min-h-6">
        {said}
      </p>
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-b border-ink text-left text-sm text-faint">
            <th className="py-1 pr-3 font-normal">cutter</th>
            <th className="pr-3 font-normal">this edge since</th>
            <th className="pr-3 text-right font-normal">holes</th>
            <th className="pr-3 text-right font-normal">cut</th>
            <th className="pr-3 text-right font-normal">in the cut</th>
            <th className="pr-3 font-normal">good for</th>
            <th className="pr-3 font-normal">edges before it</th>
            <th className="font-normal">{mind && "what happened to it"}</th>
          </tr>
        </thead>
        <tbody>
          {edges.data.map((one) => (
            <tr key={one.cutter} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1 pr-3 text-left font-semibold">
                {one.name}
                {lastGround(one) && <span className="block text-sm font-normal text-faint">{lastGround(one)}</span>}
              </th>
              <td className="pr-3 text-sm">{one.since ? day(one.since) : "not noted"}</td>
              <td className="figure pr-3 text-right">{one.holes}</td>
              <td className="figure pr-3 text-right">{metres(one.metres)}</td>
              <td className="figure pr-3 text-right">{significant(one.minutes, 2)} min</td>
              <td className="pr-3 text-sm">
                {one.forecast && (
                  <>
                    <span className={`first-letter:uppercase ${one.forecast.left_holes ? "font-semibold" : "text-faint"}`}>{one.forecast.words}</span>
                    <span className="block text-faint">
                      such an edge lasts {metres(one.forecast.life_m.low)} to {metres(one.forecast.life_m.high)}
                      {one.forecast.ended > 0 ? `, from ${one.forecast.ended} that ended` : ", as the books have it"}
                    </span>
                  </>
                )}
              </td>
              <td className="figure pr-3 text-sm">{one.edges_before_m.map(metres).join(", ") || "none"}</td>
              <td>
                {mind && ground === one.cutter && (
                  <Ground name={one.name} system={system} onNote={(more) => void note(one.cutter, GROUND, more)} onLeave={() => setGround(null)} />
                )}
                {mind && ground !== one.cutter && (
                  <select
                    aria-label={`What happened to ${one.name}`}
                    className="border border-rule bg-paper px-1 py-1"
                    value=""
                    onChange={(event) =>
                      event.target.value === GROUND ? setGround(one.cutter) : event.target.value && void note(one.cutter, event.target.value)
                    }
                  >
                    <option value="">note…</option>
                    {Object.entries(kinds).map(([id, words]) => (
                      <option key={id} value={id}>
                        {words}
                      </option>
                    ))}
                  </select>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
