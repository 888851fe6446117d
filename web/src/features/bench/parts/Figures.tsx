/** The plain figures of the cut, and under them what was assumed and what is worth saying. */
import { useJob } from "../../../job/provider";
import type { Answer } from "../../../job/types";
import { show, time } from "../../../job/units";
import { Working } from "../../../job/Working";

export function Figures({ answer }: { answer: Answer }) {
  const { system } = useJob();
  const { kinematics } = answer;
  const rows: [string, string][] = [
    ["Cutting speed", show(kinematics.cutting_speed_m_min, "m/min", system)],
    ["Feed rate", show(kinematics.feed_rate_mm_min, "mm/min", system)],
    ["Chip thickness", show(kinematics.chip_thickness_mm, "mm", system, 2)],
    ["Removal", show(kinematics.removal_cm3_min, "cm³/min", system)],
    ["Point", show(kinematics.point_length_mm, "mm", system, 2)],
    ["Time in the cut", time(kinematics.cut_time_s)],
  ];
  return (
    <section aria-label="Figures" className="grid gap-1">
      <dl className="grid grid-cols-3 gap-x-4 gap-y-1 border-t border-ink pt-1">
        {rows.map(([name, figure]) => (
          <div key={name}>
            <dt className="text-xs text-faint">{name}</dt>
            <dd className="figure m-0 text-sm">{figure}</dd>
          </div>
        ))}
      </dl>
      <details className="text-sm">
        <summary className="tap cursor-pointer text-faint underline decoration-dotted">How these were worked out</summary>
        <div className="pt-2">
          <Working steps={answer.working.kinematics ?? []} />
        </div>
      </details>
    </section>
  );
}

function assumedValue(value: unknown): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.length ? value.join(", ") : "none";
  if (typeof value === "object") return "not given";
  return String(value);
}

export function Said({ answer }: { answer: Answer }) {
  const remarks = answer.remarks.filter((remark) => !remark.startsWith("Read but not used yet"));
  return (
    <section aria-label="Remarks and assumptions" className="grid gap-1 text-sm">
      {remarks.length > 0 && (
        <ul className="grid gap-0.5">
          {remarks.map((remark) => (
            <li key={remark}>{remark}</li>
          ))}
        </ul>
      )}
      <details>
        <summary className="tap cursor-pointer text-faint underline decoration-dotted">{answer.assumed.length} things were assumed</summary>
        <table className="w-full">
          <tbody>
            {answer.assumed.map((one) => (
              <tr key={one.field} className="border-t border-rule align-top">
                <td className="py-0.5 pr-2">{one.words}</td>
                <td className="figure pr-2 text-xs">{assumedValue(one.value)}</td>
                <td className="text-faint">{one.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
