/** Two or three checks side by side: the same questions of each, and which of them are answered differently. */
import type { Schemas } from "../../api/client";
import { cutterPhrase, depthPhrase, diameterPhrase, feedPhrase, machinePhrase, materialPhrase, setUp, speedPhrase, startPhrase } from "../../job/phrases";
import type { Answer, Job, System } from "../../job/types";
import { show, showBand, time } from "../../job/units";
import { VERDICTS } from "../../job/Verdict";

export type Side = { name: string; job: Job; answer: Answer };
export type Row = { label: string; cells: string[]; differs: boolean };
export type Part = { heading: string; rows: Row[] };

const row = (label: string, cells: string[]): Row => ({ label, cells, differs: new Set(cells).size > 1 });

const SET_UP = {
  entry: "Entry",
  behind: "Behind",
  holding: "Holding",
  held: "Drill held",
  coolant: "Coolant",
  wear: "Edge",
  pecks: "Pecks",
  asked: "Asked of the hole",
} as const;

/** What was asked: each phrase of the sentence, then the set-up. */
function asked(sides: readonly Side[], materials: readonly Schemas["MaterialRecord"][], system: System): Row[] {
  const of = (label: string, words: (side: Side) => string) => row(label, sides.map(words));
  const lines = sides.map((side) => setUp(side.job.case, system, side.answer));
  return [
    of("Hole", ({ job }) => diameterPhrase(job, system).text),
    of("Depth", ({ job }) => depthPhrase(job, system).text),
    of("Material", ({ job }) => materialPhrase(job, materials).text),
    of("From", ({ job, answer }) => startPhrase(job, system, answer).text),
    of("Cutter", ({ job }) => cutterPhrase(job, system).text),
    of("Machine", ({ job }) => machinePhrase(job).text),
    of("Speed", ({ job }) => speedPhrase(job).text),
    of("Feed", ({ job, answer }) => feedPhrase(job, answer, system).text),
    ...(Object.keys(SET_UP) as (keyof typeof SET_UP)[]).map((phrase) =>
      row(
        SET_UP[phrase],
        lines.map((line) => line.find((one) => one.phrase === phrase)?.line.text ?? ""),
      ),
    ),
  ];
}

const failure = ({ limits }: Answer, id: string | null): string => limits.find((limit) => limit.id === id)?.failure ?? "none";
const band = ({ low, high }: Schemas["Band"], unit: string, system: System): string =>
  low === null || high === null ? "–" : showBand(low, high, unit, system);

/** What came of it. */
function found(sides: readonly Side[], system: System): Row[] {
  const of = (label: string, words: (answer: Answer) => string) =>
    row(
      label,
      sides.map(({ answer }) => words(answer)),
    );
  return [
    of("Verdict", (answer) => VERDICTS[answer.verdict]),
    of("Tightest", (answer) => failure(answer, answer.tightest)),
    of("First to give", (answer) => failure(answer, answer.first_to_give)),
    of("Feed made", (answer) => show(answer.setting.feed_mm_rev, "mm/rev", system, 2)),
    of("Cutting speed", (answer) => show(answer.kinematics.cutting_speed_m_min, "m/min", system)),
    of("Torque", (answer) => band(answer.demand.torque_nm, "N·m", system)),
    of("Thrust", (answer) => band(answer.demand.thrust_n, "N", system)),
    of("Power", (answer) => band(answer.demand.power_kw, "kW", system)),
    of("Time in the cut", (answer) => time(answer.kinematics.cut_time_s)),
  ];
}

/** Every limit that speaks in any of them: its verdict and how much of it is used. */
function limits(sides: readonly Side[]): Row[] {
  const ids = new Set(sides.flatMap(({ answer }) => answer.limits.filter((limit) => limit.applies).map((limit) => limit.id)));
  return [...ids].map((id) => {
    const cells = sides.map(({ answer }) => {
      const limit = answer.limits.find((one) => one.id === id);
      if (!limit?.applies || !limit.verdict) return "does not apply";
      return limit.said ?? VERDICTS[limit.verdict];
    });
    const said = sides.flatMap(({ answer }) => answer.limits).find((limit) => limit.id === id)?.failure ?? "none";
    return row(said.charAt(0).toUpperCase() + said.slice(1), cells);
  });
}

export function compare(sides: readonly Side[], materials: readonly Schemas["MaterialRecord"][], system: System): Part[] {
  return [
    { heading: "What was asked", rows: asked(sides, materials, system) },
    { heading: "What comes of it", rows: found(sides, system) },
    { heading: "Limits", rows: limits(sides) },
  ];
}
