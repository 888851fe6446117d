"""Is the hole good enough as this cutter leaves it?"""

from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads.loads import Loads
from bore.quantities.bands import Band


def judge(columns: Columns, loads: Loads) -> Judgement:
    """The width of the grade the family usually makes, best to worst, against the width asked for."""
    best, worst = columns.usual_um
    assert columns.tolerance_um is not None
    asked = mark(base=columns.tolerance_um, share=1.0)
    return Judgement(demand=Band(best, best, worst), soft=asked, hard=asked, unit="µm")


def applies(columns: Columns) -> str | None:
    """Only a grade that was asked for can be missed."""
    return None if columns.tolerance_um is not None else "no tolerance grade was asked for"


LIMIT = Limit(
    id="tolerance",
    failure="the hole is not fine enough",
    thing="size",
    question="Does this cutter leave the hole to the grade asked?",
    reads=("hole.tolerance_it", "cutter.family", "cutter.substrate", "hole.start.kind", "hole.diameter_mm"),
    eased_by=("ream", "bore", "other-family", "bush"),
    judge=judge,
    applies=applies,
)
