"""Is the chip thick enough to be cut, or does the edge rub and harden the metal?"""

from dataclasses import replace
from enum import IntEnum

from bore.base.elementwise import Column, choose, least
from bore.job.columns import Columns
from bore.limits.judgement import GIVES_WAY, HOLDS, Judgement, Limit, Reason, mark, named, worst
from bore.loads.loads import Loads
from bore.mechanics.kinematics import chip_thickness_mm
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    NO_CHIP = 1


# Chip thickness over edge radius: enough, and the least (common practice).
ENOUGH_EDGE, LEAST_EDGE = 0.6, 0.3
# A hand drill leaned on gets through plain steel with hardly a chip, every day: slow, and hard on the edge, but it goes
# (common practice).
LEAST_EDGE_PUSHED = 0.1
# Feed over the book's feed in metal that hardens under a rubbing edge: enough, and the least.
BOOK_SHARES = {"yes": (0.5, 0.30), "slight": (0.35, 0.25)}
THINNEST_HARDENING_CHIP_MM = 0.015
NOTHING = 1e-9


def _thickness(columns: Columns, feed_mm_rev: Column) -> Column:
    return chip_thickness_mm(feed_mm_rev=feed_mm_rev, edges=columns.edges, point_angle_deg=columns.point_angle_deg)


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Written as floors: the demand is what is needed, the marks are what the chip gives of it."""
    wanted = loads.wanted_feed
    # Where the hand decides, the schools differ on the feed it makes; the floor carries their doubt.
    doubt = Band(wanted.middle / wanted.high, 1.0, wanted.middle / wanted.low)
    thickness = _thickness(columns, loads.feed_mm_rev)
    pushed = columns.feed_kind == "push" and columns.work_hardens != "yes"
    found = Judgement(
        demand=doubt.times(columns.edge_radius_mm),
        soft=mark(base=thickness, share=1 / ENOUGH_EDGE),
        hard=mark(base=thickness, share=1 / (LEAST_EDGE_PUSHED if pushed else LEAST_EDGE)),
        unit="mm",
        part="edge radius",
    )
    if columns.work_hardens != "no" and not pushed:
        found = worst(found, *_hardening(columns, loads, doubt, thickness))
    assert found.demand is not None
    # Without a bite there is no chip to measure: the reason says so, and `bite` leads.
    cutting = choose(loads.bites, 1.0, NOTHING)
    return replace(found, demand=found.demand.times(cutting), reason=choose(loads.bites, Why.NONE, Why.NO_CHIP))


def _hardening(columns: Columns, loads: Loads, doubt: Band, thickness: Column) -> tuple[Judgement, ...]:
    """What metal that hardens under a rubbing edge asks besides."""
    enough, least_share = BOOK_SHARES[columns.work_hardens]
    book = columns.book_feed_mm_rev
    by_feed = Judgement(
        demand=doubt.times(book),
        soft=mark(base=loads.feed_mm_rev, share=1 / enough),
        hard=mark(base=loads.feed_mm_rev, share=1 / least_share),
        unit="mm",
        part="book feed",
    )
    thinnest = least(_thickness(columns, book) / 2, THINNEST_HARDENING_CHIP_MM)
    by_chip = Judgement(demand=doubt.times(thinnest), soft=thickness, hard=thickness, unit="mm", part="thinnest chip")
    return (by_feed, by_chip) if columns.work_hardens == "yes" else (by_feed,)


LIMIT = Limit(
    id="rub",
    failure="the edge rubs",
    thing="edge",
    question="Does the edge cut a chip, or rub?",
    reads=(
        "setting.feed_mm_rev",
        "setting.hand_force_n",
        "cutter.edge_radius_mm",
        "cutter.wear",
        "material.work_hardens",
        "material.feed_class",
    ),
    eased_by=("more-feed", "lean-harder", "slower", "sharper", "pilot"),
    judge=judge,
    floor=True,
    stands_on=("book-feed",),
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.NO_CHIP: Reason(GIVES_WAY, "no chip at all: the drill does not bite"),
        }
    ),
)
