"""Is it too heavy for the hand on the lever?"""

from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics.hand_feed import hand_force_n
from bore.quantities.bands import Band

# Comfortable and hard work at the knob, N (common practice; EN 1005-3 lies near).
COMFORTABLE_N, HARD_N = 150.0, 250.0
# Behind a hand drill, with the weight above it (common practice).
COMFORTABLE_PUSH_N, HARD_PUSH_N = 200.0, 400.0


def marks_n(columns: Columns) -> tuple[float, float]:
    """What a hand bears all day and what is hard work: at a knob, or pushing a hand drill, N."""
    return (COMFORTABLE_PUSH_N, HARD_PUSH_N) if columns.feed_kind == "push" else (COMFORTABLE_N, HARD_N)


def force_for(columns: Columns, thrust: Band) -> Band:
    """Force at the knob for a band of thrust, N."""
    ratio = columns.force_ratio or 1.0
    ends = (
        hand_force_n(thrust_n=value, return_spring_n=columns.return_spring_n, force_ratio=ratio)
        for value in (thrust.low, thrust.middle, thrust.high)
    )
    return Band(*ends)


def judge(columns: Columns, loads: Loads) -> Judgement:
    """The force given, or the force the feed asks for, against 150 and 250 N at the knob, 200 and 400 N behind a hand drill."""
    comfortable, hard = marks_n(columns)
    demand = Band.exactly(columns.hand_force_n) if columns.hand_force_n is not None else force_for(columns, loads.thrust_n)
    return Judgement(demand=demand, soft=mark(base=comfortable, share=1.0), hard=mark(base=hard, share=1.0), unit="N")


def applies(columns: Columns) -> str | None:
    """Only a hand tires."""
    return None if columns.feed_kind in HAND_FEEDS else "the feed is driven, no hand pushes it"


LIMIT = Limit(
    id="hand",
    failure="it is too heavy for the hand",
    thing="hand",
    question="Can a hand pull or push this hard, hole after hole?",
    reads=(
        "machine.feed.lever_length_mm",
        "machine.feed.pinion_radius_mm",
        "machine.feed.return_spring_n",
        "machine.feed.efficiency",
        "setting.hand_force_n",
        "setting.feed_mm_rev",
    ),
    eased_by=("pilot", "split-point", "sharper", "less-feed", "power-feed"),
    judge=judge,
    stands_on=("thrust",),
    applies=applies,
)
