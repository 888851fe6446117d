"""The core drill family."""

from bore.cutters.family import Case, Family, Found, Never, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import conical_point_mm, grades_table, start_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
POINT_DEG, FOUR_FLUTES_FROM_MM = 120.0, 20.0
SPEED_SHARE, FEED_SHARE = 0.85, 1.2
SMALLEST_START = 0.6


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    flutes = 4 if case["diameter_mm"] >= FOUR_FLUTES_FROM_MM else 3
    yield from plain_geometry(case, angle_deg=POINT_DEG, chisel=0.0, edges=flutes, flute_d=6.0, overall_d=10.0, why="a core drill")


FAMILY = Family(
    kind=cutter_kind("core"),
    geometry=geometry,
    check=needs_a_hole,
    inner_diameter_mm=start_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=lambda job: share_of_table(job, FEED_SHARE),
    breaking_torque_nm=breaking_torque,
    spared=FOLLOWS,
    never=(
        WANTS_A_HOLE,
        Never(
            lambda columns: columns.start_share < SMALLEST_START,
            2,
            "a core drill has no point: the hole it opens must be at least two thirds of it",
        ),
    ),
    schools=NO_CHISEL,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
