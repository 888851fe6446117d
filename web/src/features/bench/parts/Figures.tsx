/** The plain figures of the cut, and under them what is worth saying. */
import { memo } from "react";

import { useUnits } from "../../../job/useUnits";
import type { Answer } from "../../../job/types";
import { Told } from "../../../job/Told";
import { plain, show, time } from "../../../job/units";
import { WorkingOf } from "../../../job/WorkingOf";
import { Folded } from "../../../ui/Folded";

export const Figures = memo(function Figures({ answer }: { answer: Answer }) {
  const system = useUnits();
  const { kinematics } = answer;
  const rows: [string, string][] = [
    ["Cutting speed", show(kinematics.cutting_speed_m_min, "m/min", system)],
    ["Feed rate", show(kinematics.feed_rate_mm_min, "mm/min", system)],
    ["Chip thickness", show(kinematics.chip_thickness_mm, "mm", system, 2)],
    ["Removal", show(kinematics.removal_cm3_min, "cm³/min", system)],
    answer.depth.from_bush_mm == null
      ? ["Depth stop, at the tip", show(answer.depth.stop_mm, "mm", system)]
      : ["Depth stop, from the bush's top", show(answer.depth.from_bush_mm, "mm", system)],
    ["Time in the cut", time(kinematics.cut_time_s)],
  ];
  return (
    <section aria-label="Figures" className="grid gap-1">
      <dl className="grid grid-cols-3 gap-x-4 gap-y-1 border-t border-ink pt-1">
        {rows.map(([name, figure]) => (
          <div key={name}>
            <dt className="text-xs text-faint">
              <Told>{name}</Told>
            </dt>
            <dd className="figure m-0 text-sm">{figure}</dd>
          </div>
        ))}
      </dl>
      <Folded summary="How these were worked out">
        <WorkingOf scope="kinematics" />
      </Folded>
    </section>
  );
});

/** What this job is likeliest to show while it cuts, likeliest first. */
function Watch({ answer }: { answer: Answer }) {
  return (
    <details>
      <summary className="tap cursor-pointer text-faint underline decoration-dotted">What to watch for while it cuts</summary>
      <dl className="grid gap-1 pb-1">
        {answer.symptoms.map((one) => (
          <div key={one.id} className="border-t border-rule pt-1">
            <dt className="font-semibold first-letter:uppercase">{one.seen}</dt>
            <dd className="m-0">
              Likely <Told>{one.likely}</Told>.{" "}
              <span className="first-letter:uppercase">
                Do: <Told>{one.do}</Told>.
              </span>
              {one.because && <span className="text-faint"> Here because it is near “{one.because}”.</span>}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

/** How deep each peck, by the schools of pecking; the usual one for this job first. */
function Pecks({ answer }: { answer: Answer }) {
  const system = useUnits();
  const needed = answer.pecks.some((one) => one.depths_mm.length > 1);
  if (!needed) return null;
  return (
    <details>
      <summary className="tap cursor-pointer text-faint underline decoration-dotted">Pecking: what different shops do</summary>
      <ul className="grid gap-1 pb-1">
        {answer.pecks.map((one, place) => (
          <li key={one.id} className="border-t border-rule pt-1">
            <span className={place === 0 ? "font-semibold first-letter:uppercase" : "first-letter:uppercase"}>{one.words}</span>
            {place === 0 && <span className="text-faint"> (usual here)</span>}
            <span className="figure block text-xs">
              {one.depths_mm.length > 1 ? one.depths_mm.map((depth) => plain(depth, system)).join(", ") : "one pass"}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

export const Said = memo(function Said({ answer }: { answer: Answer }) {
  const { remarks } = answer;
  return (
    <section aria-label="Remarks" className="grid gap-1 text-sm">
      {remarks.length > 0 && (
        <ul className="grid gap-0.5">
          {remarks.map((remark) => (
            <li key={remark}>
              <Told>{remark}</Told>
            </li>
          ))}
        </ul>
      )}
      <Watch answer={answer} />
      <Pecks answer={answer} />
    </section>
  );
});
