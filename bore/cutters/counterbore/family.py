"""The counterbore family."""

from bore.cutters.family import Case, Family, Found, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, SHORT, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import grades_table, start_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
FLAT_DEG = 180.0
SPEED_SHARE, FEED_SHARE = 0.7, 0.6
SHANK_SHARE, WIDEST_SHANK_MM = 0.72, 12.5


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    yield (
        "shank_diameter_mm",
        min(SHANK_SHARE * case["diameter_mm"], WIDEST_SHANK_MM),
        "a shank thinner than the head (DIN 373, from memory)",
    )
    yield from plain_geometry(
        case, angle_deg=FLAT_DEG, chisel=0.0, edges=3, flute_d=2.5, overall_d=8.0, why="a flat counterbore with a pilot"
    )


FAMILY = Family(
    kind=cutter_kind("counterbore"),
    geometry=geometry,
    check=needs_a_hole,
    inner_diameter_mm=start_mm,
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=lambda job: share_of_table(job, FEED_SHARE),
    breaking_torque_nm=breaking_torque,
    spared=FOLLOWS | SHORT | {"pack": "a shallow seat packs no chips"},
    never=(WANTS_A_HOLE,),
    schools=NO_CHISEL,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
