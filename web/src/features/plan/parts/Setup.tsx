/** Setting up: the magnet on its plate, the tailstock by turns, the insert drill's offset, a deep hole's stages; then what is ticked before
 * switching on. */
import { MagnetPlan } from "../../../drawing/plan/MagnetPlan";
import type { System } from "../../../job/types";
import { Checklist } from "../../../job/Checklist";
import { Told } from "../../../job/Told";
import { show } from "../../../job/units";
import type { Answer } from "../model";

type Props = { answer: Answer; system: System; ticks: readonly string[]; onTick: (id: string, on: boolean) => void };

export function Setup({ answer, system, ticks, onTick }: Props) {
  return (
    <div className="flex flex-wrap items-start gap-x-10 gap-y-4">
      <Checklist lines={answer.checklist} ticks={ticks} onTick={onTick} of="plan" />
      {answer.sheets.map((sheet) => (
        <section key={sheet.kind} aria-label={sheet.title} className="plate max-w-md">
          <h3 className="heading">{sheet.title}</h3>
          {sheet.kind === "magnet" && <MagnetPlan sheet={sheet} size_mm={answer.hole.finished_mm} />}
          <dl className="grid grid-cols-[1fr_auto] gap-x-4 text-sm">
            {sheet.facts.map((fact) => (
              <div key={fact.name} className="contents">
                <dt className="text-faint">{fact.name}</dt>
                <dd className="figure m-0">{show(fact.value, fact.unit, system)}</dd>
              </div>
            ))}
          </dl>
          <ul className="mt-1 list-disc pl-4 text-sm">
            {sheet.lines.map((line) => (
              <li key={line}>
                <Told>{line}</Told>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {answer.deep_hole && <Deep deep={answer.deep_hole} system={system} />}
      {answer.cautions.length > 0 && (
        <section aria-label="Cautions" className="max-w-xl">
          <h3 className="heading text-vermilion">Cautions</h3>
          <ul className="list-disc pl-4 text-sm">
            {answer.cautions.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function Deep({ deep, system }: { deep: NonNullable<Answer["deep_hole"]>; system: System }) {
  const wet = deep.coolant;
  return (
    <section aria-label="Deep hole" className="plate max-w-xl">
      <h3 className="heading">
        Deep hole, <span className="figure">{Math.round(deep.times_diameter)}</span> times its diameter
      </h3>
      <table className="text-sm">
        <thead>
          <tr className="text-left text-xs text-faint">
            {["to", "drill", "length to order"].map((name) => (
              <th key={name} className="pr-5 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {deep.stages.map((stage) => (
            <tr key={stage.to_depth_mm}>
              <td className="figure pr-5">{show(stage.to_depth_mm, "mm", system)}</td>
              <td className="pr-5">
                {show(stage.diameter_mm, "mm", system, 4)}, {stage.tool}
              </td>
              <td className="figure" title={stage.length_parts.map((part) => `${part.part} ${Math.round(part.length_mm)}`).join(" + ")}>
                {show(stage.length_mm, "mm", system)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {deep.pilot_diameter_mm && (
        <p className="text-sm">
          Pilot {show(deep.pilot_depth_mm, "mm", system)} deep, {deep.pilot_diameter_mm.map((one) => show(one, "mm", system, 4)).join(" to ")} wide.
        </p>
      )}
      <p className="text-sm">
        {deep.bush ? `${deep.bush}; ` : ""}
        {deep.steady_rests} steady rest{deep.steady_rests === 1 ? "" : "s"}, longest span {show(deep.span_mm, "mm", system)}; whirls at{" "}
        {Math.round(deep.whirling_rpm)} rpm, no faster than {Math.round(deep.fastest_rpm)} rpm.
      </p>
      <p className="text-sm">
        Coolant wanted {show(wet.pressure_bar, "bar", system)}, {show(wet.flow_l_min, "l/min", system)} ({show(wet.pump_kw, "kW", system)} at the pump)
        {wet.enough === null ? "; what the pump has is not known" : wet.enough ? "; the machine has it" : "; the machine has less"}.
      </p>
      <h4 className="mt-1 text-sm font-semibold">To order</h4>
      <ul className="list-disc pl-4 text-sm">
        {deep.order.map((line) => (
          <li key={line}>
            <Told>{line}</Told>
          </li>
        ))}
      </ul>
      <h4 className="mt-1 text-sm font-semibold">In this order</h4>
      <ol className="list-decimal pl-5 text-sm">
        {deep.procedure.map((line) => (
          <li key={line}>
            <Told>{line}</Told>
          </li>
        ))}
      </ol>
    </section>
  );
}
