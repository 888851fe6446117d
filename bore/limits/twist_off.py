"""Will the torque break the drill?"""

from bore.base.elementwise import choose
from bore.job.columns import Columns
from bore.limits.judgement import Judgement, Limit, mark, worst
from bore.loads.loads import Loads

# Working share of the breaking torque: sharp and short; deep without pecks, or dull (common practice).
STEADY_SHARES = {"hss": (1 / 2, 1 / 3), "hss-co": (1 / 2, 1 / 3), "carbide": (1 / 2.5, 1 / 3), "carbide-tipped": (1 / 2, 1 / 3)}
SURGE_SHARES = {"carbide": 0.7}
SURGE_SHARE = 0.8
DEEP = 5.0


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque, and torque as the point comes through, against a working share of the breaking torque (soft) and all of it (hard)."""
    easy, careful = STEADY_SHARES[columns.substrate]
    deep = columns.depth_mm > DEEP * columns.diameter_mm
    share = choose(deep, careful if columns.pecked == "none" and columns.family.packs else easy, easy)
    if columns.wear == "dull":
        share = careful
    breaks = columns.breaking_torque_nm
    steady = Judgement(demand=loads.torque_nm, soft=mark(base=breaks, share=share), hard=breaks, unit="N·m", part="steady")
    surge_share = SURGE_SHARES.get(columns.substrate, SURGE_SHARE)
    through = Judgement(
        demand=loads.surge_torque_nm, soft=mark(base=breaks, share=surge_share), hard=breaks, unit="N·m", part="breakthrough"
    )
    return worst(steady, through)


LIMIT = Limit(
    id="twist-off",
    failure="the cutter twists off",
    thing="drill",
    question="Will the torque break the drill?",
    reads=(
        "cutter.diameter_mm",
        "cutter.substrate",
        "cutter.wear",
        "hole.depth_mm",
        "setting.pecks.kind",
        "setting.feed_mm_rev",
        "machine.stiffness_n_mm",
    ),
    eased_by=("less-feed", "sharper", "peck", "pilot", "other-substrate"),
    judge=judge,
    stands_on=("torque", "surge"),
)
