"""Will the torque break the drill?"""

from bore.columns import Columns
from bore.cutters.twist import strength
from bore.elementwise import choose
from bore.limits.judgement import Judgement, Limit, mark
from bore.loads import Loads

# Working share of the breaking torque: sharp and short; deep without pecks, or dull (common practice).
STEADY_SHARES = {"hss": (1 / 2, 1 / 3), "hss-co": (1 / 2, 1 / 3), "carbide": (1 / 2.5, 1 / 3), "carbide-tipped": (1 / 2, 1 / 3)}
DEEP = 5.0


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque against a working share of the breaking torque (soft) and all of it (hard)."""
    easy, careful = STEADY_SHARES[columns.substrate]
    deep = columns.depth_mm > DEEP * columns.diameter_mm
    share = choose(deep, easy if columns.pecked else careful, easy)
    if columns.wear == "dull":
        share = careful
    breaks = strength.breaking_torque_nm(diameter_mm=columns.diameter_mm, strength=strength.TORSION_N_MM2[columns.substrate])
    return Judgement(demand=loads.torque_nm, soft=mark(base=breaks, share=share), hard=breaks, unit="N·m")


LIMIT = Limit(
    id="twist-off",
    failure="twists the drill off",
    question="Will the torque break the drill?",
    reads=("cutter.diameter_mm", "cutter.substrate", "cutter.wear", "hole.depth_mm", "setting.pecks.kind", "setting.feed_mm_rev"),
    eased_by=("less-feed", "sharper", "peck", "pilot", "other-substrate"),
    judge=judge,
    stands_on=("torque",),
)
