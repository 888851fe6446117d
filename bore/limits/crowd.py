"""Is the feed more than the drill takes?"""

from bore.base.elementwise import Column
from bore.base.formula import formula
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit
from bore.loads.loads import Loads


@formula("Feeds that crowd the cutter", "soft and hard mark of the family", "mm/rev", "common-practice")
def crowding_marks(*, book_mm_rev: Column, soft_mm_rev: Column, hard_mm_rev: Column) -> tuple[Column, Column]:
    """The family's marks for a feed, mm/rev, beside the book's own feed."""
    return soft_mm_rev, hard_mm_rev


def judge(columns: Columns, loads: Loads) -> Judgement:
    """The feed, or the feed the hand would make, against the family's own marks: 1.25 and 1.6 times the book's for HSS,
    1.2 and 1.3 for carbide, 1.25 and 1.4 for gun drills, the top of the table for inserts, what a tooth bears for rings."""
    marks = crowding_marks(book_mm_rev=columns.book_feed_mm_rev, soft_mm_rev=columns.crowds_mm_rev, hard_mm_rev=columns.overfed_mm_rev)
    return Judgement(demand=loads.wanted_feed, soft=marks[0], hard=marks[1], unit="mm/rev")


LIMIT = Limit(
    id="crowd",
    failure="the cutter is crowded",
    thing="chip",
    question="Is the feed more than this drill takes?",
    reads=("setting.feed_mm_rev", "setting.hand_force_n", "cutter.diameter_mm", "cutter.substrate", "material.feed_class", "hole.entry"),
    eased_by=("less-feed", "lean-lighter"),
    judge=judge,
    stands_on=("book-feed",),
)
