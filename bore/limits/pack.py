"""Will the chips get out, or pack in the flutes?"""

from enum import IntEnum

from bore.job.columns import Columns
from bore.limits.judgement import GIVES_WAY, HOLDS, Judgement, Limit, Reason, named
from bore.loads.loads import Loads
from bore.mechanics import packing
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    NEVER_PECKED = 1


STICKS, JAMS = 1.3, 2.0


def judge(columns: Columns, loads: Loads) -> Judgement:
    """How far packed chips raise the torque: 1.3 times, and twice."""
    if columns.pecked != "none" and not columns.family.may_peck:
        return Judgement(reason=Why.NEVER_PECKED)
    packed = packing.packed_depth(depth_mm=columns.packed_length_mm, diameter_mm=columns.diameter_mm)
    factor = packing.packing_factor(packed_depth=packed, chip_factor=columns.chip_factor)
    return Judgement(demand=Band.exactly(factor), soft=STICKS, hard=JAMS, unit="×")


def applies(columns: Columns) -> str | None:
    """Coolant through the tool carries the chips out; only flutes without it pack."""
    if columns.pecked != "none" and not columns.family.may_peck:
        return None
    if not columns.family.packs:
        return "its chips are carried out by coolant or leave by themselves"
    if columns.coolant.method == "through" and columns.coolant_through:
        return "coolant through the tool carries the chips out"
    return None


LIMIT = Limit(
    id="pack",
    failure="the flutes pack with chips",
    thing="flutes",
    question="Do the chips get out of the hole?",
    reads=("hole.depth_mm", "cutter.diameter_mm", "setting.pecks.kind", "setting.pecks.depths_mm", "material.chip", "cutter.flute"),
    eased_by=("peck", "coolant", "parabolic-flute"),
    judge=judge,
    applies=applies,
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.NEVER_PECKED: Reason(GIVES_WAY, "{a_cutter} is never pecked: each re-entry knocks its edge"),
        }
    ),
)
