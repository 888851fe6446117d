"""Will the spindle stall under the drill?"""

from bore.base.elementwise import Column, choose
from bore.base.formula import formula, silent
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.machines.kinds import FREE_HANDS
from bore.mechanics import spindle
from bore.quantities.bands import Band

SOFT_SHARE = 0.8
# A hand eases a small drill through: half of the leap is left, where the motor has so much more than the cut asks (common practice).
EASED_MM, EASED_LEFT, STRONG = 8.0, 0.5, 2.0


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque as the point comes through against the motor's breakdown torque felt at the spindle: 0.8 of it, and all of it;
    of a small drill that a hand eases through, half the leap, and all of it."""
    rated = spindle.spindle_torque_nm(
        power_kw=columns.stage_power_kw, idle_kw=columns.idle_kw, efficiency=columns.efficiency, speed_rpm=columns.speed_rpm
    )
    breakdown = spindle.breakdown_torque_nm(rated_torque_nm=rated, breakdown_ratio=columns.breakdown_ratio)
    if columns.feed_kind not in FREE_HANDS or float(columns.diameter_mm) > EASED_MM:
        return Judgement(demand=loads.drive.surge_torque_nm, soft=mark(base=breakdown, share=SOFT_SHARE), hard=breakdown, unit="N·m")
    eases = breakdown >= STRONG * loads.drive.torque_nm.middle
    soft = mark(base=breakdown, share=choose(eases, 1.0, SOFT_SHARE))
    return Judgement(demand=_eased(loads, choose(eases, EASED_LEFT, 1.0)), soft=soft, hard=breakdown, unit="N·m")


@formula("Torque a hand eases through with", "M_e = M + k · (M_b − M)", "N·m", "common-practice")
def eased_torque_nm(*, torque_nm: Column, surge_torque_nm: Column, leap_left: Column) -> Column:
    """The torque as the point comes through, N·m, with so much of its leap over the steady one left.

    >>> eased_torque_nm(torque_nm=2.0, surge_torque_nm=3.0, leap_left=0.5)
    2.5
    """
    return torque_nm + leap_left * (surge_torque_nm - torque_nm)


def _eased(loads: Loads, left: Column) -> Band:
    steady, surge = loads.drive.torque_nm, loads.drive.surge_torque_nm
    middle = eased_torque_nm(torque_nm=steady.middle, surge_torque_nm=surge.middle, leap_left=left)
    with silent():
        low, high = (
            eased_torque_nm(torque_nm=getattr(steady, end), surge_torque_nm=getattr(surge, end), leap_left=left) for end in ("low", "high")
        )
    return Band(low, middle, high)


LIMIT = Limit(
    id="stall",
    failure="the spindle stalls",
    thing="spindle",
    question="Will the spindle stop under the drill?",
    reads=(
        "machine.spindle.power_kw",
        "machine.spindle.efficiency",
        "machine.spindle.breakdown_ratio",
        "machine.stiffness_n_mm",
        "machine.feed.kind",
        "cutter.diameter_mm",
        "setting.speed_rpm",
    ),
    eased_by=("slower", "less-feed", "pilot", "sharper", "other-machine"),
    judge=judge,
    stands_on=("torque", "surge", "drive"),
)
