"""The spade drill family."""

from bore.base.formula import enter
from bore.cutters.family import BookFeed, Case, Family, Found, Never, folder, pairs_of
from bore.cutters.shared import (
    book_with_marks,
    conical_point_mm,
    edge_radius_mm,
    grades_table,
    scaled,
    start_beyond_chisel_mm,
    steel_body_torque_nm,
    usual_grades,
    vc_of_edge,
)
from bore.cutters.spade import unit_power
from bore.cutters.twist import feeds
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS

QUALITY = grades_table(folder(__file__))
POINT_DEG, NOTCHED_CHISEL = 130.0, 0.10
REACH_D, BODY_D = 5.0, 8.0
FEED_SHARE, SPEED_SHARE = 0.9, 0.85
BODY_SECTION = 0.45


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    diameter = case["diameter_mm"]
    yield "point_angle_deg", POINT_DEG, "usual for a spade blade"
    yield "chisel_ratio", NOTCHED_CHISEL, "a notched or thinned blade"
    yield "edges", 2, "a spade blade has two lips"
    yield "flute_length_mm", min(REACH_D * diameter, case["body_length_mm"] or 1e9), "a holder that reaches five diameters"
    yield "body_length_mm", max(BODY_D * diameter, case["flute_length_mm"] or 0.0), "holder and shank"
    yield (
        "free_length_mm",
        min((case["flute_length_mm"] or REACH_D * diameter) + diameter / 2, case["body_length_mm"]),
        "out of the spindle",
    )
    yield "edge_radius_mm", edge_radius_mm(case["substrate"], case["wear"], diameter), f"usual for a {case['wear']} edge"


def feed(job: Job) -> BookFeed:
    """About nine tenths of a twist drill's feed (common practice); the crowding marks are carbide's for any blade."""
    enter("book-feed")
    value = feeds.book_feed_mm_rev(
        table_feed_mm_rev=feeds.table_feed(job),
        substrate_factor=FEED_SHARE,
        entry_factor=feeds.entry_factor(job),
        depth_factor=feeds.depth_factor(job),
    )
    return book_with_marks(float(value), "carbide")


def coolant_wanted(job: Job) -> tuple[float, float] | None:
    """5 bar and 1 l/min a millimetre through a holder with coolant holes (common practice)."""
    return (5.0, job.cutter.diameter_mm) if job.cutter.coolant_through else None


FAMILY = Family(
    kind=cutter_kind("spade"),
    geometry=geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=lambda job: scaled(vc_of_edge(job), SPEED_SHARE),
    feed=feed,
    breaking_torque_nm=lambda cutter: steel_body_torque_nm(cutter, BODY_SECTION),
    grades=lambda job: usual_grades(job, QUALITY),
    coolant_wanted=coolant_wanted,
    machines=pairs_of(__file__),
    never=(Never(lambda columns: columns.feed_kind in HAND_FEEDS, 3, "a spade drill wants a steady driven feed: a hand cannot give it"),),
    schools={
        unit_power.ID: unit_power,
        "power-law": "the power-law handbook's rows are for twist drills",
    },
    bounds=("diameter-feed",),
)
