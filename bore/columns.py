"""A job as numbers: floats for one check, arrays for a map, the same names for both.

What selects a formula (substrate, feed, holder …) is a word of the whole group, never a column.
"""

from dataclasses import dataclass, replace

from bore.cutters.twist import feeds
from bore.elementwise import Column
from bore.formula import enter
from bore.job import Job
from bore.machines import kinds
from bore.machines.machine import Holder
from bore.materials.material import Material
from bore.mechanics import hand_feed, kinematics, spindle


@dataclass(frozen=True, slots=True, kw_only=True)
class Columns:
    """One group of jobs as broadcastable numbers. `feed_mm_rev` is None while a hand force decides the feed."""

    # words of the group
    substrate: str
    wear: str
    iso_group: str
    power_law_row: str | None
    work_hardens: str
    feed_kind: str
    motor: str
    drive: str
    holder: Holder
    shank: str
    school: str | None
    speed_factor: bool
    pecked: bool
    # hole
    diameter_mm: Column
    start_diameter_mm: Column
    depth_mm: Column
    through: bool
    approach_mm: Column
    breakthrough_mm: Column
    # metal
    hardness_hb: float | None
    tensile_n_mm2: float | None
    kc11_n_mm2: Column
    mc: Column
    kd_torque_lbf_in2: Column
    kd_thrust_lbf_in2: Column
    specific_energy_w_s_mm3: Column
    spread: Column
    # cutter
    edges: Column
    point_angle_deg: Column
    chisel_ratio: Column
    rake_deg: float | None
    edge_radius_mm: Column
    flute_length_mm: Column
    free_length_mm: Column
    shank_diameter_mm: Column
    # the book's setting for this job
    book_feed_mm_rev: Column
    vc_low_m_min: float | None
    vc_top_m_min: float | None
    vc_factor: Column
    # machine
    power_kw: Column
    stage_power_kw: Column
    efficiency: Column
    breakdown_ratio: Column
    idle_kw: Column
    duty: str
    cutting_share: Column
    short_time_kw: float | None
    short_time_min: float | None
    slowest_rpm: float
    fastest_rpm: float
    nearest_rpm: Column
    max_thrust_n: float | None
    stroke_mm: float | None
    daylight_mm: float | None
    force_ratio: float | None
    return_spring_n: float
    # setting
    speed_rpm: Column
    feed_mm_rev: Column | None
    hand_force_n: Column | None

    @property
    def cutting_speed_m_min(self) -> Column:
        """Cutting speed at the outer corner."""
        return kinematics.cutting_speed_m_min(diameter_mm=self.diameter_mm, speed_rpm=self.speed_rpm)

    @property
    def point_length_mm(self) -> Column:
        """Length of the point."""
        return kinematics.point_length_mm(diameter_mm=self.diameter_mm, point_angle_deg=self.point_angle_deg)

    def over(self, job: Job, *, feed_mm_rev: Column, speed_rpm: Column) -> "Columns":
        """The same job over other settings, axes that broadcast; the feed is then given, not pushed."""
        return replace(
            self,
            speed_rpm=speed_rpm,
            feed_mm_rev=feed_mm_rev,
            hand_force_n=None,
            stage_power_kw=spindle.stage_power_kw(job.machine.spindle, speed_rpm),
            nearest_rpm=spindle.nearest_speed_rpm(job.machine.spindle, speed_rpm),
        )


def metal_word(material: Material) -> str:
    """What a machinist calls the metal when choosing a coolant: steel, stainless, iron, aluminium …"""
    if material.iso_group in "PHMK":
        return {"P": "steel", "H": "steel", "M": "stainless", "K": "iron"}[material.iso_group]
    text = f"{material.id or ''} {material.name} {material.power_law_row or ''}".lower()
    if material.iso_group == "S":
        return "titanium" if "titan" in text else "nickel"
    for word in ("brass", "bronze", "magnesium", "plastic", "copper", "cupro"):
        if word in text:
            return "copper" if word == "cupro" else word
    return "aluminium"


def _substrate_feed_factor(job: Job) -> tuple[str, float]:
    """Column of the feed table and the factor on it for the job's edge."""
    cutter, material = job.cutter, job.material
    if cutter.substrate in ("hss", "hss-co"):
        return material.feed_class, 1.0
    with_coolant = 1.0 if cutter.coolant_through and job.machine.coolant.method == "through" else 0.85
    if material.feed_class == "low" and material.iso_group in "PH":
        return "medium", 0.8 * with_coolant
    return material.feed_class, with_coolant


def book_feed(job: Job) -> float:
    """The book's feed per revolution for this job, mm/rev."""
    enter("book-feed")
    feed_class, factor = _substrate_feed_factor(job)
    table = feeds.table_feed_mm_rev(diameter_mm=job.cutter.diameter_mm, feed_class=feed_class)
    # Free-machining and ferritic stainless stand in a column a little too rich for them.
    softer = 0.8 if job.material.iso_group == "M" and feed_class == "medium" else 1.0
    deep = 0.8 if job.hole.depth_mm > 5 * job.hole.diameter_mm else 1.0
    entry = 0.7 if job.hole.entry == "interrupted" else 1.0
    return float(feeds.book_feed_mm_rev(table_feed_mm_rev=table, substrate_factor=factor * softer, entry_factor=entry, depth_factor=deep))


def _speed_range(job: Job) -> tuple[float | None, float | None]:
    material = job.material
    pair = {"hss": material.vc_hss_m_min, "hss-co": material.vc_hssco_m_min}.get(job.cutter.substrate, material.vc_carbide_m_min)
    return pair or (None, None)


def speed_factor(job: Job) -> float:
    """Share of the book's cutting speed left by coolant, depth and wear."""
    enter("book-speed")
    coolant = job.machine.coolant.method
    through = coolant == "through" and job.cutter.coolant_through
    deep = 1.0 if through else feeds.depth_speed_factor(depth_over_diameter=job.hole.depth_mm / job.hole.diameter_mm)
    wear = 0.8 if job.cutter.wear == "dull" else 1.0
    return float(feeds.coolant_speed_factor(coolant, metal_word(job.material)) * deep * wear)


def _given_feed(job: Job) -> float | None:
    setting = job.setting
    if setting.feed_rate_mm_min is not None:
        return setting.feed_rate_mm_min / setting.speed_rpm
    return setting.feed_mm_rev


def columns_of(job: Job) -> Columns:
    """One job as columns of plain floats."""
    hole, material, cutter, machine, setting = job.hole, job.material, job.cutter, job.machine, job.setting
    drive, feed = machine.spindle, machine.feed
    vc_low, vc_top = _speed_range(job)
    by_hand = feed.kind in kinds.HAND_FEEDS
    enter("hand")
    ratings = [value for value in (machine.max_thrust_n, feed.max_thrust_n) if value is not None]
    return Columns(
        substrate=cutter.substrate,
        wear=cutter.wear,
        iso_group=material.iso_group,
        power_law_row=material.power_law_row,
        work_hardens=material.work_hardens,
        feed_kind=feed.kind,
        motor=drive.motor,
        drive=drive.drive,
        holder=machine.holder,
        shank=cutter.shank,
        school=setting.school,
        speed_factor=setting.speed_factor,
        pecked=setting.pecks.kind != "none",
        diameter_mm=cutter.diameter_mm,
        # No wider than the chisel, a start hole takes no lip away: it counts as solid metal.
        start_diameter_mm=hole.start_diameter_mm if hole.start_diameter_mm > cutter.chisel_ratio * cutter.diameter_mm else 0.0,
        depth_mm=hole.depth_mm,
        through=hole.through,
        approach_mm=setting.approach_mm,
        breakthrough_mm=setting.breakthrough_mm,
        hardness_hb=material.hardness_hb,
        tensile_n_mm2=material.tensile_n_mm2,
        kc11_n_mm2=material.kc11_n_mm2,
        mc=material.mc,
        kd_torque_lbf_in2=material.kd_torque_lbf_in2,
        kd_thrust_lbf_in2=material.kd_thrust_lbf_in2,
        specific_energy_w_s_mm3=material.specific_energy_w_s_mm3,
        spread=material.spread,
        edges=cutter.edges,
        point_angle_deg=cutter.point_angle_deg,
        chisel_ratio=cutter.chisel_ratio,
        rake_deg=cutter.rake_deg,
        edge_radius_mm=cutter.edge_radius_mm,
        flute_length_mm=cutter.flute_length_mm,
        free_length_mm=cutter.free_length_mm,
        shank_diameter_mm=cutter.shank_diameter_mm,
        book_feed_mm_rev=book_feed(job),
        vc_low_m_min=vc_low,
        vc_top_m_min=vc_top,
        vc_factor=speed_factor(job),
        power_kw=drive.power_kw,
        stage_power_kw=spindle.stage_power_kw(drive, setting.speed_rpm),
        efficiency=drive.efficiency,
        breakdown_ratio=drive.breakdown_ratio,
        idle_kw=drive.idle_kw,
        duty=drive.duty,
        cutting_share=drive.cutting_share,
        short_time_kw=drive.short_time_kw,
        short_time_min=drive.short_time_min,
        slowest_rpm=min(stage.slowest_rpm for stage in drive.stages),
        fastest_rpm=max(stage.fastest_rpm for stage in drive.stages),
        nearest_rpm=spindle.nearest_speed_rpm(drive, setting.speed_rpm),
        max_thrust_n=min(ratings) if ratings else None,
        stroke_mm=machine.stroke_mm,
        daylight_mm=machine.daylight_mm,
        force_ratio=hand_feed.lever_force_ratio(
            lever_length_mm=feed.lever_length_mm,
            pinion_radius_mm=feed.pinion_radius_mm,
            efficiency=feed.efficiency,
        )
        if by_hand
        else None,
        return_spring_n=feed.return_spring_n or 0.0,
        speed_rpm=setting.speed_rpm,
        feed_mm_rev=_given_feed(job),
        hand_force_n=setting.hand_force_n,
    )
