"""The spot drill family."""

from bore.cutters.family import Case, Family, Found, Never, folder, pairs_of
from bore.cutters.follow_up import SHORT, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import grades_table, start_beyond_chisel_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
ANGLE_DEG, CHISEL = 90.0, 0.10
SPEED_SHARE, FEED_SHARE = 0.8, 0.5
MOST_DEPTH = 0.6


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    yield from plain_geometry(case, angle_deg=ANGLE_DEG, chisel=CHISEL, edges=2, flute_d=1.5, overall_d=6.0, why="a 90° spot drill")


FAMILY = Family(
    kind=cutter_kind("spot"),
    geometry=geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    # The depth of a spot is its cone's; there is no point beyond it.
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=lambda job: share_of_table(job, FEED_SHARE),
    breaking_torque_nm=breaking_torque,
    spared=SHORT
    | {"wander": "it is what keeps a drill from wandering", "pack": "a cone packs no chips", "tolerance": "a spot is a mark, not a hole"},
    never=(
        Never(lambda columns: columns.depth_mm > MOST_DEPTH * columns.diameter_mm, 2, "a spot is a dimple: no deeper than its own cone"),
    ),
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
