"""A job as columns of plain floats: what the records say, the book's figures, and what the machine makes of the setting."""

from bore.base.formula import enter
from bore.cutters.registry import family_of
from bore.cutters.shared import edge_wanted
from bore.cutters.speed_factors import speed_factor
from bore.job.columns import Columns
from bore.job.experience import calibrations_of
from bore.job.job import Job
from bore.job.pecks import longest_peck_mm
from bore.machines import kinds
from bore.machines.machine import Feed
from bore.materials.material import gummy, metal_word
from bore.mechanics import belts, hand_feed, packing, spindle, surge
from bore.quantities.threads import thread_share
from bore.quantities.tolerances import grade_um


def _given_feed(job: Job) -> float | None:
    setting = job.setting
    if setting.feed_rate_mm_min is not None:
        return setting.feed_rate_mm_min / setting.speed_rpm
    if setting.seconds_per_turn is not None:
        enter("hand")
        lead = job.machine.feed.lead_mm
        assert lead is not None
        return float(hand_feed.wound_feed_mm_rev(lead_mm=lead, seconds_per_turn=setting.seconds_per_turn, speed_rpm=setting.speed_rpm))
    return setting.feed_mm_rev


def force_ratio_of(feed: Feed) -> float | None:
    """Thrust for a newton of the hand, None where no hand feeds."""
    enter("hand")
    if feed.kind == "push":
        return 1.0
    if feed.kind == "tailstock":
        assert feed.wheel_radius_mm is not None
        assert feed.lead_mm is not None
        assert feed.efficiency is not None
        return hand_feed.screw_force_ratio(wheel_radius_mm=feed.wheel_radius_mm, lead_mm=feed.lead_mm, efficiency=feed.efficiency)
    if feed.kind in kinds.HAND_FEEDS:
        return hand_feed.lever_force_ratio(
            lever_length_mm=feed.lever_length_mm, pinion_radius_mm=feed.pinion_radius_mm, efficiency=feed.efficiency
        )
    return None


def _stiffness(job: Job) -> float:
    """Axial stiffness behind the drill: the frame, and a free hand in series with it."""
    frame = job.machine.stiffness_n_mm
    if job.machine.feed.kind not in kinds.FREE_HANDS:
        return frame
    enter("surge")
    return float(surge.series_stiffness_n_mm(frame_n_mm=frame, hand_n_mm=kinds.HAND_STIFFNESS_N_MM))


def columns_of(job: Job) -> Columns:
    """One job as columns of plain floats."""
    hole, material, cutter, machine, setting = job.hole, job.material, job.cutter, job.machine, job.setting
    family, drive, feed = cutter.kind, machine.spindle, machine.feed
    rules = family_of(family)
    speeds = rules.speeds_m_min(job) or (None, None)
    book = rules.feed(job)
    ratings = [value for value in (machine.max_thrust_n, feed.max_thrust_n) if value is not None]
    grades = rules.grades(job)
    enter("belt")
    belt_torque = belts.measured_belt_nm(drive, setting.speed_rpm)
    pitch = cutter.pitch_mm or 1.0
    return Columns(
        family=family,
        machine_kind=machine.is_a,
        substrate=cutter.substrate,
        edge_wanted=edge_wanted(material, cutter.substrate),
        wear=cutter.wear,
        point=cutter.point,
        flute=cutter.flute,
        iso_group=material.iso_group,
        metal=metal_word(material),
        power_law_row=material.power_law_row,
        work_hardens=material.work_hardens,
        grab=material.grab,
        magnetic=material.magnetic,
        feed_kind=feed.kind,
        motor=drive.motor,
        drive=drive.drive,
        holder=machine.holder,
        holding=job.holding,
        magnet=machine.magnet,
        coolant=machine.coolant,
        coolant_through=cutter.coolant_through,
        shank=cutter.shank,
        school=setting.school,
        calibration=calibrations_of(job),
        speed_factor=setting.speed_factor,
        pecked=setting.pecks.kind,
        through=hole.through,
        stacked=len(hole.stack_mm) > 1,
        stack_clamped=hole.stack_clamped,
        behind=hole.behind,
        entry=hole.entry,
        start_kind=hole.start.kind,
        opens_a_hole=hole.start_diameter_mm > 0,
        hole_diameter_mm=hole.diameter_mm,
        diameter_mm=cutter.diameter_mm,
        start_diameter_mm=rules.inner_diameter_mm(job),
        depth_mm=hole.depth_mm,
        plate_thickness_mm=hole.plate_thickness_mm,
        thinnest_plate_mm=min(hole.stack_mm, default=hole.plate_thickness_mm or hole.depth_mm),
        count=hole.count,
        entry_angle_deg=hole.entry_angle_deg,
        mark_angle_deg=hole.start.angle_deg,
        bush_height_mm=hole.start.above_mm,
        edge_distance_mm=hole.edge_distance_mm,
        next_hole_mm=hole.next_hole_mm,
        tolerance_um=None if hole.tolerance_it is None else grade_um(hole.tolerance_it, hole.diameter_mm),
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
        edges=rules.edges(cutter),
        point_angle_deg=cutter.point_angle_deg,
        point_length_mm=rules.point_length_mm(cutter),
        chisel_ratio=cutter.chisel_ratio if family.has_chisel else 0.0,
        rake_deg=cutter.rake_deg,
        helix_deg=cutter.helix_deg,
        edge_radius_mm=cutter.edge_radius_mm,
        flute_length_mm=cutter.flute_length_mm,
        free_length_mm=cutter.free_length_mm,
        shank_diameter_mm=cutter.shank_diameter_mm,
        pin_spring_n=cutter.pin_spring_n or 0.0,
        tube_length_mm=cutter.tube_length_mm,
        steady_rests=cutter.steady_rests,
        pitch_mm=pitch,
        chamfer_threads=cutter.chamfer_threads or 1.0,
        thread_share=thread_share(hole.diameter_mm, hole.start_diameter_mm, pitch),
        breaking_torque_nm=rules.breaking_torque_nm(cutter),
        usual_um=(grade_um(grades[0], hole.diameter_mm), grade_um(grades[1], hole.diameter_mm)),
        coolant_wanted=rules.coolant_wanted(job),
        coolant_hole_mm=cutter.coolant_hole_mm,
        coolant_holes=cutter.coolant_holes,
        body_length_mm=cutter.body_length_mm,
        packed_length_mm=longest_peck_mm(job),
        chip_factor=packing.chip_factor(material.chip, cutter.flute, gummy(material)),
        book_feed_mm_rev=book.book_mm_rev,
        crowds_mm_rev=book.soft_mm_rev,
        overfed_mm_rev=book.hard_mm_rev,
        vc_low_m_min=speeds[0],
        vc_top_m_min=speeds[1],
        vc_factor=speed_factor(job),
        power_kw=drive.power_kw,
        stage_power_kw=spindle.stage_power_kw(drive, setting.speed_rpm),
        belt_torque_nm=belt_torque,
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
        stiffness_n_mm=_stiffness(job),
        max_thrust_n=min(ratings) if ratings else None,
        stroke_mm=machine.stroke_mm if feed.travel_mm is None else min(machine.stroke_mm or feed.travel_mm, feed.travel_mm),
        daylight_mm=machine.daylight_mm,
        side_handle=machine.side_handle,
        backs_taps_out=machine.backs_taps_out,
        force_ratio=force_ratio_of(feed),
        return_spring_n=feed.return_spring_n or 0.0,
        backlash_mm=feed.backlash_mm,
        speed_rpm=setting.speed_rpm,
        feed_mm_rev=_given_feed(job),
        hand_force_n=setting.hand_force_n,
    )
