"""Does the machine have this speed, and one the edge can live with?"""

from enum import IntEnum

from bore.base.elementwise import absolute, choose
from bore.job.columns import Columns
from bore.limits import burn
from bore.limits.judgement import GIVES_WAY, HOLDS, Judgement, Limit, Reason, named
from bore.loads.loads import Loads
from bore.mechanics.kinematics import speed_rpm
from bore.mechanics.spindle import SAME_SPEED


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    NO_SUCH_SPEED = 1
    NONE_SLOW_ENOUGH = 2
    NONE_FAST_ENOUGH = 3


def judge(columns: Columns, loads: Loads) -> Judgement:
    """A matter of kind: the speed is there, or the nearest is named; gives way too where even the end of the range breaks `burn`."""
    off = absolute(columns.nearest_rpm / columns.speed_rpm - 1) > SAME_SPEED
    reason = choose(off, Why.NO_SUCH_SPEED, Why.NONE)
    top = burn.top_speed_m_min(columns)
    if top is not None:
        most_rpm = speed_rpm(cutting_speed_m_min=top * burn.shares(columns)[1], diameter_mm=columns.diameter_mm)
        reason = choose(columns.slowest_rpm * (1 - SAME_SPEED) > most_rpm, Why.NONE_SLOW_ENOUGH, reason)
    if burn.builds_up(columns) and columns.vc_low_m_min is not None:
        least_rpm = speed_rpm(cutting_speed_m_min=columns.vc_low_m_min * burn.BUILD_UP[1], diameter_mm=columns.diameter_mm)
        reason = choose(columns.fastest_rpm * (1 + SAME_SPEED) < least_rpm, Why.NONE_FAST_ENOUGH, reason)
    return Judgement(reason=reason)


LIMIT = Limit(
    id="speed-step",
    failure="there is no such speed",
    thing="speed",
    question="Does the spindle have this speed?",
    reads=("setting.speed_rpm", "machine.spindle.stages", "material.vc_hss_m_min", "cutter.diameter_mm"),
    eased_by=("nearest-speed", "other-machine", "other-substrate"),
    judge=judge,
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.NO_SUCH_SPEED: Reason(GIVES_WAY, "{machine} has no {speed_rpm:.0f} rpm; the nearest it has is {nearest_rpm:.0f} rpm"),
            Why.NONE_SLOW_ENOUGH: Reason(
                GIVES_WAY, "the slowest {machine} turns is {slowest_rpm:.0f} rpm, too fast for this edge in this metal"
            ),
            Why.NONE_FAST_ENOUGH: Reason(
                GIVES_WAY, "the fastest {machine} turns is {fastest_rpm:.0f} rpm, so slow for carbide that metal builds up on it"
            ),
        }
    ),
)
