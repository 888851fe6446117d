"""The reamer family."""

from bore.cutters.family import Case, Family, Found, Never, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import grades_table, start_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
CHAMFER_DEG, LEAD_MM, EIGHT_EDGES_FROM_MM = 90.0, 1.5, 20.0
SPEED_SHARE, FEED_SHARE = 0.5, 1.5
# Lands rub in the hole they have made.
FRICTION = 1.3
MOST_ALLOWANCE, LEAST_ALLOWANCE_MM = 0.01, 0.04


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    edges = 8 if case["diameter_mm"] >= EIGHT_EDGES_FROM_MM else 6
    yield from plain_geometry(
        case, angle_deg=CHAMFER_DEG, chisel=0.0, edges=edges, flute_d=4.0, overall_d=10.0, why="a machine reamer, 45° chamfer"
    )


FAMILY = Family(
    kind=cutter_kind("reamer"),
    geometry=geometry,
    check=needs_a_hole,
    inner_diameter_mm=start_mm,
    point_length_mm=lambda cutter: LEAD_MM,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=lambda job: share_of_table(job, FEED_SHARE),
    breaking_torque_nm=breaking_torque,
    spared=FOLLOWS | {"pack": "it cuts too little to pack its flutes", "rub": "a reamer burnishes as it cuts: a thin chip is its trade"},
    never=(
        WANTS_A_HOLE,
        Never(
            lambda columns: columns.start_share < 1 - MOST_ALLOWANCE - 0.5 / columns.diameter_mm,
            2,
            "too much to ream: drill or bore nearer first, leave 0.1 to 0.3 mm",
        ),
        Never(
            lambda columns: columns.diameter_mm - columns.start_diameter_mm < LEAST_ALLOWANCE_MM,
            1,
            "too little to ream: it burnishes and squeals; leave 0.05 mm or more",
        ),
    ),
    schools=NO_CHISEL,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
