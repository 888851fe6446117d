"""The limits a hole is checked against: one module each, listed here in the order of the chain from motor to chip."""

from bore.limits import (
    bite,
    burn,
    crowd,
    feed_force,
    hand,
    holder,
    motor,
    reach,
    rub,
    speed_step,
    stall,
    twist_off,
)
from bore.limits.judgement import Limit

ALL_LIMITS: tuple[Limit, ...] = tuple(
    module.LIMIT
    for module in (
        motor,
        stall,
        feed_force,
        hand,
        bite,
        rub,
        crowd,
        burn,
        speed_step,
        twist_off,
        holder,
        reach,
    )
)
BY_ID = {limit.id: limit for limit in ALL_LIMITS}
