/** What the simulated controller makes of a program: what a setter would stop at, each tool's load, the moves, what could not be looked at. */
import type { Schemas } from "../../../api/client";
import { ProgramTrace } from "../../../drawing/plan/ProgramTrace";
import type { System } from "../../../job/types";
import { plain, show, time } from "../../../job/units";
import { VERDICTS } from "../../../job/Verdict";
import type { Answer } from "../model";

type Ran = Schemas["ControllerAnswer"];
const CYCLES: Record<number, string> = {
  73: "chip-break pecks",
  81: "straight",
  82: "with a dwell",
  83: "pecks, full retract",
  84: "tap",
  85: "ream, feed out",
};
const SEVERITIES: Record<string, string> = { stops: "Stops", look: "Look", note: "Note" };

export function ReadBack({ ran, answer, system, onLine }: { ran: Ran; answer: Answer; system: System; onLine: (line: number) => void }) {
  const stops = ran.findings.filter((one) => one.severity !== "note");
  const same = ran.problems.length === 0 && ran.differences?.length === 0 && stops.length === 0;
  return (
    <div className="grid gap-3">
      <p role="status" className={`text-sm font-semibold ${same ? "text-green" : "text-vermilion"}`}>
        {same
          ? `Read back: ${ran.holes.length} holes, no difference from the plan, ${time(ran.time_s)} of moves.`
          : `${stops.length} to stop or look at, ${ran.problems.length} wrong, ${ran.differences?.length ?? 0} different from the plan.`}
      </p>
      {ran.findings.length > 0 && (
        <ul className="grid gap-0.5 text-sm" aria-label="What a setter would stop at">
          {ran.findings.slice(0, 20).map((one, k) => (
            <li key={k} className={one.severity === "stops" ? "text-vermilion" : one.severity === "look" ? "text-bronze" : "text-faint"}>
              <b>{SEVERITIES[one.severity]}</b>
              {one.line ? (
                <>
                  ,{" "}
                  <button type="button" className="underline decoration-dotted" onClick={() => onLine(one.line)}>
                    line {one.line}
                  </button>
                </>
              ) : null}
              {one.tool ? `, T${one.tool}` : ""}: {one.words}
            </li>
          ))}
        </ul>
      )}
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
      {ran.not_done.length > 0 && (
        <details className="text-sm">
          <summary className="tap cursor-pointer">{ran.not_done.length} checks not made for want of data</summary>
          <ul className="text-faint">
            {ran.not_done.map((one) => (
              <li key={one.check}>
                {one.check}: needs {one.needs}
              </li>
            ))}
          </ul>
        </details>
      )}
      <details className="text-sm">
        <summary className="tap cursor-pointer">
          Every move, dry{ran.moves_in_all > ran.moves.length ? `, the first ${ran.moves.length} of ${ran.moves_in_all}` : ""}
        </summary>
        <table className="text-sm">
          <thead>
            <tr className="text-left text-xs text-faint">
              {["line", "tool", "", "x", "y", "z", "speed", "feed a turn"].map((name) => (
                <th key={name} className="pr-4 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ran.moves.map((one, k) => (
              <tr key={k}>
                {[
                  String(one.line),
                  `T${one.tool}`,
                  one.kind,
                  plain(one.x_mm, system),
                  plain(one.y_mm, system),
                  plain(one.z_mm, system),
                  `${one.speed_rpm} rpm`,
                  one.feed_mm_rev === null ? "" : show(one.feed_mm_rev, "mm/rev", system),
                ].map((cell, place) => (
                  <td key={place} className="figure pr-4 whitespace-nowrap">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
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
