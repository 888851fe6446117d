"""Is there metal enough round the hole, and under it, and behind it?"""

from enum import IntEnum

from bore.base.elementwise import Column, most
from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT, Judgement, Limit, Reason, mark, named, unknown, worst
from bore.loads.loads import Loads
from bore.machines.kinds import HAND_FEEDS
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    SHEET_BY_HAND = 1
    SHEET = 2
    OPEN_AT_THE_SIDE = 3
    A_MOUTH = 4


# Wall to the edge or to the next hole, and floor under a blind hole, in diameters: enough, and the least.
WALL, FLOOR = (0.5, 0.15), (0.3, 0.1)
NO_WALL_MM = 1e-6


def _room(columns: Columns, there_mm: Column, shares: tuple[float, float], part: str) -> Judgement:
    """Written as a floor: the diameter is asked for, the marks are what the wall allows of it."""
    wall = most(there_mm, NO_WALL_MM)
    return Judgement(
        demand=Band.exactly(columns.hole_diameter_mm),
        soft=mark(base=wall, share=1 / shares[0]),
        hard=mark(base=wall, share=1 / shares[1]),
        unit="mm",
        part=part,
    )


def _thin(columns: Columns) -> Why:
    """Sheet thinner than the point is long: the point is through before the corners guide it."""
    if columns.edge_distance_mm is not None and columns.edge_distance_mm < columns.hole_diameter_mm / 2:
        return Why.OPEN_AT_THE_SIDE
    if not columns.through or not columns.family.has_chisel or columns.depth_mm >= columns.point_length_mm or columns.opens_a_hole:
        return Why.NONE
    if columns.behind == "backing" or columns.point == "sheet":
        return Why.NONE
    return Why.SHEET_BY_HAND if columns.feed_kind in HAND_FEEDS else Why.SHEET


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Wall to the edge and to the next hole, floor under a blind hole; thin sheet by its backing."""
    reason = _thin(columns)
    if reason:
        return Judgement(reason=reason)
    radius = columns.hole_diameter_mm / 2
    found: list[Judgement] = []
    if columns.edge_distance_mm is not None:
        found.append(_room(columns, columns.edge_distance_mm - radius, WALL, "to the edge"))
    if columns.next_hole_mm is not None:
        found.append(_room(columns, columns.next_hole_mm - columns.hole_diameter_mm, WALL, "to the next hole"))
    # A mouth turned into a hole has no floor: the hole goes on under it.
    mouth = columns.opens_a_hole and columns.family.touches_briefly
    if not columns.through and columns.plate_thickness_mm is not None and not mouth:
        found.append(_room(columns, columns.plate_thickness_mm - columns.depth_mm - columns.point_length_mm, FLOOR, "floor"))
    if not found and mouth:
        return Judgement(reason=Why.A_MOUTH)
    if not found:
        return unknown("hole.edge_distance_mm" if columns.through else "hole.plate_thickness_mm")
    return worst(*found)


LIMIT = Limit(
    id="break-out",
    failure="the metal breaks out or bulges",
    thing="exit",
    question="Is there metal enough round the hole and under it?",
    reads=(
        "hole.edge_distance_mm",
        "hole.next_hole_mm",
        "hole.plate_thickness_mm",
        "hole.depth_mm",
        "hole.behind",
        "hole.diameter_mm",
        "cutter.point",
    ),
    eased_by=("backing", "sheet-point", "pilot", "less-depth"),
    judge=judge,
    floor=True,
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.SHEET_BY_HAND: Reason(
                GIVES_WAY,
                "the sheet is thinner than the point: fed by hand with nothing behind, it grabs and climbs; back it with wood, or use a sheet point",
            ),
            Why.SHEET: Reason(TIGHT, "the sheet is thinner than the point: back it with wood, or use a sheet point"),
            Why.OPEN_AT_THE_SIDE: Reason(CANNOT, "its middle is nearer the edge than half its width: the hole is open at the side"),
            Why.A_MOUTH: Reason(HOLDS, "the hole goes on under its mouth"),
        }
    ),
)
