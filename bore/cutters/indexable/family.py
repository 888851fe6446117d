"""The indexable-insert drill family."""

from functools import cache

from bore.base.formula import enter, formula
from bore.base.sources import rows, source
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.shared import conical_point_mm, edge_radius_mm, grades_table, start_mm, steel_body_torque_nm, usual_grades
from bore.cutters.twist import feeds
from bore.cutters.twist.geometry import Lengths, lengths_found
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS, machine_kind
from bore.materials.material import metal_word

HERE = folder(__file__)
QUALITY = grades_table(HERE)
INCLUDED_DEG = 170.0
USUAL_REACH_D, CHIP_ROOM_D, SHANK_D = 3.0, 1.5, 3.0
IRON_FEED = 1.4
BODY_SECTION = 0.45
USUAL_HB = 180.0
# How far off centre an insert drill may bore, as a share of its diameter, where the maker says nothing.
MOST_SHIFT = 0.03


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    diameter = case["diameter_mm"]
    yield "point_angle_deg", INCLUDED_DEG, "inserts stand at 80 to 90° to the axis"
    yield "chisel_ratio", 0.0, "the centre insert cuts to the middle"
    yield "edges", 1, "one insert cuts each half of the radius"
    flute = (USUAL_REACH_D + CHIP_ROOM_D) * diameter
    yield from lengths_found(case, Lengths(flute + SHANK_D * diameter, flute), "a body for three diameters")
    yield "edge_radius_mm", edge_radius_mm("insert", case["wear"], diameter), f"usual for a {case['wear']} insert"


def check(case: Case, refuse: Refuse) -> None:
    """Off-centre boring is a lathe's, and small."""
    shift, diameter = case["cutter"]["shift_mm"], case["cutter"]["diameter_mm"]
    if shift and not machine_kind(case["machine"]["kind"]).lathe:
        refuse("cutter.shift_mm", "only a lathe sets the drill off centre: the work must turn; accepted: 0")
    elif abs(shift) > MOST_SHIFT * diameter:
        refuse("cutter.shift_mm", f"{shift:g} mm is more than the body clears; accepted: up to {MOST_SHIFT * diameter:.2g} mm")


@cache
def _speeds() -> tuple[tuple[str, float, float, float], ...]:
    table = rows("speeds.csv", HERE)
    for row in table:
        source(row["source"])
    return tuple((row["metal"], float(row["to_hb"]), float(row["low_m_min"]), float(row["high_m_min"])) for row in table)


def speeds(job: Job) -> tuple[float, float]:
    """Usual cutting speeds of coated inserts by metal and hardness, m/min (common practice)."""
    material = job.material
    metal = "grey-iron" if material.power_law_row == "grey-iron" else metal_word(material)
    hb = material.hardness_hb or USUAL_HB
    return next((low, high) for name, to_hb, low, high in _speeds() if name == metal and hb <= to_hb)


@formula("Book feed of an insert drill", "f_book = (f_low + f_top)/2 · metal · entry", "mm/rev", "common-practice")
def insert_feed_mm_rev(*, low_mm_rev: float, top_mm_rev: float, metal_factor: float, entry_factor: float) -> float:
    """Middle of the insert drill's own feed range, mm/rev; iron 1.4 times (common practice).

    >>> round(insert_feed_mm_rev(low_mm_rev=0.08, top_mm_rev=0.14, metal_factor=1.0, entry_factor=1.0), 3)
    0.11
    """
    return (low_mm_rev + top_mm_rev) / 2 * metal_factor * entry_factor


def feed(job: Job) -> BookFeed:
    """The insert drill's own feeds; their top is where it crowds."""
    enter("book-feed")
    row = [row for row in rows("feeds.csv", HERE) if float(row["from_diameter_mm"]) <= job.cutter.diameter_mm][-1]
    low, top = float(row["low_mm_rev"]), float(row["top_mm_rev"])
    metal, entry = IRON_FEED if job.material.iso_group == "K" else 1.0, feeds.entry_factor(job)
    value = insert_feed_mm_rev(low_mm_rev=low, top_mm_rev=top, metal_factor=metal, entry_factor=entry)
    return BookFeed(value, top * metal * entry, top * metal * entry)


def coolant_wanted(job: Job) -> tuple[float, float]:
    """5 bar, 10 beyond three diameters, and 1 l/min a millimetre (common practice)."""
    deep = job.hole.depth_mm > USUAL_REACH_D * job.cutter.diameter_mm
    return (10.0 if deep else 5.0), job.cutter.diameter_mm


FAMILY = Family(
    kind=cutter_kind("indexable"),
    geometry=geometry,
    check=check,
    inner_diameter_mm=start_mm,
    point_length_mm=conical_point_mm,
    speeds_m_min=speeds,
    feed=feed,
    breaking_torque_nm=lambda cutter: steel_body_torque_nm(cutter, BODY_SECTION),
    grades=lambda job: usual_grades(job, QUALITY),
    coolant_wanted=coolant_wanted,
    machines=pairs_of(__file__),
    never=(
        Never(
            lambda columns: columns.stacked and columns.through,
            3,
            "an insert drill never goes through stacked plates: the disc it leaves breaks it",
        ),
        Never(lambda columns: columns.opens_a_hole, 3, "the centre insert wants solid metal: never open a pilot with an insert drill"),
        Never(lambda columns: columns.feed_kind in HAND_FEEDS, 3, "an insert drill under a hand feed breaks its inserts"),
    ),
    schools={
        "diameter-feed": "its powers stand for drills with a chisel edge",
        "power-law": "the power-law handbook's rows are for twist drills",
    },
)
