"""The gun drill family."""

from functools import cache

from bore.base.formula import enter, formula
from bore.base.sources import rows, source
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.shared import by_diameter, conical_point_mm, edge_radius_mm, grades_table, scaled, usual_grades
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.mechanics import strength

HERE = folder(__file__)
QUALITY = grades_table(HERE)
INCLUDED_DEG = 130.0
TUBE_OF_DIAMETER, TUBE_SECTION = 0.93, 0.20
SPEED_SHARE = 0.9
CROWDS = (1.25, 1.4)
DRIVER_MM, USUAL_TUBE_D = 40.0, 45.0
STARTS = ("bush", "pilot")


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    diameter = case["diameter_mm"]
    yield "point_angle_deg", INCLUDED_DEG, "outer and inner edge together"
    yield "chisel_ratio", 0.0, "one lip, no chisel edge"
    yield "edges", 1, "one lip"
    yield "tube_length_mm", case["flute_length_mm"] or USUAL_TUBE_D * diameter, "a tube for forty diameters"
    yield "tube_diameter_mm", TUBE_OF_DIAMETER * diameter, "a little under the head"
    yield "flute_length_mm", case["tube_length_mm"], "the tube's own length"
    yield "body_length_mm", case["flute_length_mm"] + DRIVER_MM, "tube and driver"
    yield "free_length_mm", case["flute_length_mm"], "the tube's own length"
    yield "edge_radius_mm", edge_radius_mm("brazed", case["wear"], diameter), f"usual for a {case['wear']} gun drill"


def check(case: Case, refuse: Refuse) -> None:
    """What is called its start hole is a guide, no wider than it needs to be."""
    start, diameter = case["hole"]["start_diameter_mm"], case["cutter"]["diameter_mm"]
    if 0 < start < diameter and case["hole"]["start"]["kind"] in STARTS:
        refuse(
            "hole.start_diameter_mm", f"a gun drill's pilot is a guide of its own size; accepted: 0, or {diameter:g} mm and a little more"
        )


@cache
def _feeds() -> dict[str, float]:
    table = rows("feeds.csv", HERE)
    for row in table:
        source(row["source"])
    return {row["iso_group"]: float(row["diameter_over_feed"]) for row in table}


@formula("Book feed of a gun drill", "f_book = D / ratio of the group", "mm/rev", "common-practice")
def gun_feed_mm_rev(*, diameter_mm: float, diameter_over_feed: float) -> float:
    """Feed of a gun drill, mm/rev: D/300 in steel, D/350 stainless and titanium, D/150 iron, D/100 light metals.

    >>> round(gun_feed_mm_rev(diameter_mm=9.0, diameter_over_feed=300), 4)
    0.03
    """
    return diameter_mm / diameter_over_feed


def feed(job: Job) -> BookFeed:
    """The gun drill's own feed and marks."""
    enter("book-feed")
    value = gun_feed_mm_rev(diameter_mm=job.cutter.diameter_mm, diameter_over_feed=_feeds()[job.material.iso_group])
    return BookFeed(value, CROWDS[0] * value, CROWDS[1] * value)


def breaking_torque(cutter: Cutter) -> float:
    """Torque that twists the crimped tube, N·m."""
    enter("twist-off")
    tube = cutter.tube_diameter_mm or TUBE_OF_DIAMETER * cutter.diameter_mm
    return float(strength.body_breaking_torque_nm(body_diameter_mm=tube, section_share=TUBE_SECTION))


def coolant_wanted(job: Job) -> tuple[float, float]:
    """Pressure (bar) falls and flow (l/min) rises with diameter (VDI 3210, from memory)."""
    diameter = job.cutter.diameter_mm
    return by_diameter(diameter, HERE, "coolant.csv", "pressure_bar"), by_diameter(diameter, HERE, "coolant.csv", "flow_l_min")


FAMILY = Family(
    kind=cutter_kind("gun"),
    geometry=geometry,
    check=check,
    # The pilot guides the head; the lip cuts from solid behind it.
    inner_diameter_mm=lambda job: 0.0,
    point_length_mm=conical_point_mm,
    speeds_m_min=lambda job: scaled(job.material.vc_carbide_m_min, SPEED_SHARE),
    feed=feed,
    breaking_torque_nm=breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    coolant_wanted=coolant_wanted,
    machines=pairs_of(__file__),
    never=(
        Never(
            lambda columns: columns.start_kind not in STARTS,
            2,
            "a gun drill starts in a pilot of its own size or through a bush, never on a bare face",
        ),
    ),
    schools={
        "diameter-feed": "its powers stand for drills with a chisel edge",
        "power-law": "the power-law handbook's rows are for twist drills",
    },
)
