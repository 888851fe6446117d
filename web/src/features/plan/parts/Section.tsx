/** One step's section, from what the plan says of it. */
import { StepSection } from "../../../drawing/plan/StepSection";
import type { Answer, Step } from "../model";

export function Section({ answer, step, id, widest_mm, scale }: { answer: Answer; step: Step; id: string; widest_mm: number; scale: number }) {
  return (
    <StepSection
      id={id}
      kind={step.kind}
      start_mm={step.start_mm}
      size_mm={step.size_mm}
      depth_mm={answer.depth_mm}
      stop_mm={step.cut?.stop_mm ?? answer.depth_mm}
      through={answer.through}
      angle_deg={step.cut?.point_angle_deg ?? 118}
      family={step.cut?.family ?? ""}
      widest_mm={widest_mm}
      scale={scale}
    />
  );
}
