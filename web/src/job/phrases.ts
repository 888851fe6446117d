/** How each phrase of the job sentence reads. */
import type { Schemas } from "../api/client";
import type { Answer, Case, Job, System } from "./types";
import { isHandFed } from "./types";
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
  return { text: `${plain(hole.depth_mm, system)} deep, ${hole.through === false ? "blind" : "through"}` };
}

export function materialPhrase(job: Job, materials: readonly Schemas["MaterialRecord"][]): Line {
  const { material } = job.case;
  const record = materials.find((row) => row.id === material.id);
  const hb = material.hardness_hb ?? record?.hardness_hb;
  return { text: `${material.name ?? record?.name ?? material.id ?? "what?"}${hb && !record?.own ? `, ${significant(hb)} HB` : ""}` };
}

export function startPhrase(job: Job, system: System): Line {
  const start = job.case.hole.start_diameter_mm ?? 0;
  return { text: start > 0 ? `a ${plain(start, system)} hole` : "solid" };
}

export function cutterPhrase(job: Job, system: System): Line {
  const { cutter, hole } = job.case;
  const size = plain(cutter.diameter_mm ?? hole.diameter_mm, system);
  const edge = word(SUBSTRATES, cutter.substrate, "hss");
  return { text: `${size} ${edge} twist drill, ${word(POINTS, cutter.point, "conventional")}` };
}

export const machinePhrase = (job: Job): Line => ({ text: job.case.machine.name ?? job.case.machine.kind.replace("-", " ") });

export function speedPhrase(job: Job): Line {
  const { setting, machine } = job.case;
  const stage = machine.spindle.stages.find((step) => step.speed_rpm != null && Math.abs(step.speed_rpm / setting.speed_rpm - 1) < 0.01);
  return { text: `${stage?.name ? `${stage.name}, ` : ""}${speed(setting.speed_rpm)}` };
}

/** The feed as it was set, and the one it makes. */
export function feedPhrase(job: Job, answer: Answer | null, system: System): Line & { lead: string } {
  const { setting } = job.case;
  if (setting.hand_force_n != null) {
    const feed = answer?.setting.feed_mm_rev;
    const echo = !answer ? undefined : feed == null ? "it only polishes" : `about ${show(feed, "mm/rev", system, 2)}`;
    return { lead: "leaning", text: nominal(setting.hand_force_n, "N", system), echo };
  }
  const rate = answer ? show(answer.setting.feed_rate_mm_min, "mm/min", system, 2) : undefined;
  const feed = setting.feed_mm_rev ?? answer?.setting.feed_mm_rev;
  const force = isHandFed(job.case) ? answer?.limits.find((limit) => limit.id === "hand")?.demand?.middle : undefined;
  return {
    lead: isHandFed(job.case) ? "feeding by hand" : "power feed",
    text: show(feed, "mm/rev", system, 2),
    echo: force != null ? `about ${show(force, "N", system, 2)} on the lever` : rate,
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
    { phrase: "holding", line: { text: word(HOLDING, holding?.kind, "vice"), assumed: holding?.kind == null } },
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
  if (holder?.kind === "chuck") return `${holder.capacity_mm ? `${holder.capacity_mm} mm ` : ""}${holder.grip ?? "keyed"} chuck`;
  return String(holder?.size ?? holder?.kind ?? "a drill chuck");
}

/** The whole first line as plain text, for the title and for screen readers. */
export function plainSentence(job: Job, answer: Answer | null, materials: readonly Schemas["MaterialRecord"][], system: System): string {
  const feed = feedPhrase(job, answer, system);
  return (
    `Drill ${diameterPhrase(job, system).text}, ${depthPhrase(job, system).text}, in ${materialPhrase(job, materials).text}, ` +
    `from ${startPhrase(job, system).text}, with the ${cutterPhrase(job, system).text}, on ${machinePhrase(job).text} ` +
    `at ${speedPhrase(job).text}, ${feed.lead} ${feed.text}.`
  );
}
