/** The job card: one sheet in black and white, with room to write on. */
import { CardFoot } from "../../../job/CardFoot";
import type { System } from "../../../job/types";
import { inUnits, plain, show, speed, time } from "../../../job/units";
import { type Answer, madeOf, money, sectionScale, type Step } from "../model";
import { Section } from "./Section";

const [TALLEST, WIDE, WIDEST] = [130, 640, 150];
const CELL = "border border-rule px-1 align-top";

function Setting({ step, system }: { step: Step; system: System }) {
  const { cut } = step;
  if (!cut) return <>by hand</>;
  return (
    <>
      <b>{cut.speed_words.includes("rpm") ? cut.speed_words : speed(cut.speed_rpm)}</b>
      <br />
      {cut.hand_force_n ? `${cut.hand_verb} ${show(cut.hand_force_n, "N", system)}` : show(cut.feed_mm_rev, "mm/rev", system)}
      {cut.feed_note && `, ${cut.feed_note}`}
    </>
  );
}

export function Card({ answer, system, name, note }: { answer: Answer; system: System; name: string; note: string }) {
  const steps = answer.plan.steps.filter((step) => !step.struck);
  const shared = sectionScale(madeOf(answer), TALLEST, Math.min(WIDE / Math.max(steps.length, 1) - 18, WIDEST));
  const drill = steps.findLast((step) => step.kind === "drill")?.cut;
  return (
    <section aria-label="Job card" className="job-card print-only">
      <h2 className="font-semibold">
        {name ? `${name}: ` : ""}
        {answer.count} × {answer.hole.text}, {show(answer.depth_mm, "mm", system)} {answer.through ? "through" : "deep"}
      </h2>
      <p>
        {answer.material}, on {answer.machine}. {answer.seats.map((seat) => `${seat.kind} ${plain(seat.diameter_mm, system)}. `).join("")}
        {note}
      </p>
      <ol className="mt-2 flex items-end gap-4" aria-label="Sections">
        {steps.map((step, k) => (
          <li key={k} className="text-center">
            <Section made={madeOf(answer)} step={step} id={`card-${k}`} system={system} {...shared} />
            <b>{k + 1}</b>
          </li>
        ))}
      </ol>
      <table className="mt-1 w-full border-collapse">
        <thead>
          <tr className="text-left">
            {["", "step", "belt or gear, speed; feed or hand", "stop, tip at", "out to clear at", "coolant", "look out for", "time", "✓"].map((head) => (
              <th key={head} className={`${CELL} font-semibold`}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {steps.map((step, k) => (
            <tr key={k}>
              <td className={CELL}>{k + 1}</td>
              <td className={CELL}>
                <b>{inUnits(step.words, system)}</b>
                <br />
                {step.tool}
              </td>
              <td className={CELL}>
                <Setting step={step} system={system} />
              </td>
              <td className={CELL}>
                {step.cut ? show(step.cut.stop_mm, "mm", system) : ""}
                {step.cut && step.cut.from_bush_mm != null ? `, ${show(step.cut.from_bush_mm, "mm", system)} from the top of the bush` : ""}
                {step.cut && !answer.through && step.kind !== "mark" ? `, full width to ${show(step.cut.depth_mm, "mm", system)}` : ""}
              </td>
              <td className={CELL}>
                {step.cut?.pecks_mm
                  .slice(0, 6)
                  .map((depth) => plain(depth, system).replace(/\s\w+$/, ""))
                  .join(", ")}
                {(step.cut?.pecks_mm.length ?? 0) > 6 ? " …" : ""}
              </td>
              <td className={CELL}>{step.cut?.coolant}</td>
              <td className={CELL}>
                {step.cannot ||
                  (step.cut
                    ? `${step.cut.failure}${step.cut.under?.hits ? `; ${inUnits(step.cut.under.words, system)}` : ""}`
                    : step.kind === "deburr"
                      ? ""
                      : step.why)}
              </td>
              <td className={CELL}>{time(step.time_s)}</td>
              <td className={CELL}>☐</td>
            </tr>
          ))}
        </tbody>
      </table>
      {drill && (
        <p className="mt-1">
          <b>Good chip:</b> {drill.chip}. <b>Good sound:</b> {drill.sound}.{drill.under ? ` ${inUnits(drill.under.words, system)}.` : ""}
        </p>
      )}
      {answer.pattern.points_mm.length > 1 && (
        <p>
          <b>Marking out:</b> {answer.pattern.neighbour_mm !== null ? `neighbours ${plain(answer.pattern.neighbour_mm, system)}; ` : ""}
          {answer.pattern.from_edges_mm.length
            ? `from the edges: ${answer.pattern.from_edges_mm
                .slice(0, 8)
                .map((point, k) => `${k + 1}: ${point.map((one) => plain(one, system).replace(/\s\w+$/, "")).join("/")}`)
                .join(", ")}${answer.pattern.from_edges_mm.length > 8 ? " …" : ""}`
            : `from hole 1: ${answer.pattern.marks_mm
                .slice(0, 8)
                .map((one) => plain(one, system).replace(/\s\w+$/, ""))
                .join(", ")}`}
        </p>
      )}
      <p>
        {time(answer.plan.hole_s)} a hole, {time(answer.plan.total_s)} for all with changes; cost {money(answer.plan.cost.total)} in the shop’s money.
      </p>
      <CardFoot boxes={["measured size", "position, burr", "notes"]} cautions={answer.cautions} />
    </section>
  );
}
