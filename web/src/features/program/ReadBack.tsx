/** What the simulated controller makes of a program: what a setter would stop at, each tool's load, the moves, what could not be looked at. */
import type { Schemas } from "../../api/client";
import { ProgramTrace } from "../../drawing/plan/ProgramTrace";
import type { System } from "../../job/types";
import { plain, show, time } from "../../job/units";
import { ofLimit, TEXT, VERDICTS } from "../../job/Verdict";
import { Rows } from "../../ui/Rows";

type Ran = Schemas["ControllerAnswer"];
const CYCLES: Record<number, string> = {
  73: "chip-break pecks",
  81: "straight",
  82: "with a dwell",
  83: "pecks, full retract",
  84: "tap",
  85: "ream, feed out",
};
/** So many holes are shown. */
const MOST_HOLES = 200;
const SEVERITIES: Record<string, string> = { stops: "Stops", look: "Look", note: "Note" };

type Read = { ran: Ran; system: System };

/** What the check says of a tool at the program's speed and feed. */
function Says({ one }: { one: Ran["blocks"][number] }) {
  if (!one.verdict) return <>no such tool in the plan</>;
  return (
    <>
      <b className={TEXT[one.verdict]}>{VERDICTS[one.verdict]}</b> {ofLimit(one.verdict, one.failure ?? "")}
    </>
  );
}

function Tools({ ran, system }: Read) {
  const names = ["tool", "speed", "feed a turn", "torque", "thrust", "power", "holes", "the check says"];
  const rows = ran.blocks.map((one) => [
    <>
      <b className="figure">T{one.tool}</b> {one.words}
      <span className="block text-xs text-faint">{one.cycle ? CYCLES[one.cycle] : "plain moves"}</span>
    </>,
    `${one.speed_rpm} rpm`,
    show(one.feed_mm_rev, "mm/rev", system),
    show(one.torque_nm, "N·m", system),
    one.thrust_n !== null && one.thrust_n < 1 ? "draws itself" : show(one.thrust_n, "N", system),
    show(one.power_kw, "kW", system),
    one.holes,
    <Says one={one} />,
  ]);
  return <Rows label="Tools of the program" names={names} rows={rows} />;
}

function Moves({ ran, system }: Read) {
  const rows = ran.moves.map((one) => [
    one.line,
    `T${one.tool}`,
    one.kind,
    plain(one.x_mm, system),
    plain(one.y_mm, system),
    plain(one.z_mm, system),
    `${one.speed_rpm} rpm`,
    one.feed_mm_rev === null ? "" : show(one.feed_mm_rev, "mm/rev", system),
  ]);
  return <Rows names={["line", "tool", "", "x", "y", "z", "speed", "feed a turn"]} rows={rows} />;
}

function Holes({ ran, system }: Read) {
  const rows = ran.holes
    .slice(0, MOST_HOLES)
    .map((one) => [`T${one.tool}`, one.line, plain(one.x_mm, system), plain(one.y_mm, system), plain(one.depth_mm, system), one.pecks]);
  return <Rows names={["tool", "line", "x", "y", "deep", "strokes"]} rows={rows} />;
}

export function ReadBack({ ran, places, system, onLine }: { ran: Ran; places: number; system: System; onLine: (line: number) => void }) {
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
      <Tools ran={ran} system={system} />
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
        <Moves ran={ran} system={system} />
      </details>
      <details className="text-sm">
        <summary className="tap cursor-pointer">Every hole as a table</summary>
        <Holes ran={ran} system={system} />
        <p className="text-faint">{places} places in the plan.</p>
      </details>
    </div>
  );
}
