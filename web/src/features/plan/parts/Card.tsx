/** The job card: one sheet in black and white, with room to write on. */
import { show, speed, time } from "../../../job/units";
import type { System } from "../../../job/types";
import { type Answer, sectionScale } from "../model";
import { Section } from "./Section";

const [TALLEST, WIDE] = [110, 660];

export function Card({ answer, system }: { answer: Answer; system: System }) {
  const { widest_mm, scale } = sectionScale(answer, TALLEST, WIDE / answer.plan.steps.length);
  return (
    <section aria-label="Job card" className="job-card print-only">
      <h2 className="font-semibold">
        {answer.hole.text}, {show(answer.depth_mm, "mm", system)} {answer.through ? "through" : "deep"}, {answer.count} off, in {answer.material}, on {answer.machine}
      </h2>
      <p>Printed {new Date().toLocaleDateString()}. Estimates: the machine’s instructions, the shop’s rules and the responsible person come first. Eye protection; work clamped; chuck key out; never touch swarf.</p>
      <ol className="mt-2 flex items-end justify-between" aria-label="Sections">
        {answer.plan.steps.map((step, k) => (
          <li key={k} className="text-center">
            <Section answer={answer} step={step} id={`card-${k}`} widest_mm={widest_mm} scale={scale} />
            {k + 1}
          </li>
        ))}
      </ol>
      <table className="mt-2 w-full border-collapse">
        <thead>
          <tr className="text-left">{["", "step", "tool", "belt, gear, speed", "feed, or hand", "stop, tip at", "pecks to", "coolant", "watch for", "done"].map((name) => <th key={name} className="border border-rule px-1 font-semibold">{name}</th>)}</tr>
        </thead>
        <tbody>
          {answer.plan.steps.map((step, k) => (
            <tr key={k} className="align-top">
              <td className="border border-rule px-1">{k + 1}</td>
              <td className="border border-rule px-1">{step.words}</td>
              <td className="border border-rule px-1">{step.tool}</td>
              <td className="border border-rule px-1">{step.cut ? (step.cut.speed_words.includes("rpm") ? step.cut.speed_words : speed(step.cut.speed_rpm)) : ""}</td>
              <td className="border border-rule px-1">{step.cut ? (step.cut.hand_force_n ? `lean ${show(step.cut.hand_force_n, "N", system)}` : show(step.cut.feed_mm_rev, "mm/rev", system)) : ""}</td>
              <td className="border border-rule px-1">{step.cut ? show(step.cut.stop_mm, "mm", system) : ""}</td>
              <td className="border border-rule px-1">{step.cut?.pecks_mm.slice(0, 8).map((depth) => Math.round(depth)).join(", ")}{(step.cut?.pecks_mm.length ?? 0) > 8 ? " …" : ""}</td>
              <td className="border border-rule px-1">{step.cut?.coolant}</td>
              <td className="border border-rule px-1">{step.cut ? step.cut.failure : step.why}</td>
              <td className="border border-rule px-1">☐</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-3 grid grid-cols-3 gap-3">
        {["measured size", "position", "notes"].map((name) => <div key={name} className="h-20 border border-rule px-1">{name}</div>)}
      </div>
      <p className="mt-2">{time(answer.plan.hole_s)} a hole, {time(answer.plan.total_s)} with tool changes.</p>
    </section>
  );
}
