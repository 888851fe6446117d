"""The step drill family."""

from dataclasses import replace

from bore.cutters.family import Case, Family, Found, folder, pairs_of
from bore.cutters.follow_up import plain_geometry, share_of_speed, share_of_table
from bore.cutters.shared import conical_point_mm, grades_table, start_beyond_chisel_mm, usual_grades
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind

QUALITY = grades_table(folder(__file__))
POINT_DEG, SMALL_SHARE, SMALL_CHISEL = 118.0, 0.7, 0.05
SPEED_SHARE = 0.8


def small_mm(cutter: Cutter) -> float:
    """The small diameter: what was given, or seven tenths of the large."""
    return cutter.step_diameter_mm or SMALL_SHARE * cutter.diameter_mm


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    share = (case["step_diameter_mm"] or SMALL_SHARE * case["diameter_mm"]) / case["diameter_mm"]
    chisel = SMALL_CHISEL * share
    yield from plain_geometry(case, angle_deg=POINT_DEG, chisel=chisel, edges=2, flute_d=6.0, overall_d=10.0, why="a two-lip step drill")


FAMILY = Family(
    kind=cutter_kind("step"),
    geometry=geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    # Both diameters share one feed: the small one sets it.
    feed=lambda job: share_of_table(job, 1.0, small_mm(job.cutter)),
    breaking_torque_nm=lambda cutter: breaking_torque(replace(cutter, diameter_mm=small_mm(cutter))),
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
)
