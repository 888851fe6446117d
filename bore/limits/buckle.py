"""Will a slender drill bend and buckle, or a long tube whip?"""

from bore.base.elementwise import Column
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark, worst
from bore.loads.loads import Loads
from bore.mechanics import strength, whip
from bore.quantities.bands import Band

# Euler's end factor: the point free to wander, and located by its hole, punch or bush.
FREE_POINT, LOCATED = 0.25, 2.0
LOOSE_STARTS = ("none",)
E_STEEL, E_CARBIDE = 210_000.0, 600_000.0
FLUTED, TUBE = 0.01, 0.015
SAFE_SHARE = 0.5


def _span_mm(columns: Columns) -> Column:
    """Free length of the drill; of a tube, the span between its supports."""
    if columns.tube_length_mm is None:
        return columns.free_length_mm
    return whip.span_mm(tube_length_mm=columns.tube_length_mm, diameter_mm=columns.diameter_mm, steady_rests=columns.steady_rests)


def buckling(columns: Columns, ends: float) -> tuple[Column, Column]:
    """Half of Euler's load for a kind of ends, and all of it, N."""
    solid_carbide = columns.substrate == "carbide" and columns.family.whole_carbide
    critical = strength.buckling_thrust_n(
        end_factor=ends,
        elasticity_n_mm2=E_CARBIDE if solid_carbide else E_STEEL,
        inertia_share=TUBE if columns.tube_length_mm is not None else FLUTED,
        diameter_mm=columns.diameter_mm,
        free_length_mm=_span_mm(columns),
    )
    return mark(base=critical, share=SAFE_SHARE), critical


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Thrust against Euler's load with the point located; before it is located, the chisel's term alone against a
    free end; for a tube, its speed against the first whirling speed."""
    soft, hard = buckling(columns, LOCATED)
    found = Judgement(demand=loads.thrust_n, soft=soft, hard=hard, unit="N", part="buckles")
    if columns.start_kind in LOOSE_STARTS and not columns.opens_a_hole and columns.family.has_chisel:
        soft, hard = buckling(columns, FREE_POINT)
        found = worst(found, Judgement(demand=Band.exactly(loads.chisel_n), soft=soft, hard=hard, unit="N", part="first touch"))
    if columns.tube_length_mm is not None:
        whirls = whip.whirling_speed_rpm(diameter_mm=columns.diameter_mm, span_mm=_span_mm(columns))
        turning = Judgement(
            demand=Band.exactly(columns.speed_rpm), soft=mark(base=whirls, share=1 / whip.ROOM), hard=whirls, unit="rpm", part="whips"
        )
        found = worst(found, turning)
    return found


LIMIT = Limit(
    id="buckle",
    failure="the cutter bends or whips",
    thing="bending",
    question="Is the drill stiff enough for its length?",
    reads=(
        "cutter.free_length_mm",
        "cutter.diameter_mm",
        "cutter.substrate",
        "hole.start.kind",
        "setting.feed_mm_rev",
        "cutter.tube_length_mm",
        "cutter.steady_rests",
        "setting.speed_rpm",
    ),
    eased_by=("shorter-drill", "spot", "less-feed", "split-point", "steady-rests", "slower"),
    judge=judge,
    stands_on=("thrust",),
)
