/** One cut's story: what had been said, what was read, measured and seen, who wrote it down; left out, put away, or opened on the Bench. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";

import { api, inWords, type Schemas } from "../../../api/client";
import { askAgain } from "../../../api/stale";
import type { Lessons } from "../../../job/lessons";
import { useMay } from "../../../job/queries";
import type { Case, System } from "../../../job/types";
import { inUnits, plain, show, showBand, unitOfQuantity } from "../../../job/units";
import { VERDICTS } from "../../../job/Verdict";
import { moment } from "../../../ui/dates";
import { BandMark } from "./BandMark";

type Cut = Schemas["CutWhole"];

function Measured({ cut, system }: { cut: Cut; system: System }) {
  const size = cut.size as Record<string, number | string>;
  const lengths = Object.entries(size).filter((one): one is [string, number] => typeof one[1] === "number");
  if (lengths.length === 0 && !size["gauge"]) return null;
  return (
    <p className="m-0">
      Measured: {lengths.map(([name, value]) => `${name.replace("_mm", "").replaceAll("_", " ")} ${plain(value, system)}`).join(", ")}
      {size["gauge"] && `${lengths.length ? ", " : ""}gauge ${size["gauge"] === "go" ? "goes" : "does not go"}`}.
    </p>
  );
}

/** The figures a reading was noted with, each by its words. */
function notedWith(words: Lessons["words"], reading: Schemas["CutReading"]): string {
  const figures = words.readings.find((way) => way.kind === reading.kind)?.figures ?? [];
  return Object.entries(reading.raw as Record<string, number | string | boolean>)
    .map(([name, value]) => {
      const figure = figures.find((one) => one.name === name);
      return figure ? `${figure.words} ${value} ${figure.unit}`.trim() : `${name.replaceAll("_", " ")} ${value}`;
    })
    .join(", ");
}

type Props = { id: string; words: Lessons["words"]; system: System; onBench: (job: Case) => void; onClose: () => void };

export function Story({ id, words, system, onBench, onClose }: Props) {
  const client = useQueryClient();
  const found = useQuery({ queryKey: ["cut", id], queryFn: () => api.readCut(id), retry: false });
  const mind = useMay("machinist");
  const cut = found.data;
  const then = (act: Promise<unknown>, close = false) =>
    void act.then(() => {
      void askAgain(client);
      if (close) onClose();
    });
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-2 top-[5vh] z-50 mx-auto grid max-h-[90vh] max-w-3xl gap-3 overflow-y-auto border border-ink bg-film p-4"
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="m-0 text-lg font-semibold first-letter:uppercase">{cut ? inUnits(cut.name, system) : "Opening…"}</Dialog.Title>
            <Dialog.Close className="chip">Close</Dialog.Close>
          </div>
          {found.error && <p role="alert">{inWords(found.error)}</p>}
          {cut && (
            <>
              <p className="m-0 text-faint">
                {moment(cut.at)}, {cut.by}
                {cut.changed_by !== cut.by && `, changed by ${cut.changed_by}`}.{" "}
                {cut.holes > 1 ? `${cut.holes} holes that went alike` : `Hole ${cut.letter}${cut.hole_no}`}, {plain(cut.depth_mm, system)} deep:{" "}
                {words.outcomes[cut.outcome] ?? cut.outcome}. The check said: {VERDICTS[cut.verdict].toLowerCase()}.
              </p>
              <table className="w-full border-collapse text-sm">
                <thead>
                  <tr className="border-b border-ink text-left text-faint">
                    <th className="py-1 pr-3 font-normal">read on</th>
                    <th className="pr-3 font-normal">noted</th>
                    <th className="pr-3 font-normal">expected</th>
                    <th className="font-normal">was</th>
                  </tr>
                </thead>
                <tbody>
                  {cut.readings.length === 0 &&
                    Object.entries(cut.said).map(([quantity, band]) => (
                      <tr key={quantity} className="border-b border-rule">
                        <td className="py-1 pr-3">{quantity}</td>
                        <td className="pr-3 text-faint">not read</td>
                        <td className="figure pr-3">{showBand(band.low ?? 0, band.high ?? 0, unitOfQuantity(quantity), system)}</td>
                        <td />
                      </tr>
                    ))}
                  {cut.readings.map((one, k) => (
                    <tr key={k} className="border-b border-rule">
                      <td className="py-1 pr-3">{words.readings.find((way) => way.kind === one.kind)?.words ?? one.kind}</td>
                      <td className="figure pr-3">{notedWith(words, one)}</td>
                      <td className="figure pr-3">
                        {one.said ? `${one.quantity} ${showBand(one.said.low ?? 0, one.said.high ?? 0, unitOfQuantity(one.quantity), system)}` : "–"}
                        {one.bare && one.said && one.bare.middle !== one.said.middle && (
                          <span className="block text-faint">without the log {show(one.bare.middle, unitOfQuantity(one.quantity), system)}</span>
                        )}
                      </td>
                      <td>
                        <BandMark reading={one} system={system} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <Measured cut={cut} system={system} />
              {cut.seen.length > 0 && <p className="m-0">Seen: {cut.seen.map((one) => words.symptoms[one] ?? one).join("; ")}.</p>}
              {cut.note && <p className="m-0 border-l-4 border-rule pl-3">{cut.note}</p>}
              <div className="flex flex-wrap gap-2">
                <button type="button" className="chip" onClick={() => onBench(cut.case as Case)}>
                  Open on the Bench
                </button>
                {mind && cut.readings.length > 0 && (
                  <button type="button" className="chip" onClick={() => then(api.markCut(cut.id, { taken: !cut.taken }))}>
                    {cut.taken ? "Do not learn from it" : "Learn from it again"}
                  </button>
                )}
                {mind && (
                  <button type="button" className="chip" onClick={() => then(api.removeCut(cut.id), true)}>
                    Into the bin
                  </button>
                )}
              </div>
              <p className="m-0 text-xs text-faint">Worked out by version {cut.core_version}; the bands are those of the day.</p>
            </>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
