"""The limits a hole is checked against: one module each, listed here in the order of the chain from motor to chip."""

from bore.limits import (
    belt,
    bite,
    break_out,
    buckle,
    burn,
    coolant,
    crowd,
    feed_force,
    hand,
    holder,
    magnet,
    motor,
    pack,
    reach,
    rub,
    snatch,
    speed_step,
    stall,
    tolerance,
    twist_off,
    wander,
    work,
)
from bore.limits.judgement import Limit

ALL_LIMITS: tuple[Limit, ...] = tuple(
    module.LIMIT
    for module in (
        motor,
        stall,
        belt,
        feed_force,
        hand,
        bite,
        rub,
        crowd,
        burn,
        speed_step,
        twist_off,
        buckle,
        holder,
        magnet,
        work,
        reach,
        pack,
        coolant,
        wander,
        break_out,
        tolerance,
        snatch,
    )
)
BY_ID = {limit.id: limit for limit in ALL_LIMITS}
