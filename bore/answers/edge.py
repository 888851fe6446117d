"""What is foretold of an edge: when its load will have grown to the mark, and how long such edges last here beside the book."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from bore.answers.shape import number
from bore.base.immutable import outgoing
from bore.case.read import read_case
from bore.cuts import lives
from bore.plan.cost import MM_PER_M, usual_life_m

# Fewer holes than this left is now.
NOW = 1.0
# A range wider than this tells no number.
WIDE = 6.0


@outgoing
class EdgeRange:
    """Four in five lie between low and high."""

    low: float
    middle: float
    high: float


@outgoing
class EdgeForecast:
    """Holes an edge has left, as deep as the last, metres of them where they can be told, and in words; the mean life of such edges here, m, from so many that ended, and the
    book's; the share that comes back from the grinder."""

    left_holes: EdgeRange | None
    left_m: EdgeRange | None
    words: str
    life_m: EdgeRange
    ended: int
    book_m: float
    survivors_share: float


@outgoing
class EdgeDone:
    """What an edge has done: metres at each reading and that reading over what was said, metres and holes by now; lives of the edges
    before it that ended and of those that were taken off early; how many came back from the grinder, how many did not."""

    at_m: Sequence[float]
    ratios: Sequence[float]
    now_m: float
    holes: int
    ended_m: Sequence[float]
    unended_m: Sequence[float]
    back: int
    lost: int


def edge_forecast(case: dict[str, Any], done: EdgeDone) -> EdgeForecast:
    """What is foretold of an edge that last cut a case. Raises BadInput where the case is none any more."""
    job = read_case(case)
    book = usual_life_m(replace(job.cutter, wear="sharp"), job.material.iso_group)
    left = lives.left_m(done.at_m, done.ratios, done.now_m, book, done.holes)
    holes = None if left is None else _times(left, MM_PER_M / job.hole.depth_mm)
    return EdgeForecast(
        left_holes=holes,
        left_m=None if left is None or _wide(left) else _times(left, 1.0),
        words=_words(holes, done),
        life_m=_times(lives.life_m(done.ended_m, [*done.unended_m, done.now_m], book), 1.0),
        ended=len(done.ended_m),
        book_m=number(book),
        survivors_share=number(lives.survivors_share(done.back, done.lost)),
    )


def _times(found: lives.Range, factor: float) -> EdgeRange:
    return EdgeRange(low=number(found.low * factor), middle=number(found.middle * factor), high=number(found.high * factor))


def _round(holes: float) -> str:
    """Holes as anybody would say them: two digits, no exponents."""
    return f"{float(f'{holes:.2g}'):.0f}"


def _wide(left: EdgeRange | lives.Range) -> bool:
    return left.high > WIDE * left.low


def lasts_words(left_m: dict[str, float], holes: int, depth_mm: float) -> str:
    """Whether an edge that has so many metres left makes so many holes; nothing where it does.

    >>> lasts_words({"low": 0.1, "middle": 0.2, "high": 0.3}, 20, 10)
    ''
    >>> lasts_words({"low": 0.1, "middle": 0.2, "high": 0.3}, 40, 10)
    'its edge will not last: about 20 (10 to 30) of the 40 holes; sharpen it first, or have another ready'
    """
    needed = holes * depth_mm / MM_PER_M
    if needed <= left_m["middle"]:
        return ""
    low, middle, high = (_round(left_m[name] * MM_PER_M / depth_mm) for name in ("low", "middle", "high"))
    sure = "will not" if needed > left_m["high"] else "may not"
    return f"its edge {sure} last: about {middle} ({low} to {high}) of the {holes} holes; sharpen it first, or have another ready"


def _words(left: EdgeRange | None, done: EdgeDone) -> str:
    if left is not None:
        if left.middle < NOW:
            return "at its mark: sharpen it, or turn it to its next edge"
        if _wide(left):
            return "its load shows no wear yet"
        return f"good for about {_round(left.middle)} more holes ({_round(left.low)} to {_round(left.high)})"
    if done.holes < lives.LEAST_HOLES:
        return f"too soon to tell: {lives.LEAST_HOLES} holes first"
    return "no readings of this edge to tell by" if not done.ratios else "a few more readings of this edge to tell by"
