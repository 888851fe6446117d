"""The boring bar family: one edge on a bar, or in a head, set to the width of the hole."""

from bore.base.formula import enter, formula
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, SHORT, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed
from bore.cutters.shared import grades_table, start_mm, steel_body_torque_nm, usual_grades
from bore.job.columns import Columns
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS

QUALITY = grades_table(folder(__file__))
# Bars and heads are sold for a hole and half as much again (common practice).
RANGE = 1.5
# A bar goes into the smallest hole it is made for with room for its chips (common practice).
BAR_SHARE = 0.7
# A steel bar stands out four times its own thickness; it chatters beyond, and beyond six there is no holding it (common practice).
CALM, WILD = 4.0, 6.0
# Metal one pass may take off a side before the bar is pushed away from it, mm (common practice).
MOST_A_SIDE_MM = 2.0
SPEED_SHARE = 0.8
FINE_MM_REV, TOUGH_SHARE, EASY_SHARE = 0.1, 0.8, 1.25
TOUGH, EASY = ("M", "S", "H"), ("K", "N")
BODY_SECTION = 0.8


def geometry(case: Case) -> Found:
    """Defaults that follow from the largest hole it bores."""
    least = case["bores_from_mm"] or case["diameter_mm"] / RANGE
    bar = case["shank_diameter_mm"] or BAR_SHARE * least
    yield "bores_from_mm", least, "two thirds of the largest it is set to"
    yield "shank_diameter_mm", bar, "a bar of seven tenths of the smallest hole"
    yield "free_length_mm", CALM * bar, "out of its holder four times its own thickness"
    reach = CALM * bar / case["diameter_mm"]
    yield from plain_geometry(case, angle_deg=180.0, chisel=0.0, edges=1, flute_d=reach, overall_d=2 * reach, why="a steel boring bar")


def check(case: Case, refuse: Refuse) -> None:
    """There must be a hole, and one the bar goes into."""
    needs_a_hole(case, refuse)
    bar, start = case["cutter"]["shank_diameter_mm"], case["hole"]["start_diameter_mm"]
    if start and bar >= start:
        refuse("cutter.shank_diameter_mm", f"a {bar:g} mm bar does not go into a {start:g} mm hole; accepted: below {start:g} mm")


@formula("Book feed of a boring bar", "f_book = 0.1 · metal", "mm/rev", "common-practice")
def bar_feed_mm_rev(*, metal_factor: float) -> float:
    """Feed of a finishing pass, mm/rev: what leaves Ra 1.6 behind a nose of 0.4 mm; tough metals less, iron and light metals more.

    >>> bar_feed_mm_rev(metal_factor=1.0)
    0.1
    """
    return FINE_MM_REV * metal_factor


def feed(job: Job) -> BookFeed:
    """The bar's own feed; it marks the bore from twice that, and is pushed away from three times."""
    enter("book-feed")
    group = job.material.iso_group
    value = bar_feed_mm_rev(metal_factor=TOUGH_SHARE if group in TOUGH else EASY_SHARE if group in EASY else 1.0)
    return BookFeed(value, 2 * value, 3 * value)


def breaking_torque(cutter: Cutter) -> float:
    """What bends the bar for good stands in for what twists it off."""
    return steel_body_torque_nm(cutter, BODY_SECTION, cutter.shank_diameter_mm / cutter.diameter_mm)


def _stands_out(columns: Columns, times: float) -> bool:
    """Whether it stands out of its holder more than so many times its own thickness."""
    return bool(columns.free_length_mm > times * columns.shank_diameter_mm * (1 + 1e-9))


FAMILY = Family(
    kind=cutter_kind("boring"),
    geometry=geometry,
    check=check,
    inner_diameter_mm=start_mm,
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=feed,
    breaking_torque_nm=breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    spared=FOLLOWS | SHORT | {"pack": "its chips fall out of an open bore"},
    never=(
        WANTS_A_HOLE,
        Never(
            lambda columns: columns.feed_kind in HAND_FEEDS,
            2,
            "a bar under a hand feed digs in and marks the bore: it wants a feed that is driven",
        ),
        Never(
            lambda columns: _stands_out(columns, WILD),
            2,
            "the bar stands out more than six times its thickness: there is no holding it true",
        ),
        Never(
            lambda columns: _stands_out(columns, CALM),
            1,
            "the bar stands out more than four times its thickness: it chatters; a thicker one, or carbide",
        ),
        Never(
            lambda columns: columns.diameter_mm - columns.start_diameter_mm > 2 * MOST_A_SIDE_MM,
            1,
            "more than 2 mm a side in one pass pushes the bar away: take it in passes",
        ),
    ),
    schools=NO_CHISEL,
    machines=pairs_of(__file__),
)
