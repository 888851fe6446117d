"""A job as numbers: floats for one check, arrays for a map, the same names for both.

What selects a formula (family, edge, feed, holder …) is a word or record of the whole group, never a column.
"""

from dataclasses import fields
from typing import Any

from bore.base.elementwise import Column, is_array
from bore.base.immutable import immutable
from bore.job.cutter_kinds import CutterKind
from bore.job.job import Holding, Job
from bore.machines.kinds import MachineKind
from bore.machines.machine import Coolant, Holder, Magnet
from bore.mechanics import belts, kinematics, spindle
from bore.quantities.calibrations import Calibrations


@immutable(kw_only=True)
class Columns:
    """One group of jobs as broadcastable numbers. `feed_mm_rev` is None while a hand force decides the feed."""

    # words and records of the group
    family: CutterKind
    machine_kind: MachineKind
    substrate: str
    edge_wanted: str
    wear: str
    point: str
    flute: str
    iso_group: str
    metal: str
    power_law_row: str | None
    work_hardens: str
    grab: str
    magnetic: str
    feed_kind: str
    motor: str
    drive: str
    holder: Holder
    holding: Holding
    magnet: Magnet | None
    coolant: Coolant
    coolant_through: bool
    shank: str
    school: str | None
    calibration: Calibrations
    speed_factor: bool
    pecked: str
    through: bool
    stacked: bool
    stack_clamped: bool
    behind: str
    entry: str
    start_kind: str
    opens_a_hole: bool
    # hole
    hole_diameter_mm: Column
    diameter_mm: Column
    start_diameter_mm: Column
    depth_mm: Column
    plate_thickness_mm: float | None
    thinnest_plate_mm: float
    count: int
    entry_angle_deg: float
    mark_angle_deg: float
    bush_height_mm: float
    edge_distance_mm: float | None
    next_hole_mm: float | None
    tolerance_um: float | None
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
    point_length_mm: Column
    chisel_ratio: Column
    rake_deg: float | None
    helix_deg: float
    edge_radius_mm: Column
    flute_length_mm: Column
    free_length_mm: Column
    shank_diameter_mm: Column
    pin_spring_n: Column
    tube_length_mm: float | None
    steady_rests: int
    pitch_mm: float
    chamfer_threads: float
    thread_share: float
    breaking_torque_nm: Column
    usual_um: tuple[float, float]
    coolant_wanted: tuple[float, float] | None
    coolant_hole_mm: float | None
    coolant_holes: int
    body_length_mm: float
    packed_length_mm: Column
    chip_factor: float
    # the book's setting for this job
    book_feed_mm_rev: Column
    crowds_mm_rev: Column
    overfed_mm_rev: Column
    vc_low_m_min: float | None
    vc_top_m_min: float | None
    vc_factor: Column
    # machine
    power_kw: Column
    stage_power_kw: Column
    belt_torque_nm: Column | None
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
    stiffness_n_mm: Column
    max_thrust_n: float | None
    stroke_mm: float | None
    daylight_mm: float | None
    side_handle: bool
    backs_taps_out: bool
    force_ratio: float | None
    return_spring_n: float
    backlash_mm: float | None
    # setting
    speed_rpm: Column
    feed_mm_rev: Column | None
    hand_force_n: Column | None

    @property
    def cutting_speed_m_min(self) -> Column:
        """Cutting speed at the outer corner."""
        return kinematics.cutting_speed_m_min(diameter_mm=self.diameter_mm, speed_rpm=self.speed_rpm)

    @property
    def start_share(self) -> Column:
        """The hole that is there, over the cutter's diameter."""
        return self.start_diameter_mm / self.diameter_mm

    def changed(self, **named: Any) -> "Columns":
        """The same with some columns changed. A table of machines changes a hundred columns some ten thousand times: this copies them as
        they are, where `dataclasses.replace` makes the record anew. A name that is no column raises TypeError."""
        copied = object.__new__(Columns)
        for name in _NAMES:
            _PUT(copied, name, named.pop(name) if name in named else getattr(self, name))
        if named:
            raise TypeError(f"there is no column {', '.join(named)}")
        return copied

    def at(self, index: slice) -> "Columns":
        """Some of the cells of columns whose arrays are flat."""
        arrays = {name: value for name in _NAMES if is_array(value := getattr(self, name))}
        return self.changed(**{name: value[index] for name, value in arrays.items()})

    def over(self, job: Job, *, feed_mm_rev: Column, speed_rpm: Column) -> "Columns":
        """The same job over other settings, axes that broadcast; the feed is then given, not pushed."""
        return self.changed(
            speed_rpm=speed_rpm,
            feed_mm_rev=feed_mm_rev,
            hand_force_n=None,
            stage_power_kw=spindle.stage_power_kw(job.machine.spindle, speed_rpm),
            belt_torque_nm=belts.measured_belt_nm(job.machine.spindle, speed_rpm),
            nearest_rpm=spindle.nearest_speed_rpm(job.machine.spindle, speed_rpm),
        )


_NAMES = tuple(field.name for field in fields(Columns))
_PUT = object.__setattr__
