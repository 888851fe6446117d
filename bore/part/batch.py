"""Several of one part: each made whole before the next, or each step done on all of them before the next step; whichever is quicker."""

from collections.abc import Sequence

from bore.base.immutable import immutable
from bore.part.interleave import MAGNET_S
from bore.part.solve import TURN_S, Operation

MOST_PARTS = 1000
WAYS = {"parts": "each part whole before the next", "steps": "each step on every part before the next step"}


@immutable(kw_only=True)
class Batch:
    """How many parts, how long for each way of making them, s, each part's clamping counted; and the quicker way, in words."""

    count: int
    whole_parts_s: float
    step_by_step_s: float
    total_s: float
    words: str


def batch(count: int, operations: Sequence[Operation], turn_s: float) -> Batch:
    """Parts one after another: n × (cutting, hand, changes, turning) and n − 1 clampings. Step by step: changes of tool, belt and stop once,
    cutting and hand work and moves of the magnet n times, and every part clamped anew for every step on the machine: n × steps − 1 clampings.
    A clamping takes as long as turning the part over (common practice)."""
    work = sum(one.time_s for one in operations)
    change = sum(one.change.s for one in operations)
    moves = sum(one.change.moves for one in operations) * MAGNET_S
    clampings = sum(one.visits[0].step.cut is not None for one in operations)
    whole = count * (work + change + turn_s) + (count - 1) * TURN_S
    stepwise = whole if count == 1 else count * (work + moves) + max(change - moves, 0.0) + max(count * clampings - 1, 0) * TURN_S
    way = "steps" if stepwise < whole else "parts"
    return Batch(
        count=count,
        whole_parts_s=round(whole, 1),
        step_by_step_s=round(stepwise, 1),
        total_s=round(min(whole, stepwise), 1),
        words="" if count == 1 else WAYS[way],
    )
