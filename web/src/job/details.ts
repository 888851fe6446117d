/** What each picker asks for beyond its main thing: fields of the case by their paths, as the job's own facts call for them. */
import { type Case, type Phrase, stagesOf } from "./types";
import { familyOf, machineOf } from "./words";

const FEED: Record<string, readonly string[]> = {
  "hand-lever": ["machine.feed.lever_length_mm", "machine.feed.pinion_radius_mm", "machine.feed.efficiency", "machine.feed.return_spring_n"],
  tailstock: ["machine.feed.wheel_radius_mm", "machine.feed.lead_mm", "machine.feed.efficiency", "machine.feed.travel_mm"],
  "power-steps": ["machine.feed.max_thrust_n"],
  servo: ["machine.feed.max_thrust_n"],
};
FEED["magnet-rack"] = FEED["hand-lever"] ?? [];

/** The step the spindle runs in, by its place. */
export const stepOf = (job: Case): number =>
  stagesOf(job.machine).findIndex((stage) => stage.speed_rpm != null && Math.abs(stage.speed_rpm / job.setting.speed_rpm - 1) < 0.01);

function machine(job: Case): string[] {
  const found = [
    "machine.spindle.power_kw",
    "machine.spindle.efficiency",
    "machine.spindle.motor",
    "machine.spindle.duty",
    "machine.stiffness_n_mm",
    "machine.max_thrust_n",
    "machine.stroke_mm",
  ];
  if (job.machine.spindle.drive === "belt" && stepOf(job) >= 0) found.push(`machine.spindle.stages.${stepOf(job)}.belt_torque_nm`);
  return found;
}

function holding(job: Case): string[] {
  const kind = job.holding?.kind;
  const machine = machineOf(job.machine.kind);
  const turned = machine.tailstock ? ["holding.tailstock_clamp_n"] : machine.in_hands ? ["machine.side_handle"] : [];
  if (kind === "hand") return ["holding.kind", "holding.arm_mm", ...turned];
  const count = kind === "clamps" || kind == null ? ["holding.count"] : [];
  return ["holding.kind", ...count, "holding.force_n", "holding.arm_mm", "holding.stop", "holding.friction", ...turned];
}

function held(job: Case): string[] {
  const kind = job.machine.holder?.kind;
  const own: Record<string, readonly string[]> = {
    chuck: ["machine.holder.capacity_mm", "machine.holder.grip", "machine.holder.max_rpm"],
    morse: ["machine.holder.tang_engaged"],
  };
  return ["machine.holder.kind", ...(own[kind ?? ""] ?? []), "cutter.shank", ...(job.cutter.shank === "straight" ? ["cutter.shank_diameter_mm"] : [])];
}

export const DETAILS: Record<Phrase, (job: Case) => readonly string[]> = {
  diameter: () => ["hole.count"],
  depth: (job) => [
    "hole.stack_mm",
    ...((job.hole.stack_mm?.length ?? 0) > 1 ? ["hole.stack_clamped"] : []),
    "hole.plate_thickness_mm",
    ...(job.hole.through === false ? ["hole.bottom"] : ["setting.breakthrough_mm"]),
    "setting.approach_mm",
  ],
  material: () => [],
  start: (job) => {
    const family = familyOf(job.cutter.family);
    return family.needs_guide
      ? ["hole.start.kind", ...(job.hole.start?.kind === "bush" ? ["hole.start.bush_height_mm"] : [])]
      : family.leaves_a_slug
        ? ["cutter.slug_diameter_mm"]
        : [];
  },
  cutter: (job) => familyOf(job.cutter.family).asks,
  machine,
  speed: () => ["setting.speed_factor"],
  feed: (job) => FEED[job.machine.feed.kind] ?? [],
  entry: (job) => [
    "hole.entry",
    ...(job.hole.entry === "angled" ? ["hole.entry_angle_deg"] : []),
    "hole.start.kind",
    ...(job.hole.start?.kind === "bush" ? ["hole.start.bush_height_mm"] : []),
    ...(["spot", "punch"].includes(job.hole.start?.kind ?? "punch") ? ["hole.start.angle_deg"] : []),
  ],
  behind: () => ["hole.behind"],
  holding,
  held,
  coolant: (job) => [
    "machine.coolant.method",
    ...(["flood", "through"].includes(job.machine.coolant?.method ?? "") ? ["machine.coolant.pressure_bar", "machine.coolant.flow_l_min"] : []),
  ],
  wear: () => ["cutter.wear", "cutter.edge_radius_mm"],
  pecks: (job) => ["setting.pecks.kind", ...(job.setting.pecks?.kind && job.setting.pecks.kind !== "none" ? ["setting.pecks.depths_mm"] : [])],
  base: () => [
    "machine.magnet.orientation",
    "machine.magnet.surface",
    "hole.plate_thickness_mm",
    "machine.magnet.gap_mm",
    "machine.magnet.strap",
    "machine.magnet.contact_share",
    "machine.magnet.pull_n",
    "machine.magnet.length_mm",
    "machine.magnet.width_mm",
    "machine.magnet.overhang_mm",
    "machine.magnet.weight_kg",
  ],
  asked: () => ["hole.tolerance_it", "hole.edge_distance_mm", "hole.next_hole_mm"],
};
