"""Does the thrust push past what the feed or the frame can bear?"""

from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark, unknown
from bore.loads.loads import Loads


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Thrust against the lesser of the feed's and the frame's rating."""
    if columns.max_thrust_n is None:
        return unknown("machine.max_thrust_n")
    rated = mark(base=columns.max_thrust_n, share=1.0)
    return Judgement(demand=loads.thrust_n, soft=rated, hard=rated, unit="N")


LIMIT = Limit(
    id="feed-force",
    failure="more thrust than the feed gives",
    thing="feed",
    question="Can the feed and the frame push this hard?",
    reads=("machine.max_thrust_n", "machine.feed.max_thrust_n", "setting.feed_mm_rev"),
    eased_by=("less-feed", "pilot", "split-point", "sharper", "other-machine"),
    judge=judge,
    stands_on=("thrust",),
)
