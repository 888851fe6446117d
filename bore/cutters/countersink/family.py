"""The countersink family."""

from bore.cutters.family import Case, Family, Found, Never, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, SHORT, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import grades_table, start_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
CONE_DEG = 90.0
# Slow, or it chatters.
SPEED_SHARE, FEED_SHARE = 0.35, 0.4
MOST_DEPTH = 0.55
SHANK_SHARE, WIDEST_SHANK_MM = 0.62, 10.0


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    yield (
        "shank_diameter_mm",
        min(SHANK_SHARE * case["diameter_mm"], WIDEST_SHANK_MM),
        "a shank thinner than the head (DIN 335, from memory)",
    )
    yield from plain_geometry(
        case, angle_deg=CONE_DEG, chisel=0.0, edges=3, flute_d=1.0, overall_d=5.0, why="a 90° countersink of three edges"
    )


FAMILY = Family(
    kind=cutter_kind("countersink"),
    geometry=geometry,
    check=needs_a_hole,
    inner_diameter_mm=start_mm,
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=lambda job: share_of_table(job, FEED_SHARE),
    breaking_torque_nm=breaking_torque,
    spared=FOLLOWS | SHORT | {"pack": "a cone packs no chips", "tolerance": "a countersink is gauged by its mouth, not by a grade"},
    never=(WANTS_A_HOLE, Never(lambda columns: columns.depth_mm > MOST_DEPTH * columns.diameter_mm, 2, "deeper than its own cone")),
    schools=NO_CHISEL,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
