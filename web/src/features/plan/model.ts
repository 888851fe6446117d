/** What is asked of a plan, how it changes, and a plan as a table. Pure. */
import type { Schemas } from "../../api/client";
import { type History, stepped, travelled } from "../../job/history";
import type { Case } from "../../job/types";
import { csv } from "../../ui/csv";

export type Answer = Schemas["PlanAnswer"];
export type Step = Schemas["PlanStep"];
export type Kind = Step["kind"];
/** A hole with the steps that make it: a plan's own, or one letter of a part. */
export type Made = { steps: readonly Step[]; hole: { finished_mm: number }; depth_mm: number; through: boolean };
export type Want = string;
/** A step of a row of one's own: what it does and with which cutter of the crib (none: by hand). */
export type OwnStep = { kind: Kind; cutter_id: string | null; struck: boolean };
export type Pattern = {
  kind: "single" | "line" | "grid" | "circle";
  pitch_mm: number;
  row_pitch_mm: number;
  columns: number;
  rows: number;
  circle_mm: number;
  edge_x_mm: number | null;
  edge_y_mm: number | null;
};
export type Asked = {
  hole: string;
  depth_mm: number;
  through: boolean;
  /** Metal under a blind hole, from its face. */
  plate_mm: number | null;
  /** Plates of a stack, top first; none: one plate. */
  stack_mm: number[];
  count: number;
  material: string;
  machine: string;
  behind: "air" | "backing" | "parallels" | "table" | "vice";
  /** The face the drill meets, and its slope where it slopes. */
  entry: string;
  slope_deg: number;
  under_mm: number | null;
  /** How wide the hole is that is there already. */
  there_mm: number | null;
  edge_distance_mm: number | null;
  counterbore_mm: number | null;
  counterbore_depth_mm: number | null;
  countersink_mm: number | null;
  thread: "any" | "tap" | "mill";
  measured_mm: number | null;
  rate_per_h: number;
  want: Want;
  pinned_mm: number[];
  without_mm: number[];
  steps: OwnStep[] | null;
  pattern: Pattern;
};

export const PLAIN: Asked = {
  hole: "20",
  depth_mm: 20,
  through: true,
  plate_mm: null,
  stack_mm: [],
  count: 4,
  material: "steel-structural-355",
  machine: "",
  behind: "backing",
  entry: "flat",
  slope_deg: 10,
  under_mm: null,
  there_mm: null,
  edge_distance_mm: null,
  counterbore_mm: null,
  counterbore_depth_mm: null,
  countersink_mm: null,
  thread: "any",
  measured_mm: null,
  rate_per_h: 45,
  want: "usual",
  pinned_mm: [],
  without_mm: [],
  steps: null,
  pattern: { kind: "single", pitch_mm: 60, row_pitch_mm: 60, columns: 2, rows: 2, circle_mm: 160, edge_x_mm: null, edge_y_mm: null },
};

/** A kept plan's own words, or as much as its case says where it was kept by another door. */
export function fromKept(asked: { case?: Case; plan?: Record<string, unknown>; screen?: Partial<Asked> }): Asked {
  const { case: job, plan = {}, screen = {} } = asked;
  const hole = job?.hole;
  const said = Object.fromEntries(
    ["hole", "want", "thread", "counterbore_mm", "counterbore_depth_mm", "countersink_mm", "under_mm", "there_mm", "measured_mm", "rate_per_h"]
      .filter((name) => plan[name] != null)
      .map((name) => [name, plan[name]]),
  );
  const given = plan.pattern as (Partial<Asked["pattern"]> & { count?: number }) | null | undefined;
  const pattern = { ...PLAIN.pattern, ...given };
  const steps = (plan.steps as OwnStep[] | undefined) ?? null;
  return {
    ...PLAIN,
    depth_mm: hole?.depth_mm ?? PLAIN.depth_mm,
    through: hole?.through !== false,
    count: given?.count ?? hole?.count ?? 1,
    behind: (hole?.behind as Asked["behind"]) ?? PLAIN.behind,
    plate_mm: hole?.plate_thickness_mm ?? null,
    material: job?.material.id ?? PLAIN.material,
    pattern,
    steps,
    ...said,
    ...screen,
  };
}

/** How many holes a pattern has: a grid counts its own. */
export const countOf = (asked: Asked): number => (asked.pattern.kind === "grid" ? asked.pattern.columns * asked.pattern.rows : asked.count);

function patternOf(asked: Asked): object | null {
  const { kind, pitch_mm, row_pitch_mm, columns, rows, circle_mm, edge_x_mm, edge_y_mm } = asked.pattern;
  const count = countOf(asked);
  const edges = edge_x_mm !== null && edge_y_mm !== null ? { edge_x_mm, edge_y_mm } : {};
  if (kind === "line") return { kind, count, pitch_mm, ...edges };
  if (kind === "grid") return { kind, columns, rows, pitch_mm, row_pitch_mm, ...edges };
  return kind === "circle" ? { kind, count, circle_mm, ...edges } : null;
}

/** The body of the request; what is not said is left out. */
export function bodyOf(asked: Asked, machine: unknown, holding: unknown): { case: object; plan: object } {
  const said = (values: Record<string, unknown>) => Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null));
  const blind = asked.through ? {} : { plate_thickness_mm: asked.plate_mm ?? asked.depth_mm * 2 };
  const stack = asked.stack_mm.length > 1 ? { stack_mm: asked.stack_mm, depth_mm: asked.stack_mm.reduce((sum, one) => sum + one, 0) } : {};
  const hole = {
    depth_mm: asked.depth_mm,
    through: asked.through,
    count: countOf(asked),
    behind: asked.behind,
    ...(asked.entry === "flat" ? {} : { entry: asked.entry }),
    ...(asked.entry === "angled" ? { entry_angle_deg: asked.slope_deg } : {}),
    ...blind,
    ...stack,
    ...said({ edge_distance_mm: asked.edge_distance_mm }),
  };
  const { counterbore_mm, counterbore_depth_mm, countersink_mm, under_mm, there_mm, measured_mm } = asked;
  return {
    case: { hole, material: { id: asked.material }, machine, ...(holding ? { holding } : {}) },
    plan: {
      hole: asked.hole,
      want: asked.want,
      thread: asked.thread,
      rate_per_h: asked.rate_per_h,
      alternatives: asked.steps === null,
      families: true,
      pattern: patternOf(asked),
      ...(asked.steps ? { steps: asked.steps } : { pinned_mm: asked.pinned_mm, without_mm: asked.without_mm }),
      ...said({
        counterbore_mm,
        counterbore_depth_mm: counterbore_mm === null ? null : counterbore_depth_mm,
        countersink_mm,
        under_mm,
        there_mm,
        measured_mm,
      }),
    },
  };
}

/** The row as it was found, taken over to be changed. */
export const ownRow = (steps: readonly Step[]): OwnStep[] =>
  steps.map((step) => ({ kind: step.kind, cutter_id: step.cut || step.kind === "tap" ? (step.cutter_id ?? null) : null, struck: step.struck }));

/** A row with one step moved to another place. */
export function moved(row: readonly OwnStep[], from: number, to: number): OwnStep[] {
  const left = row.filter((_, place) => place !== from);
  const step = row[from];
  return step ? [...left.slice(0, to), step, ...left.slice(to)] : [...row];
}

export type Change = { do: "put"; part: Partial<Asked> } | { do: "open"; asked: Asked } | { do: "undo" } | { do: "redo" };

/** Changes one after another, each of which can be taken back. */
export function reduce(kept: History<Asked>, change: Change): History<Asked> {
  if (change.do === "undo" || change.do === "redo") return travelled(kept, change.do);
  return stepped(kept, change.do === "open" ? change.asked : { ...kept.now, ...change.part });
}

/** A new hole, metal or machine wants its own row: what was pinned, left out or moved for the old one goes. */
export const FRESH: Partial<Asked> = { pinned_mm: [], without_mm: [], steps: null };

/** The steps a machine makes, as a program is written from them. */
export const programSteps = (answer: Answer): { kind: Kind; words: string; case: unknown }[] =>
  answer.plan.steps.flatMap((step) =>
    step.struck ? [] : [{ kind: step.kind, words: step.tool ? `${step.words}, ${step.tool}` : step.words, case: step.cut?.case ?? null }],
  );

/** Where the holes lie from the zero: from the edges where that is said; nowhere where the places are anybody's. */
export const programPlaces = (answer: Answer): number[][] => {
  const { kind, points_mm, from_edges_mm } = answer.pattern;
  if (from_edges_mm.length > 0) return from_edges_mm;
  return kind === "single" && answer.count > 1 ? [] : points_mm;
};

/** A plan's hole with its steps. */
export const madeOf = (answer: Answer): Made => ({ ...answer, steps: answer.plan.steps });

/** What is said of the control of the machine a plan is for. */
export const controlOf = (answer: Answer): Record<string, unknown> => {
  const made = answer.plan.steps.find((step) => step.cut)?.cut?.case as { machine?: { control?: Record<string, unknown> | null } } | undefined;
  return made?.machine?.control ?? {};
};

/** A plan's steps as CSV. */
export function asCsv(answer: Answer): string {
  const head = [
    "step",
    "what",
    "tool",
    "speed_rpm",
    "feed_mm_rev",
    "hand_force_n",
    "stop_mm",
    "pecks_mm",
    "verdict",
    "tightest",
    "time_s",
    "edge_cost",
    "machine_cost",
    "why",
  ];
  const rows = answer.plan.steps
    .filter((step) => !step.struck)
    .map((step, k) => [
      k + 1,
      step.words,
      step.tool,
      step.cut?.speed_rpm,
      step.cut?.feed_mm_rev,
      step.cut?.hand_force_n,
      step.cut?.stop_mm,
      step.cut?.pecks_mm.join("; "),
      step.cut?.verdict,
      step.cut?.failure,
      step.time_s,
      step.edge_cost,
      step.machine_cost,
      step.why,
    ]);
  return csv([head, ...rows]);
}

/** What every section of a row shares: its widest size, and pixels to a millimetre so that it stays within a box. */
export function sectionScale(made: Made, tallest: number, widest: number): { widest_mm: number; scale: number; plate_mm: number } {
  const widest_mm = Math.max(made.hole.finished_mm, ...made.steps.map((step) => step.size_mm));
  const deepest = Math.max(...made.steps.map((step) => step.cut?.stop_mm ?? 0), made.depth_mm);
  const plate_mm = made.through ? made.depth_mm : deepest * 1.2;
  const scale = Math.min(tallest / Math.max(plate_mm, deepest), widest / (widest_mm * 1.8));
  return { widest_mm, scale, plate_mm };
}

/** Money without a currency: the shop's own. */
export const money = (value: number | null | undefined): string => (value === null || value === undefined ? "no price" : value.toFixed(2));

/** Sizes one after another, no digits beyond a drill's own. */
export const sizes = (all_mm: readonly number[]): string => all_mm.map((one) => Number(one.toPrecision(4))).join(" → ");

const GRAVITY = ["holds", "unknown", "tight", "gives-way", "cannot"];
/** The step whose limit is nearest or furthest past: by verdict first, since what is tight by its kind may be little used. */
export const tightest = (steps: readonly Step[]): Step | undefined =>
  steps
    .filter((step) => step.cut)
    .sort((a, b) => GRAVITY.indexOf(b.cut?.verdict ?? "") - GRAVITY.indexOf(a.cut?.verdict ?? "") || (b.cut?.use ?? 0) - (a.cut?.use ?? 0))[0];
