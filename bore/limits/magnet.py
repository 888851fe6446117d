"""Does the magnet hold: against lifting, tipping, and sliding round?"""

from enum import IntEnum

from bore.base.elementwise import Column, most
from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, Judgement, Limit, Reason, mark, named, unknown, worst
from bore.loads.loads import Loads
from bore.machines.kinds import surface
from bore.mechanics import magnet as statics


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    NOT_MAGNETIC = 1
    TOO_THIN = 2
    COATED = 3
    NO_STRAP = 4


THINNEST_MM, DOUBTFUL_MM = 6.0, 10.0
# Friction of the base on the plate, soft and hard mark.
DRY, SLIPPERY = (0.25, 0.30), (0.15, 0.20)
CG_USUAL = 0.5
WEIGHT_SIGN = {"down": 1.0, "wall": 0.0, "overhead": -1.0}


def _reason(columns: Columns) -> Why:
    base = columns.magnet
    assert base is not None
    if columns.magnetic == "no":
        return Why.NOT_MAGNETIC
    if columns.thinnest_plate_mm < THINNEST_MM:
        return Why.TOO_THIN
    if base.gap_mm is None and base.surface == "intumescent":
        return Why.COATED
    if base.orientation != "down" and not base.strap:
        return Why.NO_STRAP
    return Why.NONE


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Thrust against the first gap (soft) and the least of half again that, tipping and lifting (hard); torque, breakthrough
    included, against sliding round."""
    base = columns.magnet
    if base is None:
        return unknown("machine.magnet")
    reason = _reason(columns)
    if reason:
        return Judgement(reason=reason)
    if columns.magnetic == "partly":
        return unknown("machine.magnet.pull_n")
    pull = pull_of(columns)
    return worst(lifting(columns, loads, pull), sliding(columns, loads, pull))


def pull_of(columns: Columns) -> Column:
    """What the magnet pulls with on this plate, N."""
    base = columns.magnet
    assert base is not None
    gap = surface(base.surface).gap_mm if base.gap_mm is None else base.gap_mm
    return statics.pull_n(
        rated_pull_n=base.pull_n,
        thickness_share=statics.thickness_share(thickness_mm=columns.thinnest_plate_mm, rated_thickness_mm=base.rated_thickness_mm),
        gap_share=statics.gap_share(gap_mm=gap),
        contact_share=base.contact_share,
    )


def lifting(columns: Columns, loads: Loads, pull: Column) -> Judgement:
    """Thrust against the first gap and what lifts or tips it."""
    base = columns.magnet
    assert base is not None
    weight = base.weight_kg * statics.G_M_S2 * WEIGHT_SIGN[base.orientation]
    gravity_mm = base.length_mm * CG_USUAL if base.cg_from_rear_mm is None else base.cg_from_rear_mm
    moment = weight * gravity_mm
    if base.orientation == "wall":
        # On a wall the weight peels the base off; its centre is taken half a base length out from the wall.
        moment = -base.weight_kg * statics.G_M_S2 * base.length_mm * CG_USUAL
    first = statics.first_gap_n(holding_n=most(pull + weight, 0.0), length_mm=base.length_mm, overhang_mm=base.overhang_mm)
    tips = statics.tip_n(pull_n=pull, length_mm=base.length_mm, overhang_mm=base.overhang_mm, weight_moment_nmm=moment)
    hard = most(statics.hard_mark_n(first, tips, pull + weight), 0.0)
    # A plate this thin is never more than tight, whatever the figures say.
    soft = first if columns.thinnest_plate_mm >= DOUBTFUL_MM else 0.0
    return Judgement(demand=loads.thrust_n, soft=mark(base=soft, share=1.0), hard=hard, unit="N", part="lifts")


def sliding(columns: Columns, loads: Loads, pull: Column) -> Judgement:
    """Torque against what slides it round."""
    base = columns.magnet
    assert base is not None
    weight = base.weight_kg * statics.G_M_S2
    normal = pull - loads.thrust_n.middle + weight * WEIGHT_SIGN[base.orientation]
    marks = [
        statics.slip_torque_nm(
            friction=friction,
            normal_n=normal,
            sideways_n=weight if base.orientation == "wall" else 0.0,
            mean_radius_mm=statics.mean_radius_mm(base.length_mm, base.width_mm),
        )
        for friction in (SLIPPERY if surface(base.surface).slippery else DRY)
    ]
    return Judgement(demand=loads.surge_torque_nm, soft=marks[0], hard=marks[1], unit="N·m", part="slides")


def applies(columns: Columns) -> str | None:
    """Only a magnetic drill stands by a magnet."""
    return None if columns.machine_kind.on_a_magnet else "no magnet holds this machine"


LIMIT = Limit(
    id="magnet",
    failure="the magnet lifts, tips or slides",
    thing="magnet",
    question="Is the magnet really holding?",
    reads=(
        "machine.magnet.pull_n",
        "machine.magnet.rated_thickness_mm",
        "machine.magnet.length_mm",
        "machine.magnet.width_mm",
        "machine.magnet.overhang_mm",
        "machine.magnet.weight_kg",
        "machine.magnet.cg_from_rear_mm",
        "machine.magnet.surface",
        "machine.magnet.gap_mm",
        "machine.magnet.orientation",
        "machine.magnet.strap",
        "machine.magnet.contact_share",
        "hole.plate_thickness_mm",
        "material.magnetic",
        "setting.feed_mm_rev",
    ),
    eased_by=("less-feed", "lean-lighter", "other-family", "clean-plate", "thick-plate", "strap"),
    judge=judge,
    applies=applies,
    stands_on=("thrust", "torque"),
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.NOT_MAGNETIC: Reason(CANNOT, "a magnet does not hold on this metal at all: clamp the machine down, or use another"),
            Why.TOO_THIN: Reason(CANNOT, "{plate_mm:.3g} mm is too thin for a magnet: clamp a thick plate under it"),
            Why.COATED: Reason(GIVES_WAY, "intumescent coating keeps the magnet off the steel: scrape it off under the base"),
            Why.NO_STRAP: Reason(
                GIVES_WAY, "on a wall or overhead the strap is never optional: strap it to the steel before the power goes on"
            ),
        }
    ),
)
