"""The one verdict rule: a demand as a band against two marks."""

from collections.abc import Callable, Mapping
from dataclasses import replace
from enum import IntEnum
from typing import Any, Literal

import numpy as np

from bore.base.elementwise import ARRAY, Column, Mask, is_array
from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.job.columns import Columns
from bore.loads.loads import Loads
from bore.quantities.bands import Band

HOLDS, TIGHT, GIVES_WAY, CANNOT = 0, 1, 2, 3
UNKNOWN, NOT_APPLICABLE = -1, -2
# A verdict outweighs any use of capacity; past this, more makes no difference.
MOST_USE, VERDICT_WEIGHT = 1e5, 1e6
# A mark nearer nought than this is nought; dividing by it says nothing.
LEAST_HARD = 1e-9
# What a verdict is called in every answer.
Verdict = Literal["holds", "tight", "gives-way", "cannot", "unknown"]
VERDICTS: dict[int, Verdict] = {HOLDS: "holds", TIGHT: "tight", GIVES_WAY: "gives-way", CANNOT: "cannot", UNKNOWN: "unknown"}


@immutable
class Judgement:
    """What one limit says. Above `hard` the middle gives way; within `soft` the high side holds; between, it is tight.

    `past_hard` is what passing the hard mark means: gives way, or can't where no setting mends it.
    A `reason` (an index into the limit's reasons) overrides the band; `needs` names what would have to be measured.
    `part` says which of a limit's several checks spoke.
    """

    demand: Band | None = None
    soft: Column = 0.0
    hard: Column = 0.0
    unit: str = ""
    past_hard: Column = GIVES_WAY
    reason: Column = 0
    needs: tuple[str, ...] = ()
    part: str = ""

    @property
    def known(self) -> bool:
        """Whether there was enough to judge by."""
        return not self.needs


@immutable
class Reason:
    """A verdict that is a matter of kind, not of degree, and its words (filled from the job).

    failure: what the limit's failure is called here, where its own word would say something else.
    """

    verdict: int
    words: str
    failure: str = ""


def named(reasons: Mapping[IntEnum, Reason]) -> tuple[Reason, ...]:
    """A limit's reasons at the places of their names, so that many jobs at once may be told by number. Raises ValueError for a name
    that stands elsewhere than its number says."""
    if [int(name) for name in reasons] != list(range(len(reasons))):
        raise ValueError("the reasons of a limit stand in the order of their names")
    return tuple(reasons.values())


@immutable(kw_only=True)
class Limit:
    """One limit: its name as a failure, the machinist's question, what it reads and what eases it.

    `thing` is what gives way, in a word, where there is no room for more. `stands_on` names the parts of the working (torque, thrust,
    power, book feed …) its figures begin from. `floor`: what it asks for is a least that must be there, not a load to be borne.
    """

    id: str
    failure: str
    thing: str
    question: str
    reads: tuple[str, ...]
    eased_by: tuple[str, ...]
    judge: Callable[[Columns, Loads], Judgement]
    applies: Callable[[Columns], str | None] | None = None
    reasons: tuple[Reason, ...] = (Reason(HOLDS, ""),)
    stands_on: tuple[str, ...] = ()
    floor: bool = False


@formula("Mark", "mark = base · share", "", "common-practice")
def mark(*, base: Column, share: Column) -> Column:
    """A soft or hard mark as a share of what there is (the shares are common practice).

    >>> mark(base=100.0, share=0.8)
    80.0
    """
    return base * share


def unknown(*needs: str) -> Judgement:
    """Not enough is known: the fields that would have to be measured."""
    return Judgement(needs=needs)


def share_of(demand: Column, mark: Column) -> Column:
    """A demand over its mark, bounded where the mark is nought."""
    if isinstance(demand, ARRAY) or isinstance(mark, ARRAY):
        return np.minimum(demand / np.maximum(mark, LEAST_HARD), MOST_USE)
    return _share(demand, mark)


def _share(demand: Any, mark: Any) -> float:
    """The same of two figures."""
    share: float = demand / (mark if mark > LEAST_HARD else LEAST_HARD)
    return share if share < MOST_USE else MOST_USE


def by_band(judgement: Judgement) -> tuple[Column, Column]:
    """What the band alone says: holds, tight or past the hard mark; and what ranks limits within a verdict, the same that is said of it:
    past the hard mark how far the middle is, else how much of the soft mark the high side takes."""
    demand = judgement.demand
    if demand is None:
        return HOLDS, 0.0
    past, within, past_hard = demand.middle > judgement.hard, demand.high <= judgement.soft, judgement.past_hard
    if isinstance(past, ARRAY) or isinstance(within, ARRAY) or isinstance(past_hard, ARRAY):
        return _by_bands(judgement, demand, past, within)
    # One hole: the same, without asking of each figure whether it is many.
    if past:
        return past_hard, _share(demand.middle, judgement.hard)
    return (HOLDS if within else TIGHT), _share(demand.high, judgement.soft)


def _by_bands(judgement: Judgement, demand: Band, past: Mask, within: Mask) -> tuple[Column, Column]:
    """The same of many cells. Choosing cell by cell costs more than all the rest: a verdict is reckoned from its marks, as small numbers,
    and where no cell is past its hard mark nothing is chosen."""
    banded: Any = np.subtract(TIGHT, within, dtype=np.int8)
    if not np.any(past):
        return banded, share_of(demand.high, judgement.soft)
    verdict = banded + np.multiply(past, judgement.past_hard - banded, dtype=np.int8)
    return verdict, np.where(past, share_of(demand.middle, judgement.hard), share_of(demand.high, judgement.soft))


def use_of(judgement: Judgement) -> Column:
    """What ranks limits within a verdict, see `by_band`."""
    return by_band(judgement)[1]


def rank(verdict: Column, use: Column) -> Column:
    """Worst highest: by verdict first, then by use."""
    return verdict * VERDICT_WEIGHT + use


def verdict_within(worst: Column) -> Column:
    """The verdict code a rank was made of."""
    parts = worst / VERDICT_WEIGHT
    return parts.astype(np.int8) if isinstance(parts, np.ndarray) else int(parts)


def worst(first: Judgement, *others: Judgement) -> Judgement:
    """The worst of several checks of one limit, cell by cell."""
    for other in others:
        first = _worse(first, other)
    return first


def _worse(first: Judgement, other: Judgement) -> Judgement:
    other_leads: Mask = rank(*by_band(other)) > rank(*by_band(first))
    if not is_array(other_leads):
        return other if other_leads else first
    a, b = first.demand, other.demand
    assert a is not None
    assert b is not None
    band = Band(*(np.where(other_leads, getattr(b, end), getattr(a, end)) for end in ("low", "middle", "high")))
    hardest = first.past_hard if first.past_hard == other.past_hard else np.where(other_leads, other.past_hard, first.past_hard)
    return replace(
        first,
        demand=band,
        soft=np.where(other_leads, other.soft, first.soft),
        hard=np.where(other_leads, other.hard, first.hard),
        past_hard=hardest,
    )


def failure_of(limit: Limit, judgement: Judgement | None) -> str:
    """What a limit's failure is called for what it says here."""
    own = "" if judgement is None or is_array(judgement.reason) else limit.reasons[int(judgement.reason)].failure
    return own or limit.failure
