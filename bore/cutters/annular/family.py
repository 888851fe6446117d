"""The annular cutter family."""

from functools import cache

from bore.base.formula import enter, formula
from bore.base.sources import rows
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.shared import by_diameter, edge_radius_mm, grades_table, scaled, usual_grades, vc_of_edge
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics import strength
from bore.mechanics.kinematics import sin_edge_angle, tan_edge_angle

HERE = folder(__file__)
QUALITY = grades_table(HERE)
INCLUDED_DEG = 150.0
SHORT_REACH_MM = 30.0
SHANK_MM, WIDE_SHANK_MM, WIDE_FROM_MM = 19.05, 31.75, 60.0
SHANK_LENGTH_MM = 32.0
PIN_SPRING_N = 40.0
BY_HAND_MM_TOOTH, BY_POWER_MM_TOOTH = 0.014, 0.025
CROWDS_MM_TOOTH, CEILING_MM_TOOTH = 0.018, 0.03
# What a tooth bears before it breaks, chip thickness in mm.
THICKEST_MM = {"hss": 0.06, "hss-co": 0.06, "carbide": 0.08, "carbide-tipped": 0.08}
SPEED_SHARE, TIPPED_SHARE = 0.9, 1.6


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter: teeth, kerf and slug, reach, shank with flats."""
    diameter = case["diameter_mm"]
    kerf = min(round(by_diameter(diameter, HERE, "sizes.csv", "kerf_mm"), 1), 0.4 * diameter)
    yield "point_angle_deg", INCLUDED_DEG, "teeth sloped to share the chip"
    yield "chisel_ratio", 0.0, "a ring has no chisel edge"
    yield "teeth", round(by_diameter(diameter, HERE, "sizes.csv", "teeth")), "usual for the diameter"
    yield "chip_stages", 2, "teeth in two heights share a chip"
    yield "edges", max(1, case["teeth"] // case["chip_stages"]), "teeth over chip stages"
    yield "slug_diameter_mm", round(diameter - 2 * kerf, 2), f"usual wall of {kerf:g} mm"
    yield "cut_depth_mm", SHORT_REACH_MM, "the short class, 30 mm"
    yield "flute_length_mm", case["cut_depth_mm"], "the depth it cuts"
    yield "body_length_mm", case["flute_length_mm"] + SHANK_LENGTH_MM, "teeth and shank"
    yield "free_length_mm", case["flute_length_mm"] + 5, "flats up to the arbor"
    yield "pin_spring_n", PIN_SPRING_N, "20 to 100 N is usual"
    yield "shank", "flats", "a shank with flats"
    yield "shank_diameter_mm", WIDE_SHANK_MM if diameter > WIDE_FROM_MM else SHANK_MM, "3/4 in, 1-1/4 in for the largest"
    yield "edge_radius_mm", edge_radius_mm(case["substrate"], case["wear"], diameter), f"usual for a {case['wear']} edge"


def check(case: Case, refuse: Refuse) -> None:
    """The slug stands inside the ring."""
    slug, diameter = case["cutter"]["slug_diameter_mm"], case["cutter"]["diameter_mm"]
    if slug >= diameter:
        refuse("cutter.slug_diameter_mm", f"the slug ({slug:g} mm) must be smaller than the cutter; accepted: below {diameter:g} mm")


def edges(cutter: Cutter) -> float:
    """Teeth that each take a chip of their own: teeth over stages."""
    return (cutter.teeth or 1) / (cutter.chip_stages or 1)


def ring_point_mm(cutter: Cutter) -> float:
    """How far the deepest teeth stand before the shallowest, mm."""
    kerf = (cutter.diameter_mm - (cutter.slug_diameter_mm or 0.0)) / 2
    return float(kerf / 2 / tan_edge_angle(cutter.point_angle_deg))


def speeds(job: Job) -> tuple[float, float] | None:
    """Nine tenths of the edge's usual speeds; carbide-tipped 1.6 times cobalt's (common practice)."""
    if job.cutter.substrate == "carbide-tipped":
        return scaled(job.material.vc_hssco_m_min, TIPPED_SHARE)
    return scaled(vc_of_edge(job), SPEED_SHARE)


@cache
def _metal_factors() -> dict[str, float]:
    return {row["iso_group"]: float(row["metal_factor"]) for row in rows("feeds.csv", HERE)}


@formula("Book feed of an annular cutter", "f_book = f_tooth · teeth · metal", "mm/rev", "common-practice")
def ring_feed_mm_rev(*, feed_mm_tooth: float, teeth: int, metal_factor: float) -> float:
    """Feed of an annular cutter, mm/rev: 0.014 mm a tooth by hand, 0.025 driven (0.010-0.018 by hand is usual).

    >>> round(ring_feed_mm_rev(feed_mm_tooth=0.014, teeth=6, metal_factor=1.0), 3)
    0.084
    """
    return feed_mm_tooth * teeth * metal_factor


def feed(job: Job) -> BookFeed:
    """The cutter's own feed; what crowds it is the tooth."""
    enter("book-feed")
    cutter = job.cutter
    teeth = cutter.teeth or 1
    by_tooth = BY_HAND_MM_TOOTH if job.machine.feed.kind in HAND_FEEDS else BY_POWER_MM_TOOTH
    # z chips of the tooth's thickest, sloped, make the feed at which it breaks.
    thickest = THICKEST_MM[cutter.substrate] * edges(cutter) / float(sin_edge_angle(cutter.point_angle_deg))
    hard = min(CEILING_MM_TOOTH * teeth, thickest)
    soft = min((CROWDS_MM_TOOTH if by_tooth == BY_HAND_MM_TOOTH else CEILING_MM_TOOTH) * teeth, hard)
    value = ring_feed_mm_rev(feed_mm_tooth=by_tooth, teeth=teeth, metal_factor=_metal_factors()[job.material.iso_group])
    return BookFeed(min(value, hard), soft, hard)


def breaking_torque(cutter: Cutter) -> float:
    """Torque that twists the ring, N·m."""
    enter("twist-off")
    return strength.ring_breaking_torque_nm(diameter_mm=cutter.diameter_mm, inner_diameter_mm=cutter.slug_diameter_mm or 0.0)


FAMILY = Family(
    kind=cutter_kind("annular"),
    geometry=geometry,
    check=check,
    edges=edges,
    inner_diameter_mm=lambda job: max(job.hole.start_diameter_mm, job.cutter.slug_diameter_mm or 0.0),
    point_length_mm=ring_point_mm,
    speeds_m_min=speeds,
    feed=feed,
    breaking_torque_nm=breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
    never=(
        Never(
            lambda columns: columns.stacked and not columns.stack_clamped,
            3,
            "a stack must be clamped solid: the slug of the first plate jams in the gap",
        ),
        Never(
            lambda columns: columns.start_kind == "pilot" and columns.opens_a_hole,
            2,
            "a hole in the middle leaves the pin nothing to find, and no slug to push out",
        ),
    ),
    spared={"buckle": "a short ring does not buckle", "pack": "its chips leave by the kerf, it is never pecked"},
    schools={
        "diameter-feed": "its powers stand for drills with a chisel edge",
        "power-law": "the power-law handbook's rows are for twist drills",
    },
)
