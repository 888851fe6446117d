/** The drilling diameter on the plate beside the one worked out, each to scale with the other. */
import type { Schemas } from "../../../../api/client";
import { useUnits } from "../../../../job/useUnits";
import { plain } from "../../../../job/units";
import { NumberField } from "../../../../ui/NumberField";
import { useBoard, useValue } from "../../board";

type One = Schemas["RatedDrill"];

export function Rated({ rated, working }: { rated: readonly One[]; working: boolean }) {
  const system = useUnits();
  const { set, readOnly } = useBoard();
  const plate = (useValue("machine.rated_diameter_mm") as Record<string, number> | undefined) ?? {};
  const most = Math.max(...rated.flatMap((one) => [one.plate_mm ?? 0, one.computed_mm ?? 0]), 1);
  return (
    <section aria-label="Rated drilling diameter" className={`plate grid content-start gap-2 ${working ? "stale" : ""}`}>
      <h2 className="heading">Drills, from solid</h2>
      {rated.map((one) => (
        <div key={one.metal} className="grid gap-0.5">
          <div className="flex items-baseline justify-between gap-3 text-sm">
            <span className="font-semibold">{one.metal}</span>
            <span className="figure">
              {one.plate_mm === null ? "" : `plate ${plain(one.plate_mm, system)} · `}worked out{" "}
              {one.computed_mm === null ? "none" : plain(one.computed_mm, system)}
            </span>
          </div>
          <svg viewBox="0 0 200 18" width="100%" height="18" preserveAspectRatio="none" aria-hidden>
            {one.plate_mm !== null && (
              <rect x="0" y="1" width={(one.plate_mm / most) * 200} height="7" fill="none" stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
            )}
            <rect x="0" y="10" width={((one.computed_mm ?? 0) / most) * 200} height="7" fill="var(--blue)" />
          </svg>
          <p className="text-xs text-faint">
            {one.next_mm === null ? one.why : `At ${plain(one.next_mm, system)}: ${one.why}.`}
            {one.plate_mm !== null && one.computed_mm !== null && one.computed_mm < 0.8 * one.plate_mm
              ? " The plate promises more than this record bears out: look at the motor, the chuck and the force again."
              : ""}
          </p>
        </div>
      ))}
      <div className="grid grid-cols-3 gap-x-4 border-t border-rule pt-1">
        {["steel", "iron", "aluminium"].map((metal) =>
          metal in plate || readOnly ? null : (
            <button
              key={metal}
              type="button"
              className="tap text-left text-xs underline decoration-dotted"
              onClick={() => set(`machine.rated_diameter_mm`, { ...plate, [metal]: 13 })}
            >
              plate names {metal}
            </button>
          ),
        )}
        {Object.keys(plate).map((metal) => (
          <PlateSize key={metal} metal={metal} plate={plate} />
        ))}
      </div>
    </section>
  );
}

function PlateSize({ metal, plate }: { metal: string; plate: Record<string, number> }) {
  const { set, readOnly } = useBoard();
  const { [metal]: size, ...others } = plate;
  return (
    <NumberField
      label={`plate, ${metal}, mm`}
      value={size}
      low={0.5}
      high={200}
      readOnly={readOnly}
      onEmpty={() => set("machine.rated_diameter_mm", others)}
      onNumber={(value) => set("machine.rated_diameter_mm", { ...plate, [metal]: value })}
    />
  );
}
