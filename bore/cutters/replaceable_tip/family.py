"""The replaceable-tip drill family."""

from bore.base.formula import enter
from bore.cutters.family import BookFeed, Case, Family, Found, Never, folder, pairs_of
from bore.cutters.shared import (
    book_with_marks,
    conical_point_mm,
    edge_radius_mm,
    grades_table,
    start_beyond_chisel_mm,
    steel_body_torque_nm,
    usual_grades,
)
from bore.cutters.twist import feeds
from bore.cutters.twist.geometry import Lengths, lengths_found
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS

QUALITY = grades_table(folder(__file__))
POINT_DEG, CHISEL = 140.0, 0.08
USUAL_REACH_D, CHIP_ROOM_D, SHANK_D = 5.0, 1.5, 4.0
FEED_SHARE = 1.15
BODY_SECTION = 0.45


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    diameter = case["diameter_mm"]
    yield "point_angle_deg", POINT_DEG, "usual for a carbide tip"
    yield "chisel_ratio", CHISEL, "a self-centring tip"
    yield "edges", 2, "a tip has two lips"
    flute = (USUAL_REACH_D + CHIP_ROOM_D) * diameter
    yield from lengths_found(case, Lengths(flute + SHANK_D * diameter, flute), "a body for five diameters")
    yield "edge_radius_mm", edge_radius_mm("insert", case["wear"], diameter), f"usual for a {case['wear']} tip"


def feed(job: Job) -> BookFeed:
    """1.0 to 1.3 times a twist drill's feed (common practice), the middle of that taken."""
    enter("book-feed")
    value = feeds.book_feed_mm_rev(
        table_feed_mm_rev=feeds.table_feed(job), substrate_factor=FEED_SHARE, entry_factor=feeds.entry_factor(job), depth_factor=1.0
    )
    return book_with_marks(float(value), "carbide")


FAMILY = Family(
    kind=cutter_kind("replaceable-tip"),
    geometry=geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=lambda job: job.material.vc_carbide_m_min,
    feed=feed,
    breaking_torque_nm=lambda cutter: steel_body_torque_nm(cutter, BODY_SECTION),
    grades=lambda job: usual_grades(job, QUALITY),
    coolant_wanted=lambda job: feeds.through_coolant(job.cutter.diameter_mm, job.hole.depth_mm),
    machines=pairs_of(__file__),
    never=(
        Never(lambda columns: columns.feed_kind in HAND_FEEDS, 2, "a carbide tip under a hand feed chips as it comes through"),
        Never(
            lambda columns: columns.opens_a_hole,
            2,
            "a tip wants solid metal: a pilot leaves its corners to take every knock, unless the maker says otherwise",
        ),
    ),
    schools={"power-law": "the power-law handbook's rows are for twist drills"},
)
