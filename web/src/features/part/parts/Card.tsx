/** The part on paper: its letters and where they stand, the operations in order with a box for every hole, and what each tool is set to. */
import { CardFoot } from "../../../job/CardFoot";
import type { System } from "../../../job/types";
import { inUnits, plain, show, speed, time } from "../../../job/units";
import { ofLimit, VERDICTS } from "../../../job/Verdict";
import { changeWords } from "../../machine/stages";
import type { Answer } from "../model";
import { worst } from "./Operations";
import { PlanView } from "./PlanView";

const CELL = "border border-rule px-1 py-0.5 align-top";
type Operation = Answer["operations"][number];
type Props = { answer: Answer; system: System; name: string; note: string; code: string | null };

const nobody = () => undefined;

export function Card({ answer, system, name, note, code }: Props) {
  return (
    <section aria-label="Job card of the part" className="job-card print-only">
      <header className="flex items-start justify-between gap-4">
        <div>
          <h2 className="font-semibold">
            {answer.batch.count > 1 && `${answer.batch.count} × `}
            {name || answer.name}
          </h2>
          <p>
            {answer.material}
            {answer.setups[0]?.thickness_mm ? `, ${plain(answer.setups[0].thickness_mm, system)}` : ""}, on {answer.machine}. {note}
          </p>
          <p>
            Places are from the zero, the quartered circle in the drawing. {time(answer.times.total)} {answer.batch.count > 1 ? "a part" : "in all"}
            {answer.batch.count > 1 && `, ${time(answer.batch.total_s)} for all, ${answer.batch.words}`}; {answer.changes.tools} tools put in. Drawing number:{" "}
            <span className="inline-block w-40 border-b border-ink" />
          </p>
        </div>
        {code && <img className="print-code" alt="Opens this part on a phone" src={code} />}
      </header>
      {answer.unresolved.map((one) => (
        <p key={one.letter}>
          <b>{one.letter} is not made:</b> {inUnits(one.reason, system)}.
        </p>
      ))}
      {answer.setups.map((setup, k) => (
        <div key={setup.id}>
          {answer.setups.length > 1 && <h3 className="mt-2 font-semibold">{k === 0 ? "First side" : "Turned over"}</h3>}
          <div className="mt-1 grid grid-cols-[45%_1fr] gap-4">
            <PlanView answer={answer} side={setup.id} looked={null} onMove={nobody} />
            <Letters answer={answer} side={setup.id} system={system} />
          </div>
          <Operations answer={answer} side={setup.id} system={system} />
        </div>
      ))}
      <Tools answer={answer} system={system} />
      <div className="mt-2 grid grid-cols-2 gap-6">
        <Lines title="Before switching on" lines={answer.checklist} system={system} />
        <Lines title="Afterwards" lines={answer.afterwards} system={system} />
      </div>
      <CardFoot boxes={["made by, when", "measured by, when", "notes"]} cautions={answer.cautions} />
    </section>
  );
}

/** The names of a table's columns. */
const Heads = ({ names }: { names: readonly string[] }) => (
  <thead>
    <tr className="text-left">
      {names.map((name) => (
        <th key={name} className={`${CELL} font-semibold`}>
          {name}
        </th>
      ))}
    </tr>
  </thead>
);

/** A letter's hole, how deep, and where its face lies if that is not the zero's. */
function holeWords({ hole, through, depth_mm, face_mm }: Answer["rows"][number], system: System): string {
  const face = face_mm === 0 ? "" : `; its face ${plain(Math.abs(face_mm), system)} ${face_mm > 0 ? "above" : "below"} the zero’s`;
  return `${hole.text}, ${through ? "through" : `${plain(depth_mm, system)} deep`}${face}`;
}

/** Each letter with its hole, and its places with room for what was measured. */
function Letters({ answer, side, system }: { answer: Answer; side: string; system: System }) {
  const bare = (value: number) => plain(value, system).replace(/\s\w+$/, "");
  return (
    <table className="w-full border-collapse self-start">
      <Heads names={["", "hole", `x, y from the zero, ${system.length === "inch" ? "in" : "mm"}`, "measured"]} />
      <tbody>
        {answer.rows
          .filter((row) => row.setup === side)
          .flatMap((row) =>
            row.places_mm.map(([x = 0, y = 0], k) => (
              <tr key={`${row.letter}${k}`}>
                <td className={CELL}>
                  <b>
                    {row.letter}
                    {k + 1}
                  </b>
                </td>
                <td className={CELL}>{k === 0 ? holeWords(row, system) : ""}</td>
                <td className={`${CELL} figure`}>
                  {bare(x)}, {bare(y)}
                </td>
                <td className={`${CELL} w-20`} />
              </tr>
            )),
          )}
      </tbody>
    </table>
  );
}

function Setting({ one, system }: { one: Operation; system: System }) {
  if (one.speed_rpm === null) return <>by hand</>;
  return (
    <>
      <b>{speed(one.speed_rpm)}</b>
      <br />
      {one.hand_force_n ? `pull ${show(one.hand_force_n, "N", system, 2)}` : show(one.feed_mm_rev, "mm/rev", system)}
    </>
  );
}

/** How its nearest limit stands. */
function Verdict({ one }: { one: Operation }) {
  const check = worst(one);
  return (
    check && (
      <>
        {VERDICTS[check.verdict]}, {ofLimit(check.verdict, check.failure)}
      </>
    )
  );
}

function Operations({ answer, side, system }: { answer: Answer; side: string; system: System }) {
  return (
    <table aria-label="Operations in order" className="mt-1 w-full border-collapse">
      <Heads names={["", "before it", "tool", "what", "speed; feed or hand", "stop, tip at", "verdict", "✓ each hole", "time"]} />
      <tbody>
        {answer.operations
          .filter((one) => one.setup === side)
          .map((one, k) => (
            <tr key={k}>
              <td className={CELL}>{k + 1}</td>
              <td className={CELL}>{changeWords(one.change)}</td>
              <td className={CELL}>{one.tool === null ? "–" : `T${one.tool}`}</td>
              <td className={CELL}>
                <b>{one.kind}</b> {one.features.map((feature) => feature.letter).join(", ")}
              </td>
              <td className={CELL}>
                <Setting one={one} system={system} />
              </td>
              <td className={CELL}>
                {one.features
                  .filter((feature) => feature.stop_mm !== null)
                  .map((feature) => `${feature.letter} ${show(feature.stop_mm, "mm", system)}`)
                  .join(", ")}
              </td>
              <td className={CELL}>
                <Verdict one={one} />
              </td>
              <td className={CELL}>{one.path.map((at) => `${at.letter}${at.place} ☐`).join("  ") || "☐"}</td>
              <td className={CELL}>{time(one.times_s)}</td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** What each tool is set to before the first hole, with room for what it was set to. */
function Tools({ answer, system }: { answer: Answer; system: System }) {
  const out = (number: number): unknown =>
    answer.operations
      .find((one) => one.tool === number)
      ?.features.flatMap((one) => (one.case as { cutter?: { free_length_mm?: number } } | null)?.cutter ?? [])[0]?.free_length_mm;
  return (
    <table aria-label="Tools to set" className="mt-2 w-full border-collapse">
      <Heads names={["tool", "what it is", "sticks out", "for", "set to", "offset", "edge seen"]} />
      <tbody>
        {answer.tools.map((one) => {
          const free = out(one.number);
          return (
            <tr key={one.number}>
              <td className={CELL}>
                <b>T{one.number}</b>
              </td>
              <td className={CELL}>{inUnits(one.words, system)}</td>
              <td className={CELL}>{typeof free === "number" ? plain(free, system) : ""}</td>
              <td className={CELL}>{one.features.join(", ")}</td>
              <td className={`${CELL} w-20`} />
              <td className={`${CELL} w-20`} />
              <td className={`${CELL} w-16`}>☐</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Lines({ title, lines, system }: { title: string; lines: Answer["checklist"]; system: System }) {
  return (
    <div>
      <b>{title}</b>
      {lines.map((line) => (
        <div key={line.id}>☐ {inUnits(line.words, system)}</div>
      ))}
    </div>
  );
}
