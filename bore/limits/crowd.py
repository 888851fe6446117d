"""Is the feed more than the drill takes?"""

from bore.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads import Loads, crowding_marks


def judge(columns: Columns, loads: Loads) -> Judgement:
    """The feed, or the feed the hand would make, against the book's: 1.25 and 1.6 times for HSS, 1.2 and 1.3 for carbide."""
    soft, hard = crowding_marks(columns.substrate)
    book = columns.book_feed_mm_rev
    return Judgement(demand=loads.wanted_feed, soft=mark(base=book, share=soft), hard=mark(base=book, share=hard), unit="mm/rev")


LIMIT = Limit(
    id="crowd",
    failure="crowds the drill",
    question="Is the feed more than this drill takes?",
    reads=("setting.feed_mm_rev", "setting.hand_force_n", "cutter.diameter_mm", "cutter.substrate", "material.feed_class", "hole.entry"),
    eased_by=("less-feed", "lean-lighter"),
    judge=judge,
    stands_on=("book-feed",),
)
