/** Marking out: the drawing to print or scribe by, the holes as a table, and half-way between what stands side by side. */
import { useState } from "react";

import { inWords } from "../../../api/client";
import { partFiles } from "../../../api/parts";
import type { System } from "../../../job/types";
import { plain } from "../../../job/units";
import { save } from "../../../ui/download";
import type { Answer } from "../model";

const DRAWINGS = [
  ["pdf", "PDF, 1:1"],
  ["dxf", "DXF"],
  ["svg", "SVG"],
] as const;
const TABLES = [
  ["csv", "CSV"],
  ["xlsx", "XLSX"],
] as const;

type Props = { answer: Answer; asked: object; side: string; file: string; system: System };

export function Files({ answer, asked, side, file, system }: Props) {
  const [wrong, setWrong] = useState("");
  const out = (name: string, written: Promise<Blob>) => {
    setWrong("");
    written.then((blob) => save(name, blob)).catch((error: unknown) => setWrong(inWords(error)));
  };
  return (
    <div className="grid content-start gap-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span>Marking-out drawing of this side:</span>
        {DRAWINGS.map(([form, words]) => (
          <button key={form} type="button" className="tap chip" onClick={() => out(`${file}-marking-out.${form}`, partFiles.markingOut(asked, side, form))}>
            {words}
          </button>
        ))}
        <span className="ml-4">The holes as a table:</span>
        {TABLES.map(([form, words]) => (
          <button key={form} type="button" className="tap chip" onClick={() => out(`${file}-holes.${form}`, partFiles.writeTable(asked, form))}>
            {words}
          </button>
        ))}
      </div>
      {wrong && (
        <p role="alert" className="m-0 text-vermilion">
          {wrong}
        </p>
      )}
      <HalfWays answer={answer} side={side} system={system} />
    </div>
  );
}

const AXES = [
  ["x", "From left to right"],
  ["y", "From front to rear"],
] as const;

function HalfWays({ answer, side, system }: { answer: Answer; side: string; system: System }) {
  const gaps = answer.setups.find((one) => one.id === side)?.half_ways ?? [];
  if (gaps.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-4">
      {AXES.map(([axis, words]) => {
        const own = gaps.filter((one) => one.axis === axis);
        return (
          <table key={axis} className="self-start border-collapse text-sm">
            <caption className="heading text-left">{words}</caption>
            <thead>
              <tr className="text-left text-xs text-faint">
                {["between", "apart", "half-way, from the zero", "nearest 1/64 in"].map((head) => (
                  <th key={head} className="pr-4 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {own.map((one) => (
                <tr key={one.at_mm.join()} className="border-b border-rule">
                  <td className="max-w-56 py-0.5 pr-4">
                    {one.between[0]} and {one.between[1]}
                  </td>
                  <td className="figure pr-4">{plain(one.apart_mm, system)}</td>
                  <td className="figure pr-4 font-semibold">{plain(one.middle_mm, system)}</td>
                  <td className="figure pr-4">{one.middle_64}</td>
                </tr>
              ))}
              <tr>
                <td className="pr-4 text-faint">all of it, as a check</td>
                <td className="figure pr-4">{plain(Number(own.reduce((sum, one) => sum + one.apart_mm, 0).toFixed(4)), system)}</td>
              </tr>
            </tbody>
          </table>
        );
      })}
    </div>
  );
}
