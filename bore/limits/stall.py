"""Will the spindle stall under the drill?"""

from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.mechanics import spindle

SOFT_SHARE = 0.8


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque as the point comes through against the motor's breakdown torque felt at the spindle: 0.8 of it, and all of it."""
    rated = spindle.spindle_torque_nm(
        power_kw=columns.stage_power_kw, idle_kw=columns.idle_kw, efficiency=columns.efficiency, speed_rpm=columns.speed_rpm
    )
    breakdown = spindle.breakdown_torque_nm(rated_torque_nm=rated, breakdown_ratio=columns.breakdown_ratio)
    return Judgement(demand=loads.surge_torque_nm, soft=mark(base=breakdown, share=SOFT_SHARE), hard=breakdown, unit="N·m")


LIMIT = Limit(
    id="stall",
    failure="stalls the spindle",
    question="Will the spindle stop under the drill?",
    reads=(
        "machine.spindle.power_kw",
        "machine.spindle.efficiency",
        "machine.spindle.breakdown_ratio",
        "machine.stiffness_n_mm",
        "setting.speed_rpm",
    ),
    eased_by=("slower", "less-feed", "pilot", "sharper", "other-machine"),
    judge=judge,
    stands_on=("torque", "surge"),
)
