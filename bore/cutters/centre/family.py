"""The centre drill family."""

from bore.cutters.family import Case, Family, Found, Never, folder, pairs_of
from bore.cutters.follow_up import SHORT, plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import grades_table, start_beyond_chisel_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
CONE_DEG, PILOT_SHARE, PILOT_CHISEL = 60.0, 0.4, 0.18
SPEED_SHARE, FEED_SHARE = 0.8, 0.7
MOST_DEPTH = 1.1


def pilot_mm(cutter: Cutter) -> float:
    """The small diameter of a centre drill: what was given, or two fifths of the body (ISO 866, from memory)."""
    return cutter.step_diameter_mm or PILOT_SHARE * cutter.diameter_mm


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    share = (case["step_diameter_mm"] or PILOT_SHARE * case["diameter_mm"]) / case["diameter_mm"]
    chisel = PILOT_CHISEL * share
    yield from plain_geometry(
        case, angle_deg=CONE_DEG, chisel=chisel, edges=2, flute_d=1.5, overall_d=6.0, why="a 60° centre drill, form A"
    )


FAMILY = Family(
    kind=cutter_kind("centre"),
    geometry=geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    # The thin pilot sets the pace: the feed is the pilot's own.
    feed=lambda job: share_of_table(job, FEED_SHARE, pilot_mm(job.cutter)),
    breaking_torque_nm=breaking_torque,
    spared=SHORT
    | {"wander": "it is what keeps a drill from wandering", "pack": "a cone packs no chips", "tolerance": "a centre is a mark, not a hole"},
    never=(Never(lambda columns: columns.depth_mm > MOST_DEPTH * columns.diameter_mm, 2, "feed a centre drill only as deep as its cone"),),
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
