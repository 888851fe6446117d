/** What stands in a crossing of the chart: in two lines on the screen, in one line where a sheet is full. */
import type { Schemas } from "../../api/client";
import type { System } from "../../job/types";
import { THIN, plain, show, split } from "../../job/units";

export type Answer = Schemas["ChartAnswer"];
export type Cell = Answer["rows"][number]["cells"][number];

/** Told on every sheet in one line: what its figures are. */
export interface Legend {
  /** What every step is called by before its own name: "belt", "gear"; whether steps have names at all. */
  readonly step: string;
  readonly named: boolean;
  /** The unit of what a hand pulls or pushes, and of what is fed. */
  readonly pull: string | null;
  readonly feed: string | null;
}

export const goes = (cell: Cell): boolean => cell.verdict === "holds" || cell.verdict === "tight";
export const byHand = (cell: Cell): boolean => cell.said === "by hand";

/** The chart down to its last size that goes in any metal; the sizes below it are one line of words, not a page of refusals. */
export function upToTheLast(answer: Answer): { chart: Answer; beyond: string | null } {
  const last = answer.rows.findLastIndex((row) => row.cells.some((cell) => goes(cell) || byHand(cell)));
  const beyond = last < 0 ? undefined : answer.rows[last + 1];
  return beyond ? { chart: { ...answer, rows: answer.rows.slice(0, last + 1) }, beyond: beyond.name } : { chart: answer, beyond: null };
}

/** What to set, and what a hand does or what is fed. */
export function twoLines(cell: Cell, system: System): readonly [string, string] {
  if (byHand(cell)) return [cell.said, ""];
  if (!goes(cell)) return [`– ${cell.failure}`, ""];
  const done = cell.hand_force_n !== null ? `${show(cell.hand_force_n, "N", system, 2)} by hand` : show(cell.feed_mm_rev, "mm/rev", system, 2);
  return [cell.stage, cell.pilot_mm === null ? done : `${done} · pilot ${plain(cell.pilot_mm, system)}`];
}

export function legendOf(answer: Answer, system: System): Legend {
  const cells = answer.rows.flatMap((row) => row.cells).filter((cell) => goes(cell) && !byHand(cell));
  const firsts = new Set(cells.map((cell) => /^[a-z]+(?= )/.exec(cell.stage)?.[0] ?? ""));
  const unit = (some: boolean, of: string) => (some ? split(1, of, system)[1] : null);
  return {
    step: firsts.size === 1 ? ([...firsts][0] ?? "") : "",
    named: cells.some((cell) => !/^\d/.test(cell.stage)),
    pull: unit(
      cells.some((cell) => cell.hand_force_n !== null),
      "N",
    ),
    feed: unit(
      cells.some((cell) => cell.hand_force_n === null),
      "mm/rev",
    ),
  };
}

/** The same in one line, its units in the legend: "A, 520 · 150 · p 6". */
export function oneLine(cell: Cell, system: System, legend: Legend): string {
  if (byHand(cell)) return cell.said;
  if (!goes(cell)) return `– ${cell.thing}`;
  const step = (legend.step ? cell.stage.replace(`${legend.step} `, "") : cell.stage).replace(" rpm", "");
  const [done] = cell.hand_force_n !== null ? split(cell.hand_force_n, "N", system, 2) : split(cell.feed_mm_rev ?? 0, "mm/rev", system, 2);
  return [step, done, ...(cell.pilot_mm === null ? [] : [`p ${plain(cell.pilot_mm, system).split(THIN)[0]}`])].join(" · ");
}

/** The legend in words: "belt and rpm · N by hand · p: pilot, mm". */
export function legendWords(legend: Legend, system: System): string {
  const done = [legend.pull && `${legend.pull} by hand`, legend.feed && `${legend.feed} to feed`].filter(Boolean).join(" or ");
  return `${legend.named ? `${legend.step || "step"} and rpm` : "rpm"} · ${done} · p: pilot, ${split(1, "mm", system)[1]} · –: what gives way`;
}
