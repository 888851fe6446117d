"""Does enough coolant reach the edge?"""

from enum import IntEnum

from bore.job.columns import Columns
from bore.job.cutter_kinds import NEEDS_COOLANT_THROUGH, WANTS_COOLANT_THROUGH
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT, Judgement, Limit, Reason, mark, named, unknown, worst
from bore.loads.loads import Loads
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics.coolant import LEAST_SHARE, friction_factor, hole_pressure_bar, hole_speed_m_s, pump_power_kw
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    GUN_DRY = 1
    TITANIUM_DRY = 2
    TITANIUM_PASTE = 3
    DEEP_FROM_OUTSIDE = 4
    SHALLOW_FROM_OUTSIDE = 5
    WATER_ON_MAGNESIUM = 6
    FINE = 7


# Inserts and tips live by coolant through the body; from outside it reaches so deep, in diameters.
SHALLOW_D = 2.0
FEW_HOLES = 5


def _reason(columns: Columns) -> Why:
    method, deep = columns.coolant.method, columns.depth_mm > SHALLOW_D * columns.diameter_mm
    if columns.family.coolant_through == NEEDS_COOLANT_THROUGH and method != "through":
        return Why.GUN_DRY
    if columns.metal == "titanium" and method == "dry":
        few = columns.feed_kind in HAND_FEEDS and columns.count <= FEW_HOLES and not deep
        return Why.TITANIUM_PASTE if few else Why.TITANIUM_DRY
    if columns.family.coolant_through == WANTS_COOLANT_THROUGH and method != "through":
        return Why.DEEP_FROM_OUTSIDE if deep else Why.SHALLOW_FROM_OUTSIDE
    if columns.metal == "magnesium" and method not in ("dry", "brush"):
        return Why.WATER_ON_MAGNESIUM
    return Why.FINE


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Pressure and flow wanted through the tool against the pump's, written as floors; else what a dry edge may do."""
    coolant, wanted = columns.coolant, columns.coolant_wanted
    if coolant.method != "through" or wanted is None:
        return Judgement(reason=_reason(columns))
    needs = [f"machine.coolant.{name}" for name in ("pressure_bar", "flow_l_min") if not getattr(coolant, name)]
    if needs:
        return unknown(*needs)
    pump_power_kw(pressure_bar=wanted[0], flow_l_min=wanted[1])
    pressure, flow = (
        Judgement(
            demand=Band.exactly(asked), soft=mark(base=has, share=1.0), hard=mark(base=has, share=1 / LEAST_SHARE), unit=unit, part=part
        )
        for asked, has, unit, part in (
            (wanted[0], coolant.pressure_bar, "bar", "pressure"),
            (wanted[1], coolant.flow_l_min, "l/min", "flow"),
        )
    )
    found = worst(pressure, flow)
    return found if columns.coolant_hole_mm is None else worst(found, _through_holes(columns, wanted[1]))


def _through_holes(columns: Columns, flow_l_min: float) -> Judgement:
    """The pressure it takes to push the flow wanted through the drill's own holes, against the pump's."""
    hole = columns.coolant_hole_mm
    assert hole is not None
    speed = hole_speed_m_s(flow_l_min=flow_l_min, hole_mm=hole, count=columns.coolant_holes)
    factor = friction_factor(speed_m_s=speed, hole_mm=hole)
    asked = hole_pressure_bar(speed_m_s=speed, friction_factor=factor, length_mm=columns.body_length_mm, hole_mm=hole)
    has = columns.coolant.pressure_bar
    return Judgement(
        demand=Band.exactly(asked), soft=mark(base=has, share=1.0), hard=mark(base=has, share=1 / LEAST_SHARE), unit="bar", part="holes"
    )


LIMIT = Limit(
    id="coolant",
    failure="the edge starves for coolant",
    thing="coolant",
    question="Does enough coolant reach the edge?",
    reads=(
        "machine.coolant.method",
        "machine.coolant.pressure_bar",
        "machine.coolant.flow_l_min",
        "cutter.diameter_mm",
        "cutter.coolant_through",
        "cutter.coolant_hole_mm",
        "cutter.coolant_holes",
        "cutter.body_length_mm",
        "hole.depth_mm",
        "hole.count",
    ),
    eased_by=("coolant", "other-machine"),
    judge=judge,
    floor=True,
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.GUN_DRY: Reason(CANNOT, "a gun drill without coolant at pressure through its tube jams with its own chips"),
            Why.TITANIUM_DRY: Reason(CANNOT, "dry titanium burns and galls: flood it, or paste for a single shallow hole by hand"),
            Why.TITANIUM_PASTE: Reason(
                TIGHT, "a few shallow holes in titanium by hand go dry with paste: watch the chips, never let it rub"
            ),
            Why.DEEP_FROM_OUTSIDE: Reason(GIVES_WAY, "chips do not come out of {a_cutter} beyond two diameters without coolant through it"),
            Why.SHALLOW_FROM_OUTSIDE: Reason(TIGHT, "{a_cutter} wants coolant through its body; from outside only a shallow hole goes"),
            Why.WATER_ON_MAGNESIUM: Reason(TIGHT, "water on magnesium only if the coolant is made for it: dry or mineral oil is the rule"),
            Why.FINE: Reason(HOLDS, ""),
        }
    ),
)
