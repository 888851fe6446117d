/** How each phrase of the job sentence reads. */
import type { Schemas } from "../api/client";
import { FAMILIES, MACHINES, ORIENTATION, SURFACES } from "./families";
import type { Answer, Case, Job, System } from "./types";
import { isHandFed, stagesOf } from "./types";
import { nominal, plain, show, significant, speed } from "./units";

export const SUBSTRATES = { hss: "HSS", "hss-co": "cobalt", carbide: "solid carbide", "carbide-tipped": "carbide-tipped" } as const;
export const POINTS = {
  conventional: "conventional point",
  thinned: "thinned web",
  split: "split point",
  "self-centring": "self-centring point",
  "four-facet": "four-facet point",
  sheet: "sheet-metal point",
} as const;
export const WEAR = { sharp: "sharp", used: "used", dull: "dull" } as const;
export const COOLANT = { dry: "dry", brush: "brushed oil", mist: "mist", flood: "flood", through: "coolant through the drill" } as const;
export const ENTRY = {
  flat: "flat face",
  scale: "raw scale",
  curved: "curved face",
  concave: "hollow face",
  angled: "sloping face",
  interrupted: "into an existing bore",
} as const;
export const BEHIND = {
  air: "air below",
  backing: "backing block below",
  parallels: "on parallels",
  table: "on the table",
  vice: "on the floor of the vice",
} as const;
export const HOLDING = {
  vice: "in a vice",
  clamps: "clamped down",
  stop: "against a stop",
  magnet: "by the magnet only",
  "lathe-chuck": "in the lathe chuck",
  hand: "held by bare hands",
} as const;
export const PECKS = { none: "no pecks", "chip-break": "chip-break pecks", full: "pecked, full retract" } as const;

const word = (table: Record<string, string>, key: string | null | undefined, fallback: string): string =>
  table[key ?? fallback] ?? String(key);

export type Line = { text: string; echo?: string; assumed?: boolean };

export function diameterPhrase(job: Job, system: System): Line {
  const typed = job.typed.diameter;
  const size = plain(job.case.hole.diameter_mm, system);
  return typed && !/^[\d.,\s]+(mm)?$/.test(typed) ? { text: typed, echo: plain(job.case.hole.diameter_mm, "metric") } : { text: size };
}

export function depthPhrase(job: Job, system: System): Line {
  const { hole } = job.case;
  const blind = hole.through === false;
  if (job.case.cutter.family === "annular") return { text: blind ? `a groove ${plain(hole.depth_mm, system)} deep` : `through ${plain(hole.depth_mm, system)} plate` };
  const times = job.case.cutter.family === "gun" ? `, ${significant(hole.depth_mm / hole.diameter_mm, 2)} D` : "";
  return { text: `${plain(hole.depth_mm, system)} deep, ${blind ? "blind" : "through"}${times}` };
}

export function materialPhrase(job: Job, materials: readonly Schemas["MaterialRecord"][]): Line {
  const { material } = job.case;
  const record = materials.find((row) => row.id === material.id);
  const hb = material.hardness_hb ?? record?.hardness_hb;
  return { text: `${material.name ?? record?.name ?? material.id ?? "what?"}${hb && !record?.own ? `, ${significant(hb)} HB` : ""}` };
}

/** What the cutter starts from, and the word that leads to it. */
export function startPhrase(job: Job, system: System, answer: Answer | null = null): Line & { lead: string } {
  const { hole, cutter } = job.case;
  const start = hole.start_diameter_mm ?? 0;
  if (cutter.family === "annular" && start === 0) {
    const assumed = answer?.assumed.find((one) => one.field === "cutter.slug_diameter_mm")?.value as number | undefined;
    const slug = cutter.slug_diameter_mm ?? assumed;
    return { lead: "around", text: slug ? `a ${plain(slug, system)} slug` : "its slug", assumed: cutter.slug_diameter_mm == null };
  }
  if (cutter.family === "gun") return { lead: hole.start?.kind === "bush" ? "through" : "from", text: hole.start?.kind === "bush" ? "a bush" : hole.start?.kind === "pilot" ? "a pilot" : "a bare face" };
  if (start > 0) return { lead: FAMILIES[cutter.family].drills ? "opening" : "in", text: `a ${plain(start, system)} hole` };
  return { lead: "from", text: "solid" };
}

export function cutterPhrase(job: Job, system: System): Line {
  const { cutter, hole } = job.case;
  const size = plain(cutter.diameter_mm ?? hole.diameter_mm, system);
  const { noun } = FAMILIES[cutter.family];
  const edge = cutter.substrate == null && cutter.family !== "twist" ? "" : `${word(SUBSTRATES, cutter.substrate, "hss")} `;
  if (cutter.family === "twist") return { text: `${size} ${edge}${noun}, ${word(POINTS, cutter.point, "conventional")}` };
  if (cutter.family === "tap") return { text: `M${cutter.diameter_mm ?? hole.diameter_mm}${cutter.pitch_mm ? ` by ${cutter.pitch_mm}` : ""} ${edge}${noun}` };
  const shift = cutter.shift_mm ? `, shifted ${plain(cutter.shift_mm, system)}` : "";
  return { text: `${size} ${CARBIDE_ANYWAY.has(cutter.family) ? "" : edge}${noun}${shift}` };
}

/** Families whose edge is carbide and goes without saying. */
const CARBIDE_ANYWAY = new Set<string>(["replaceable-tip", "indexable", "gun", "thread-mill"]);

export const machinePhrase = (job: Job): Line => ({ text: job.case.machine.name ?? job.case.machine.kind.replace("-", " ") });

/** How a magnet's base lies, and on what. */
export function basePhrase(job: Case, system: System): string | null {
  const { machine, hole } = job;
  if (machine.kind !== "magnetic") return null;
  if (!machine.magnet) return "its magnet not described";
  const plate = hole.plate_thickness_mm ?? hole.depth_mm;
  return `${ORIENTATION[machine.magnet.orientation ?? "down"]} on ${plain(plate, system)} ${SURFACES[machine.magnet.surface ?? "bare"]} plate`;
}

export function speedPhrase(job: Job): Line {
  const { setting, machine } = job.case;
  const stage = stagesOf(machine).find((step) => step.speed_rpm != null && Math.abs(step.speed_rpm / setting.speed_rpm - 1) < 0.01);
  const loaded = machine.kind === "magnetic" || machine.kind === "hand-held" ? " under load" : "";
  return { text: `${stage?.name ? `${stage.name}, ` : ""}${speed(setting.speed_rpm)}${loaded}` };
}

/** The feed as it was set, and the one it makes. */
export function feedPhrase(job: Job, answer: Answer | null, system: System): Line & { lead: string } {
  const { setting } = job.case;
  const { kind } = job.case.machine.feed;
  if (setting.hand_force_n != null) {
    const feed = answer?.setting.feed_mm_rev;
    const echo = !answer ? undefined : feed == null ? "it only polishes" : `about ${show(feed, "mm/rev", system, 2)}`;
    return { lead: kind === "hand-lever" || kind === "magnet-rack" ? "leaning" : "pushing", text: nominal(setting.hand_force_n, "N", system), echo };
  }
  if (setting.seconds_per_turn != null) {
    const made = answer?.setting.feed_mm_rev;
    const rim = answer?.limits.find((limit) => limit.id === "hand")?.demand?.middle;
    const echo = made == null ? undefined : `${show(made, "mm/rev", system, 2)}${rim != null ? `, about ${show(rim, "N", system, 2)} at the rim` : ""}`;
    return { lead: "winding", text: `one turn in ${significant(setting.seconds_per_turn, 2)} s`, echo };
  }
  const rate = answer ? show(answer.setting.feed_rate_mm_min, "mm/min", system, 2) : undefined;
  const feed = setting.feed_mm_rev ?? answer?.setting.feed_mm_rev;
  const force = isHandFed(job.case) ? answer?.limits.find((limit) => limit.id === "hand")?.demand?.middle : undefined;
  return {
    lead: isHandFed(job.case) ? "feeding by hand" : kind === "servo" ? "feeding" : "power feed",
    text: show(feed, "mm/rev", system, 2),
    echo: force != null ? `about ${show(force, "N", system, 2)} ${kind === "tailstock" ? "at the rim" : kind === "push" ? "of push" : "on the lever"}` : rate,
  };
}

export type SetUp = { phrase: "entry" | "behind" | "holding" | "coolant" | "wear" | "pecks"; line: Line };

export function setUp(job: Case): SetUp[] {
  const { hole, machine, cutter, setting, holding } = job;
  const start = hole.start?.kind ?? "punch";
  const guided: Record<string, string> = { none: "no punch mark", punch: "punched", spot: "spotted", centre: "centre-drilled", bush: "through a bush", pilot: "from a pilot" };
  return [
    {
      phrase: "entry",
      line: { text: `${word(ENTRY, hole.entry, "flat")}, ${guided[start]}`, assumed: hole.entry == null && hole.start?.kind == null },
    },
    { phrase: "behind", line: { text: word(BEHIND, hole.behind, "air"), assumed: hole.behind == null } },
    { phrase: "holding", line: { text: word(HOLDING, holding?.kind, MACHINES[machine.kind].holding), assumed: holding?.kind == null } },
    { phrase: "coolant", line: { text: word(COOLANT, machine.coolant?.method, "dry"), assumed: machine.coolant?.method == null } },
    { phrase: "wear", line: { text: `${word(WEAR, cutter.wear, "sharp")} edge`, assumed: cutter.wear == null } },
    { phrase: "pecks", line: { text: word(PECKS, setting.pecks?.kind, "none"), assumed: setting.pecks?.kind == null } },
  ];
}

/** What holds the tool, which the machine and the shank decide. */
export function heldPhrase(job: Case, assumedShank: string | undefined): string {
  const holder = job.machine.holder;
  const shank = job.cutter.shank ?? assumedShank;
  if (holder?.kind === "morse") return `MT${shank?.replace("morse-", "") ?? holder.size ?? ""}${holder.tang_engaged === false ? ", no tang" : ", tang in"}`;
  if (holder?.kind === "side-lock" || (!holder?.kind && shank === "flats")) return "a side-lock";
  if (holder?.kind === "hydraulic" || holder?.kind === "shrink") return `a ${holder.kind} holder`;
  if (holder?.kind === "chuck") return `${holder.capacity_mm ? `${holder.capacity_mm} mm ` : ""}${holder.grip ?? "keyed"} chuck`;
  return String(holder?.size ?? holder?.kind ?? "a drill chuck");
}

/** The whole first line as plain text, for the title and for screen readers. */
export function plainSentence(job: Job, answer: Answer | null, materials: readonly Schemas["MaterialRecord"][], system: System): string {
  const feed = feedPhrase(job, answer, system);
  const start = startPhrase(job, system, answer);
  const place = MACHINES[job.case.machine.kind];
  const base = basePhrase(job.case, system);
  const after = [place.after?.replace(/,$/, ""), base].filter(Boolean).map((words) => `, ${words},`).join("");
  return (
    `${FAMILIES[job.case.cutter.family].verb} ${diameterPhrase(job, system).text}, ${depthPhrase(job, system).text}, in ${materialPhrase(job, materials).text}, ` +
    `${start.lead} ${start.text}, with the ${cutterPhrase(job, system).text}, ${place.before} ${machinePhrase(job).text}${after} ` +
    `at ${speedPhrase(job).text}, ${feed.lead} ${feed.text}.`
  );
}
