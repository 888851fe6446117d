"""What the families that follow a hole, or only begin one, share: defaults, scaled twist feeds, plain refusals."""

from collections.abc import Callable

from bore.base.formula import enter
from bore.cutters.family import BookFeed, Case, Found, Never, Refuse
from bore.cutters.shared import book_with_marks, edge_radius_mm, scaled, vc_of_edge
from bore.cutters.twist import feeds
from bore.cutters.twist.geometry import Lengths, lengths_found
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job

FOLLOWS = {"wander": "it follows the hole that is there"}
NO_CHISEL = {
    "diameter-feed": "its powers stand for drills with a chisel edge",
    "power-law": "the power-law handbook's rows are for twist drills",
}
SHORT = {"buckle": "a short stiff tool does not buckle"}
WANTS_A_HOLE = Never(lambda columns: not columns.opens_a_hole, 3, "it opens a hole that is there already: it cannot start one")


def plain_geometry(case: Case, *, angle_deg: float, chisel: float, edges: int, flute_d: float, overall_d: float, why: str) -> Found:
    """Defaults from the diameter: point angle, chisel, edges, lengths in diameters."""
    diameter = case["diameter_mm"]
    yield "point_angle_deg", angle_deg, why
    yield "chisel_ratio", chisel, why
    yield "edges", edges, why
    yield from lengths_found(case, Lengths(overall_d * diameter, flute_d * diameter), why)
    yield "edge_radius_mm", edge_radius_mm(case["substrate"], case["wear"], diameter), f"usual for a {case['wear']} edge"


def share_of_table(job: Job, share: float, diameter_mm: float | None = None) -> BookFeed:
    """A share of the twist-drill table's feed, with the edge's crowding marks (common practice)."""
    enter("book-feed")
    value = feeds.book_feed_mm_rev(
        table_feed_mm_rev=feeds.table_feed(job, diameter_mm), substrate_factor=share, entry_factor=feeds.entry_factor(job), depth_factor=1.0
    )
    return book_with_marks(float(value), job.cutter.substrate)


def share_of_speed(share: float) -> Callable[[Job], tuple[float, float] | None]:
    """A share of the metal's usual cutting speeds for the edge (common practice)."""
    return lambda job: scaled(vc_of_edge(job), share)


def needs_a_hole(case: Case, refuse: Refuse) -> None:
    """The cutter's own check: there must be a start hole."""
    if not case["hole"]["start_diameter_mm"]:
        one, diameter = cutter_kind(case["cutter"]["family"]).one, case["hole"]["diameter_mm"]
        refuse("hole.start_diameter_mm", f"{one} follows a hole; accepted: the diameter of that hole, below {diameter:g} mm")
