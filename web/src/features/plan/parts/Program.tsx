/** The plan as a program, and the simulated controller that reads it back: what each tool feeds and bears, what it made of each hole, and
 * every difference from the plan. The text may be changed and read again. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, Refused, type Schemas } from "../../../api/client";
import { ProgramTrace } from "../../../drawing/plan/ProgramTrace";
import type { System } from "../../../job/types";
import { plain, show, time } from "../../../job/units";
import { VERDICTS } from "../../../job/Verdict";
import { Choices } from "../../../ui/Choices";
import { download } from "../download";
import { type Answer, programmed, programSteps } from "../model";
import { machineOf, words } from "../../../job/words";

type Ran = Schemas["ControllerAnswer"];
const CYCLES: Record<number, string> = {
  73: "chip-break pecks",
  81: "straight",
  82: "with a dwell",
  83: "pecks, full retract",
  84: "tap",
  85: "ream, feed out",
};

/** The kinds of machine that run a program, in a line. */
const programming = (): string => {
  const called = words()
    .machine_kinds.filter((kind) => kind.programmed)
    .map((kind) => kind.called);
  const line = `${called.slice(0, -1).join(", ")} or ${called.at(-1)}`;
  return line.charAt(0).toUpperCase() + line.slice(1);
};

export function Program({ answer, system }: { answer: Answer; system: System }) {
  if (!programmed(answer.machine_kind))
    return (
      <p className="text-sm text-faint">
        {answer.machine} runs no program. {programming()} would.
      </p>
    );
  return <Written answer={answer} system={system} />;
}

function Written({ answer, system }: { answer: Answer; system: System }) {
  const [style, setStyle] = useState<"cycles" | "moves">(machineOf(answer.machine_kind).canned_cycles ? "cycles" : "moves");
  const [units, setUnits] = useState<"mm" | "in">(system.length === "inch" ? "in" : "mm");
  const [returns, setReturns] = useState<98 | 99>(98);
  const [typed, setTyped] = useState<string | null>(null);
  const sheet = {
    name: `${answer.count} x ${answer.hole.text}, ${answer.material}`,
    steps: programSteps(answer),
    points_mm: answer.pattern.points_mm,
  };
  const written = useQuery({
    queryKey: ["program", sheet, style, units, returns],
    queryFn: ({ signal }) => api.writeProgram({ ...sheet, style, units, returns }, signal),
    retry: false,
    staleTime: 60_000,
  });
  const read = useQuery({
    queryKey: ["program-read", sheet, typed],
    queryFn: ({ signal }) => api.runProgram({ ...sheet, program: typed }, signal),
    enabled: typed !== null && typed.trim() !== "",
    retry: false,
    staleTime: 60_000,
  });
  const asked = typed === null ? written : read;
  const anew =
    <T,>(put: (value: T) => void) =>
    (value: T) => {
      put(value);
      setTyped(null);
    };
  return (
    <div className="grid gap-4 wide:grid-cols-[minmax(20rem,28rem)_minmax(0,1fr)]">
      <div className="grid content-start gap-2">
        <div className="flex flex-wrap gap-2">
          <Choices
            label="Style"
            choices={
              [
                ["cycles", "canned cycles"],
                ["moves", "plain moves"],
              ] as const
            }
            chosen={style}
            onChoose={anew(setStyle)}
          />
          <Choices
            label="Units of the program"
            choices={
              [
                ["mm", "G21 mm"],
                ["in", "G20 in"],
              ] as const
            }
            chosen={units}
            onChoose={anew(setUnits)}
          />
          {style === "cycles" && (
            <Choices
              label="Return"
              choices={
                [
                  ["98", "G98"],
                  ["99", "G99"],
                ] as const
              }
              chosen={String(returns) as "98" | "99"}
              onChoose={anew((one) => setReturns(Number(one) as 98 | 99))}
            />
          )}
        </div>
        <textarea
          aria-label="Program"
          className="figure h-80 w-full border border-faint bg-paper p-2 text-xs"
          spellCheck={false}
          value={typed ?? written.data?.program ?? ""}
          onChange={(event) => setTyped(event.target.value)}
        />
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="tap chip font-semibold"
            disabled={!asked.data}
            onClick={() => asked.data && download("plan.nc", "text/plain", asked.data.program)}
          >
            Save the program
          </button>
          {typed !== null && (
            <button type="button" className="tap chip" onClick={() => setTyped(null)}>
              Back to the plan’s
            </button>
          )}
          <label className="tap chip cursor-pointer">
            Read one from a file
            <input
              type="file"
              className="sr-only"
              accept=".nc,.txt,.tap,.gcode,.ngc"
              onChange={(event) => {
                void event.target.files?.[0]?.text().then(setTyped);
                // The same file may be chosen again once it was changed.
                event.target.value = "";
              }}
            />
          </label>
        </div>
      </div>
      <section aria-label="Simulated controller" className="min-w-0">
        <h3 className="heading">
          Simulated controller <span className="font-normal text-faint">it drives no machine</span>
        </h3>
        {asked.error instanceof Refused && (
          <p role="alert" className="text-sm text-vermilion">
            {asked.error.message}
          </p>
        )}
        {asked.data && <Read ran={asked.data} answer={answer} system={system} />}
      </section>
    </div>
  );
}

function Read({ ran, answer, system }: { ran: Ran; answer: Answer; system: System }) {
  const same = ran.problems.length === 0 && ran.differences?.length === 0;
  return (
    <div className="grid gap-3">
      <p role="status" className={`text-sm font-semibold ${same ? "text-green" : "text-vermilion"}`}>
        {same
          ? `Read back: ${ran.holes.length} holes, no difference from the plan, ${time(ran.time_s)} of moves.`
          : `${ran.problems.length} wrong, ${ran.differences?.length ?? 0} different from the plan.`}
      </p>
      {ran.problems.length > 0 && (
        <ul className="text-sm text-vermilion">
          {ran.problems.slice(0, 12).map((one, k) => (
            <li key={k}>
              {one.line ? `Line ${one.line}: ` : ""}
              {one.words}
            </li>
          ))}
        </ul>
      )}
      {(ran.differences?.length ?? 0) > 0 && (
        <ul className="text-sm text-vermilion">
          {ran.differences?.slice(0, 12).map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      <div className="overflow-x-auto" role="group" aria-label="Tools of the program" tabIndex={0}>
        <table className="text-sm">
          <thead>
            <tr className="text-left text-xs text-faint">
              {["tool", "speed", "feed a turn", "torque", "thrust", "power", "holes", "the check says"].map((name) => (
                <th key={name} className="pr-4 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ran.blocks.map((one, k) => (
              <tr key={k} className="border-b border-rule align-top">
                <td className="pr-4">
                  <b className="figure">T{one.tool}</b> {one.words}
                  <span className="block text-xs text-faint">{one.cycle ? CYCLES[one.cycle] : "plain moves"}</span>
                </td>
                <td className="figure pr-4 whitespace-nowrap">{one.speed_rpm} rpm</td>
                <td className="figure pr-4 font-bold whitespace-nowrap">{show(one.feed_mm_rev, "mm/rev", system)}</td>
                <td className="figure pr-4 whitespace-nowrap">{show(one.torque_nm, "N·m", system)}</td>
                <td className="figure pr-4 whitespace-nowrap">
                  {one.thrust_n !== null && one.thrust_n < 1 ? "draws itself" : show(one.thrust_n, "N", system)}
                </td>
                <td className="figure pr-4 whitespace-nowrap">{show(one.power_kw, "kW", system)}</td>
                <td className="figure pr-4">{one.holes}</td>
                <td>
                  {one.verdict ? (
                    <>
                      <b className={one.verdict === "holds" ? "text-green" : one.verdict === "tight" ? "text-bronze" : "text-vermilion"}>
                        {VERDICTS[one.verdict]}
                      </b>{" "}
                      {one.failure}
                    </>
                  ) : (
                    "no such tool in the plan"
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap gap-4">
        {ran.traces.map((trace) => (
          <figure key={trace.tool} className="m-0 w-64">
            <figcaption className="text-xs text-faint">
              <b className="figure text-ink">T{trace.tool}</b> depth over time, first hole
            </figcaption>
            <ProgramTrace points={trace.points} depth_mm={trace.depth_mm} stopWords={show(trace.depth_mm, "mm", system)} />
          </figure>
        ))}
      </div>
      <details className="text-sm">
        <summary className="tap cursor-pointer">Every hole as a table</summary>
        <table className="text-sm">
          <thead>
            <tr className="text-left text-xs text-faint">
              {["tool", "line", "x", "y", "deep", "strokes"].map((name) => (
                <th key={name} className="pr-4 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ran.holes.slice(0, 200).map((one, k) => (
              <tr key={k}>
                {[`T${one.tool}`, one.line, plain(one.x_mm, system), plain(one.y_mm, system), plain(one.depth_mm, system), one.pecks].map((cell, place) => (
                  <td key={place} className="figure pr-4">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-faint">{answer.count} places in the plan.</p>
      </details>
    </div>
  );
}
