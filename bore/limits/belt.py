"""Will the belt slip before the spindle stalls?"""

from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.mechanics import belts, spindle


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque as the point comes through against what the belt carries: measured, worked out from the belt, or taken as usual."""
    carries = columns.belt_torque_nm
    if carries is None:
        rated = spindle.spindle_torque_nm(
            power_kw=columns.power_kw, idle_kw=columns.idle_kw, efficiency=columns.efficiency, speed_rpm=columns.speed_rpm
        )
        carries = belts.unknown_belt_torque_nm(rated_torque_nm=rated)
    carries = mark(base=carries, share=1.0)
    return Judgement(demand=loads.drive.surge_torque_nm, soft=carries, hard=carries, unit="N·m")


def applies(columns: Columns) -> str | None:
    """Gears and direct drives have no belt to slip."""
    return None if columns.drive == "belt" else "no belt drives this spindle"


LIMIT = Limit(
    id="belt",
    failure="the belt slips",
    thing="belt",
    question="Does the belt carry it, or slip?",
    reads=(
        "machine.spindle.power_kw",
        "machine.spindle.efficiency",
        "machine.spindle.stages",
        "machine.stiffness_n_mm",
        "setting.speed_rpm",
        "setting.feed_mm_rev",
    ),
    eased_by=("slower", "less-feed", "pilot", "sharper", "tension-belt"),
    judge=judge,
    applies=applies,
    stands_on=("torque", "surge", "drive"),
)
