/** What is asked of a plan, and a plan as a table. Pure. */
import type { Schemas } from "../../api/client";

export type Answer = Schemas["PlanAnswer"];
export type Step = Schemas["PlanStep"];
export type Want = "usual" | "quickest" | "fewest" | "gentlest";
export type Asked = {
  hole: string;
  depth_mm: number;
  through: boolean;
  count: number;
  material: string;
  machine: string;
  want: Want;
  pinned_mm: number[];
  without_mm: number[];
  pattern: { kind: "single" | "line" | "grid" | "circle"; pitch_mm: number; columns: number; rows: number; circle_mm: number };
};

export const WANTS: readonly (readonly [Want, string])[] = [["usual", "as most would"], ["quickest", "quickest"], ["fewest", "fewest tools"], ["gentlest", "gentlest"]];

/** How many holes a pattern has: a grid counts its own. */
export const countOf = (asked: Asked): number => (asked.pattern.kind === "grid" ? asked.pattern.columns * asked.pattern.rows : asked.pattern.kind === "single" ? 1 : asked.count);

/** The body of the request. */
export function bodyOf(asked: Asked, machine: unknown, holding: unknown): object {
  const { kind, pitch_mm, columns, rows, circle_mm } = asked.pattern;
  const count = kind === "single" ? asked.count : countOf(asked);
  const pattern = kind === "single" ? null : kind === "line" ? { kind, count, pitch_mm } : kind === "grid" ? { kind, columns, rows, pitch_mm } : { kind, count, circle_mm };
  return {
    case: {
      hole: { depth_mm: asked.depth_mm, through: asked.through, count, behind: "backing", ...(asked.through ? {} : { plate_thickness_mm: asked.depth_mm * 1.6 }) },
      material: { id: asked.material },
      machine,
      ...(holding ? { holding } : {}),
    },
    plan: { hole: asked.hole, want: asked.want, pinned_mm: asked.pinned_mm, without_mm: asked.without_mm, alternatives: true, ...(pattern ? { pattern } : {}) },
  };
}

/** A cell; a text that a spreadsheet would run goes out with an apostrophe before it, as the shop's own files do. */
const quoted = (value: unknown): string => {
  const text = String(value ?? "");
  const safe = typeof value === "string" && /^'*[=+\-@\t\r\n]/.test(text) ? `'${text}` : text;
  return /[",\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
};

/** A plan's steps as CSV. */
export function asCsv(answer: Answer): string {
  const head = ["step", "what", "tool", "speed_rpm", "feed_mm_rev", "hand_force_n", "stop_mm", "pecks_mm", "verdict", "tightest", "time_s", "why"];
  const rows = answer.plan.steps.map((step, k) => [
    k + 1, step.words, step.tool, step.cut?.speed_rpm, step.cut?.feed_mm_rev, step.cut?.hand_force_n, step.cut?.stop_mm, step.cut?.pecks_mm.join("; "), step.cut?.verdict, step.cut?.failure, step.time_s, step.why,
  ]);
  return [head, ...rows].map((row) => row.map(quoted).join(",")).join("\n") + "\n";
}

/** What every section of a row shares: its widest size, and pixels to a millimetre so that it stays within a box. */
export function sectionScale(answer: Answer, tallest: number, widest: number): { widest_mm: number; scale: number; tall: number } {
  const widest_mm = Math.max(answer.hole.finished_mm, ...answer.plan.steps.map((step) => step.size_mm));
  const deep = answer.through ? answer.depth_mm : answer.depth_mm * 1.35;
  const scale = Math.min(tallest / deep, widest / (widest_mm * 2.1));
  return { widest_mm, scale, tall: deep * scale };
}
