"""The twist drill family."""

from bore.cutters.family import Family, Never, folder, pairs_of
from bore.cutters.shared import conical_point_mm, grades_table, start_beyond_chisel_mm, usual_grades, vc_of_edge
from bore.cutters.twist import feeds, geometry
from bore.job.cutter_kinds import cutter_kind
from bore.machines.kinds import HAND_FEEDS

QUALITY = grades_table(folder(__file__))

FAMILY = Family(
    kind=cutter_kind("twist"),
    geometry=geometry.geometry,
    inner_diameter_mm=start_beyond_chisel_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=vc_of_edge,
    feed=feeds.feed,
    breaking_torque_nm=feeds.breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    coolant_wanted=feeds.coolant_wanted,
    machines=pairs_of(__file__),
    never=(
        Never(
            lambda columns: columns.substrate == "carbide" and columns.feed_kind in HAND_FEEDS,
            2,
            "solid carbide under a hand feed chips as it comes through: it wants a driven feed",
        ),
    ),
)
