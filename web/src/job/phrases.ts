/** How each phrase of the job sentence reads. */
import type { Schemas } from "../api/client";
import { PROGRAMMED } from "./program";
import type { Answer, Case, Job, System } from "./types";
import { isHandFed, stagesOf } from "./types";
import { choiceWords, familyOf, machineOf } from "./words";
import { drillSize, METRIC, nominal, plain, show, significant, speed } from "./units";

export type Line = { text: string; echo?: string; assumed?: boolean };

export function diameterPhrase(job: Job, system: System): Line {
  const typed = job.typed.diameter;
  const count = job.case.hole.count ?? 1;
  const many = count > 1 ? (familyOf(job.case.cutter.family).feeds_its_pitch ? `${count} × ` : `${count} holes, `) : "";
  const size = `${many}${drillSize(job.case.hole.diameter_mm, system)}`;
  return typed && !/^[\d.,\s]+(mm)?$/.test(typed) ? { text: many + typed, echo: plain(job.case.hole.diameter_mm, METRIC) } : { text: size };
}

export function depthPhrase(job: Job, system: System): Line {
  const { hole } = job.case;
  const blind = hole.through === false;
  const family = familyOf(job.case.cutter.family);
  if (family.leaves_a_slug) return { text: blind ? `a groove ${plain(hole.depth_mm, system)} deep` : `through ${plain(hole.depth_mm, system)} plate` };
  const times = family.needs_guide ? `, ${significant(hole.depth_mm / hole.diameter_mm, 2)} D` : "";
  const plates = hole.stack_mm?.length ?? 0;
  const how = blind ? `blind${hole.bottom === "flat" ? ", flat-bottomed" : ""}` : plates > 1 ? `through a stack of ${plates}` : "through";
  return { text: `${plain(hole.depth_mm, system)} deep, ${how}${times}` };
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
  const family = familyOf(cutter.family);
  if (family.leaves_a_slug && start === 0) {
    const assumed = answer?.assumed.find((one) => one.field === "cutter.slug_diameter_mm")?.value as number | undefined;
    const slug = cutter.slug_diameter_mm ?? assumed;
    return { lead: "around", text: slug ? `a ${plain(slug, system)} slug` : "its slug", assumed: cutter.slug_diameter_mm == null };
  }
  if (family.needs_guide)
    return {
      lead: hole.start?.kind === "bush" ? "through" : "from",
      text: hole.start?.kind === "bush" ? "a bush" : hole.start?.kind === "pilot" ? "a pilot" : "a bare face",
    };
  if (start > 0) return { lead: family.drills ? "opening" : "in", text: `a ${plain(start, system)} hole` };
  return { lead: "from", text: "solid" };
}

export function cutterPhrase(job: Job, system: System): Line {
  const { cutter, hole } = job.case;
  const size = drillSize(cutter.diameter_mm ?? hole.diameter_mm, system);
  const family = familyOf(cutter.family);
  const noun = family.words;
  const edge = cutter.substrate == null && !family.standard_form ? "" : `${choiceWords("cutter.substrate", cutter.substrate, "hss")} `;
  if (family.standard_form) return { text: `${size} ${edge}${noun}, ${choiceWords("cutter.point", cutter.point, "conventional")}` };
  if (family.feeds_its_pitch) return { text: `M${cutter.diameter_mm ?? hole.diameter_mm}${cutter.pitch_mm ? ` by ${cutter.pitch_mm}` : ""} ${edge}${noun}` };
  const shift = cutter.shift_mm ? `, shifted ${plain(cutter.shift_mm, system)}` : "";
  return { text: `${size} ${family.always_carbide ? "" : edge}${noun}${shift}` };
}

export const machinePhrase = (job: Job): Line => ({ text: job.case.machine.name ?? machineOf(job.case.machine.kind).called });

/** How a magnet's base lies, and on what. */
export function basePhrase(job: Case, system: System): Line | null {
  const { machine, hole } = job;
  if (!machineOf(machine.kind).on_a_magnet) return null;
  if (!machine.magnet) return { text: "its magnet not described" };
  const plate = hole.plate_thickness_mm ?? hole.depth_mm;
  return {
    text: `${choiceWords("machine.magnet.orientation", machine.magnet.orientation, "down")} on ${plain(plate, system)} ${choiceWords("machine.magnet.surface", machine.magnet.surface, "bare")} plate`,
  };
}

export function speedPhrase(job: Job): Line {
  const { setting, machine } = job.case;
  const stage = stagesOf(machine).find((step) => step.speed_rpm != null && Math.abs(step.speed_rpm / setting.speed_rpm - 1) < 0.01);
  const kind = machineOf(machine.kind);
  const loaded = kind.on_a_magnet || kind.in_hands ? " under load" : "";
  return { text: `${stage?.name ? `${stage.name}, ` : ""}${speed(setting.speed_rpm)}${loaded}`, assumed: job.usual };
}

/** The feed as it was set, and the one it makes. */
export function feedPhrase(job: Job, answer: Answer | null, system: System): Line & { lead: string } {
  const { setting } = job.case;
  const { kind } = job.case.machine.feed;
  if (setting.hand_force_n != null) {
    const feed = answer?.setting.feed_mm_rev;
    const echo = !answer ? undefined : feed == null ? "it only polishes" : `about ${show(feed, "mm/rev", system, 2)}`;
    return {
      lead: kind === "hand-lever" || kind === "magnet-rack" ? "pulling the lever with" : "pushing",
      text: nominal(setting.hand_force_n, "N", system),
      echo,
      assumed: job.usual,
    };
  }
  if (setting.seconds_per_turn != null) {
    const made = answer?.setting.feed_mm_rev;
    const rim = answer?.limits.find((limit) => limit.id === "hand")?.demand?.middle;
    const echo = made == null ? undefined : `${show(made, "mm/rev", system, 2)}${rim != null ? `, about ${show(rim, "N", system, 2)} at the rim` : ""}`;
    return { lead: "winding", text: `one turn in ${significant(setting.seconds_per_turn, 2)} s`, echo };
  }
  if (setting.feed_rate_mm_min != null && job.typed.feed?.startsWith(PROGRAMMED)) {
    return {
      lead: `${job.typed.feed}:`,
      text: show(answer?.setting.feed_mm_rev ?? setting.feed_rate_mm_min / setting.speed_rpm, "mm/rev", system, 2),
      echo: show(setting.feed_rate_mm_min, "mm/min", system),
    };
  }
  const rate = answer ? show(answer.setting.feed_rate_mm_min, "mm/min", system, 2) : undefined;
  const feed = setting.feed_mm_rev ?? answer?.setting.feed_mm_rev;
  const force = isHandFed(job.case) ? answer?.limits.find((limit) => limit.id === "hand")?.demand?.middle : undefined;
  return {
    lead: isHandFed(job.case) ? "feeding by hand" : kind === "servo" ? "feeding" : "power feed",
    text: show(feed, "mm/rev", system, 2),
    assumed: job.usual,
    echo: force != null ? `about ${show(force, "N", system, 2)} ${kind === "tailstock" ? "at the rim" : kind === "push" ? "of push" : "on the lever"}` : rate,
  };
}

export type SetUp = { phrase: "entry" | "behind" | "holding" | "held" | "coolant" | "wear" | "pecks" | "asked"; line: Line };

/** What holds the work, with what was said of it. */
function holdingPhrase({ holding, machine }: Case, system: System): string {
  const kind = choiceWords("holding.kind", holding?.kind, machineOf(machine.kind).holding);
  const force = holding?.force_n ? show(holding.force_n, "N", system, 2) : "";
  const clamps = holding?.count && holding.kind === "clamps" ? `${holding.count} clamps` : kind;
  return [clamps, force && (holding?.kind === "clamps" ? `${force} each` : force), holding?.stop && "against a stop"].filter(Boolean).join(", ");
}

function coolantPhrase({ machine }: Case, system: System): string {
  const { method, pressure_bar } = machine.coolant ?? {};
  return `${choiceWords("machine.coolant.method", method, "dry")}${pressure_bar ? `, ${show(pressure_bar, "bar", system, 2)}` : ""}`;
}

/** What is asked of the finished hole, and what stands near it. */
function askedPhrase({ hole }: Case, system: System): Line {
  const said = [
    hole.tolerance_it && `IT${hole.tolerance_it}`,
    hole.edge_distance_mm != null && `${plain(hole.edge_distance_mm, system)} to the edge`,
    hole.next_hole_mm != null && `next hole at ${plain(hole.next_hole_mm, system)}`,
  ].filter(Boolean);
  return { text: said.join(", ") || "no tolerance or edge given", assumed: said.length === 0 };
}

export function setUp(job: Case, system: System, answer: Answer | null = null): SetUp[] {
  const { hole, machine, cutter, setting, holding } = job;
  const slope = hole.entry === "angled" && hole.entry_angle_deg ? ` at ${hole.entry_angle_deg}°` : "";
  const pecks = setting.pecks?.depths_mm?.length ?? 0;
  return [
    {
      phrase: "entry",
      line: {
        text: `${choiceWords("hole.entry", hole.entry, "flat")}${slope}, ${choiceWords("hole.start.kind", hole.start?.kind, "punch")}`,
        assumed: hole.entry == null && hole.start?.kind == null,
      },
    },
    { phrase: "behind", line: { text: choiceWords("hole.behind", hole.behind, "air"), assumed: hole.behind == null } },
    { phrase: "holding", line: { text: holdingPhrase(job, system), assumed: holding?.kind == null } },
    {
      phrase: "held",
      line: {
        text: `held in ${heldPhrase(job, answer?.assumed.find((one) => one.field === "cutter.shank")?.value as string | undefined)}`,
        assumed: machine.holder?.kind == null,
      },
    },
    { phrase: "coolant", line: { text: coolantPhrase(job, system), assumed: machine.coolant?.method == null } },
    { phrase: "wear", line: { text: `${choiceWords("cutter.wear", cutter.wear, "sharp")} edge`, assumed: cutter.wear == null } },
    {
      phrase: "pecks",
      line: {
        text: `${choiceWords("setting.pecks.kind", setting.pecks?.kind, "none")}${pecks ? `, ${pecks} of them` : ""}`,
        assumed: setting.pecks?.kind == null,
      },
    },
    { phrase: "asked", line: askedPhrase(job, system) },
  ];
}

/** What holds the tool, which the machine and the shank decide. */
export function heldPhrase(job: Case, assumedShank: string | undefined): string {
  const holder = job.machine.holder;
  const shank = job.cutter.shank ?? assumedShank;
  if (holder?.kind === "morse" && (shank?.startsWith("morse") ?? true))
    return `MT${shank?.replace("morse-", "") ?? holder.size ?? ""}${holder.tang_engaged === false ? ", no tang" : ", tang in"}`;
  if (holder?.kind === "morse") return `an arbor in its ${holder.size != null ? `MT${holder.size}` : "Morse"} socket`;
  if (holder?.kind === "side-lock" || (!holder?.kind && shank === "flats")) return "a side-lock";
  if (holder?.kind === "hydraulic" || holder?.kind === "shrink") return `a ${holder.kind} holder`;
  if (holder?.kind === "chuck") return `${holder.capacity_mm ? `${holder.capacity_mm} mm ` : ""}${holder.grip ?? "keyed"} chuck`;
  return String(holder?.size ?? holder?.kind ?? "a drill chuck");
}

/** The whole first line as plain text, for the title and for screen readers. */
export function plainSentence(job: Job, answer: Answer | null, materials: readonly Schemas["MaterialRecord"][], system: System): string {
  const feed = feedPhrase(job, answer, system);
  const start = startPhrase(job, system, answer);
  const place = machineOf(job.case.machine.kind);
  const base = basePhrase(job.case, system);
  const after = [place.after.replace(/,$/, ""), base?.text]
    .filter(Boolean)
    .map((words) => `, ${words},`)
    .join("");
  return (
    `${familyOf(job.case.cutter.family).verb} ${diameterPhrase(job, system).text}, ${depthPhrase(job, system).text}, in ${materialPhrase(job, materials).text}, ` +
    `${start.lead} ${start.text}, with the ${cutterPhrase(job, system).text}, ${place.before} ${machinePhrase(job).text}${after} ` +
    `at ${speedPhrase(job).text}, ${feed.lead} ${feed.text}.`
  );
}
