"""Does the hand press hard enough for the chisel to bite at all?"""

from bore.base.elementwise import choose
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.machines.kinds import HAND_FEEDS
from bore.quantities.bands import Band

ROOM = 1.3


def judge(columns: Columns, loads: Loads) -> Judgement:
    """What it takes to press the chisel in, against the thrust there is; no thrust at all never bites."""
    available = loads.thrust_n.middle
    chisel = choose(available > 0, loads.chisel_n, choose(loads.chisel_n > 1.0, loads.chisel_n, 1.0))
    return Judgement(demand=Band.exactly(chisel), soft=mark(base=available, share=1 / ROOM), hard=available, unit="N")


def applies(columns: Columns) -> str | None:
    """A driven feed bites or breaks something; only a hand can press too lightly."""
    if columns.feed_kind not in HAND_FEEDS:
        return "the feed is driven: it bites or something gives way"
    return None if columns.family.has_chisel or columns.pin_spring_n else "no chisel edge to press in"


LIMIT = Limit(
    id="bite",
    failure="the cutter won't bite",
    thing="bite",
    question="Is the push enough for the chisel to bite, or does it only polish?",
    reads=("setting.hand_force_n", "cutter.chisel_ratio", "cutter.wear", "machine.feed.lever_length_mm", "machine.feed.return_spring_n"),
    eased_by=("lean-harder", "pilot", "split-point", "sharper"),
    judge=judge,
    floor=True,
    stands_on=("thrust",),
    applies=applies,
)
