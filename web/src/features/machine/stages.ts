/** What a plan or a part is made of at the machine: its steps in order, and the holes each is done to. Pure. */
import type { Schemas } from "../../api/client";

export type PlanAnswer = Schemas["PlanAnswer"];
export type PartAnswer = Schemas["PartAnswer"];
export type Answer = PlanAnswer | PartAnswer;
export type PlanStep = Schemas["PlanStep"];
/** A hole one stands before: of a part its letter and place; its number within its kind, from 1; the step as it is made there. */
export type Hole = { letter: string; number: number; at_mm: readonly number[] | null; step: PlanStep; through: boolean; depth_mm: number };
/** A step one stops at: a cutter's is done hole by hole, what hands do in one go. `setup`: the clamping it belongs to, where there are several. */
export type Step = { words: string; first: PlanStep; cutting: boolean; holes: readonly Hole[]; change: string; setup: string };

export const isPart = (answer: Answer): answer is PartAnswer => "operations" in answer;

/** What it is called: a part by its name, a plan by its hole. */
export const titleOf = (answer: Answer): string => (isPart(answer) ? answer.name : answer.hole.text);

/** A hole as it is called beside the machine: A3, or its number. */
export const holeName = ({ letter, number }: Hole): string => `${letter}${number}`;

const known = new WeakMap<Answer, readonly Step[]>();

/** Every step in order, what was struck out left away. */
export function stepsOf(answer: Answer): readonly Step[] {
  const found = known.get(answer) ?? (isPart(answer) ? ofPart(answer) : ofPlan(answer));
  known.set(answer, found);
  return found;
}

function ofPlan(answer: PlanAnswer): Step[] {
  const { through, depth_mm, count } = answer;
  const points = answer.pattern?.points_mm ?? [];
  const holes = (step: PlanStep) => Array.from({ length: count }, (_, k) => ({ letter: "", number: k + 1, at_mm: points[k] ?? null, step, through, depth_mm }));
  return answer.plan.steps
    .filter((step) => !step.struck)
    .map((step) => ({ words: step.words, first: step, cutting: step.cut !== null, holes: step.cut ? holes(step) : [], change: "", setup: "" }));
}

function ofPart(answer: PartAnswer): Step[] {
  const several = new Set(answer.operations.map((one) => one.setup)).size > 1;
  const rows = new Map(answer.rows.map((row) => [row.letter, row]));
  return answer.operations.flatMap((operation) => {
    const stepOf = new Map(operation.features.map((one) => [one.letter, rows.get(one.letter)?.steps[one.step]]));
    const first = stepOf.get(operation.features[0]?.letter ?? "");
    if (!first) return [];
    const holes = operation.path.flatMap(({ letter, place }) => {
      const [row, step] = [rows.get(letter), stepOf.get(letter)];
      return row && step ? [{ letter, number: place, at_mm: row.places_mm[place - 1] ?? null, step, through: row.through, depth_mm: row.depth_mm }] : [];
    });
    const cutting = first.cut !== null;
    const words = cutting ? `${first.words}: ${operation.features.map((one) => one.letter).join(", ")}` : operation.words;
    return [{ words, first, cutting, holes: cutting ? holes : [], change: changeWords(operation.change), setup: several ? operation.setup : "" }];
  });
}

/** What is changed before an operation, in words. */
export function changeWords(change: PartAnswer["operations"][number]["change"]): string {
  const found = [
    change.tool && "tool",
    change.speed && "speed",
    change.stops > 0 && (change.stops > 1 ? `stop, ${change.stops} times` : "stop"),
    change.moves > 0 && `move ${change.moves} times`,
  ].filter(Boolean);
  return found.length ? `Change ${found.join(", ")}` : "";
}
