"""Will the motor stand it: over the ten minutes it warms in, and over this one cut?"""

from bore.base.elementwise import Column, choose, least, most
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit
from bore.loads.loads import Loads
from bore.mechanics import duty, kinematics

# A motor without a cut time to judge by is taken to run long.
LONG_S = 3600.0


def cut_time_s(columns: Columns, loads: Loads) -> Column:
    """Time in feed of this job; very long where the drill does not bite."""
    travel = (
        kinematics.around_mm(diameter_mm=columns.hole_diameter_mm)
        if not columns.family.plunges
        else kinematics.travel_mm(
            approach_mm=columns.approach_mm,
            depth_mm=columns.depth_mm,
            point_length_mm=columns.point_length_mm,
            breakthrough_mm=columns.breakthrough_mm if columns.through else 0.0,
        )
    )
    time = kinematics.cut_time_s(travel_mm=travel, feed_mm_rev=loads.feed_mm_rev, speed_rpm=columns.speed_rpm)
    return choose(loads.bites, time, LONG_S)


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Power at the spindle against what the motor gives over the window (soft) and for one cut (hard)."""
    time = cut_time_s(columns, loads)
    continuous = duty.duty_factor(cutting_share=columns.cutting_share)
    short = duty.short_time_factor(duty_factor=continuous, cut_time_s=time, breakdown_ratio=columns.breakdown_ratio)
    # A weak motor's short time may be less than its duty allows.
    continuous = least(continuous, duty.BREAKDOWN_SHARE * columns.breakdown_ratio)
    if columns.motor == "servo":
        continuous = short = 1.0
    rated = columns.stage_power_kw * duty.plate_factor(columns.duty)
    soft, hard = rated * continuous, rated * short
    if columns.short_time_kw is not None:
        allowed_s = 60 * (columns.short_time_min or 10.0)
        # What the plate gives for a short time falls with speed as the rating does.
        short_kw = columns.short_time_kw * columns.stage_power_kw / columns.power_kw
        hard = choose(time <= allowed_s, most(hard, short_kw), hard)
    share = columns.efficiency
    return Judgement(
        demand=loads.drive.power_kw,
        soft=duty.power_left_kw(motor_power_kw=soft, idle_kw=columns.idle_kw, efficiency=share),
        hard=duty.power_left_kw(motor_power_kw=hard, idle_kw=columns.idle_kw, efficiency=share),
        unit="kW",
    )


LIMIT = Limit(
    id="motor",
    failure="the motor is overloaded",
    thing="motor",
    question="Will the motor stand it, this cut and the next?",
    reads=(
        "machine.spindle.power_kw",
        "machine.spindle.efficiency",
        "machine.spindle.idle_kw",
        "machine.spindle.duty",
        "machine.spindle.cutting_share",
        "machine.spindle.short_time_kw",
        "machine.spindle.short_time_min",
        "hole.depth_mm",
        "setting.speed_rpm",
        "setting.feed_mm_rev",
        "setting.approach_mm",
        "setting.breakthrough_mm",
    ),
    eased_by=("slower", "less-feed", "pilot", "sharper", "other-machine"),
    judge=judge,
    stands_on=("power", "drive"),
)
