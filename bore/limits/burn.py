"""Is the edge too fast for the metal; or, being carbide, so slow that metal builds up on it?"""

from enum import IntEnum

from bore.cutters.shared import STEEL_EDGES
from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, HOLDS, Judgement, Limit, Reason, mark, named, unknown, worst
from bore.loads.loads import Loads
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    TOO_HARD = 1
    NOT_PLAIN_HSS = 2


OVER_TOP = 1.25
# Where the edge is in the metal for a few seconds, a few times, it need not last: soft and hard share of the top of the range
# (common practice).
BRIEF, BRIEF_HOLES = (1.25, 1.6), 5
# Carbide this far below its low speed collects a built-up edge: soft and hard share.
BUILD_UP = (0.6, 0.4)
BUILD_UP_GROUPS = ("P", "M", "H")
# What a metal wants instead of an edge that cuts it at no speed.
WANTED = {"carbide": Why.TOO_HARD, "better-steel": Why.NOT_PLAIN_HSS}


def top_speed_m_min(columns: Columns) -> float | None:
    """The book's top cutting speed with coolant, depth and wear counted, m/min."""
    return None if columns.vc_top_m_min is None else columns.vc_top_m_min * columns.vc_factor  # type: ignore[return-value]


def builds_up(columns: Columns) -> bool:
    """Whether the metal welds to a slow carbide edge: steel, stainless and aluminium do, iron and brass do not."""
    return columns.substrate not in STEEL_EDGES and (columns.iso_group in BUILD_UP_GROUPS or columns.metal == "aluminium")


def shares(columns: Columns) -> tuple[float, float]:
    """Soft and hard mark as shares of the top of the range: an edge that must last, or one that is in the metal for a moment (a seat or a
    step in sheet, a hole no deeper than it is wide, one to five of them)."""
    shallow = columns.family.touches_briefly or float(columns.depth_mm) <= float(columns.hole_diameter_mm)
    return BRIEF if shallow and columns.count <= BRIEF_HOLES else (1.0, OVER_TOP)


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Cutting speed against the top of the range, and for carbide the low end against the cutting speed."""
    if columns.edge_wanted:
        return Judgement(reason=WANTED[columns.edge_wanted])
    top = top_speed_m_min(columns)
    if top is None:
        edge = {"hss": "hss", "hss-co": "hssco"}.get(columns.substrate, "carbide")
        return unknown(f"material.vc_{edge}_m_min")
    speed = columns.cutting_speed_m_min
    soft, hard = shares(columns)
    found = Judgement(
        demand=Band.exactly(speed), soft=mark(base=top, share=soft), hard=mark(base=top, share=hard), unit="m/min", part="too fast"
    )
    if not builds_up(columns) or columns.vc_low_m_min is None:
        return found
    soft, hard = BUILD_UP
    slow = Judgement(
        demand=Band.exactly(columns.vc_low_m_min + 0 * speed),
        soft=mark(base=speed, share=1 / soft),
        hard=mark(base=speed, share=1 / hard),
        unit="m/min",
        part="builds up",
    )
    return worst(found, slow)


LIMIT = Limit(
    id="burn",
    failure="the edge burns",
    thing="edge",
    question="Is the edge too fast for this metal, or so slow that metal builds up on it?",
    reads=(
        "setting.speed_rpm",
        "cutter.diameter_mm",
        "cutter.substrate",
        "cutter.wear",
        "material.vc_hss_m_min",
        "material.vc_hssco_m_min",
        "material.vc_carbide_m_min",
        "machine.coolant.method",
        "hole.depth_mm",
    ),
    eased_by=("slower", "coolant", "faster", "other-substrate"),
    judge=judge,
    stands_on=("book-speed",),
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.TOO_HARD: Reason(CANNOT, "high-speed steel does not cut metal of {hardness_hb:.0f} HB: use carbide"),
            Why.NOT_PLAIN_HSS: Reason(CANNOT, "plain high-speed steel is gone at once in such metal: use cobalt or carbide"),
        }
    ),
)
