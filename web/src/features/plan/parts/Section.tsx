/** One step's section, from what the plan says of it. */
import { StepSection } from "../../../drawing/plan/StepSection";
import type { System } from "../../../job/types";
import { show } from "../../../job/units";
import type { Made, Step } from "../model";

type Props = { made: Made; step: Step; id: string; system: System; widest_mm: number; scale: number; plate_mm: number };

/** Squares the floor of the hole that is drilled, no wider than it is. */
const squares = (step: Step): boolean => step.kind === "bore" && step.start_mm === step.size_mm;

/** How deep the hole is drilled by the steps before one; a through hole is through, and a squared floor lies where the drill's point was. */
export function before({ steps, depth_mm }: Made, step: Step): number {
  const done = steps.slice(0, steps.indexOf(step) + 1).filter((one) => !one.struck);
  const drilled = done.filter((one) => one !== step && ["pilot", "open", "drill"].includes(one.kind)).at(-1)?.cut;
  if (drilled && done.some(squares)) return Math.max(drilled.stop_mm, depth_mm);
  return drilled?.depth_mm ?? depth_mm;
}

export function Section({ made, step, system, ...shared }: Props) {
  return (
    <StepSection
      {...shared}
      kind={step.kind}
      family={step.cut?.family ?? ""}
      start_mm={step.start_mm}
      size_mm={step.size_mm}
      depth_mm={step.cut?.depth_mm ?? null}
      stop_mm={step.cut?.stop_mm ?? null}
      before_mm={before(made, step)}
      through={made.through && !["counterbore", "countersink", "mark"].includes(step.kind) && (step.cut?.depth_mm ?? made.depth_mm) >= made.depth_mm}
      angle_deg={step.cut?.point_angle_deg ?? 118}
      stopWords={step.cut ? show(step.cut.stop_mm, "mm", system) : null}
      hits={step.cut?.under?.hits === true}
      struck={step.struck}
    />
  );
}
