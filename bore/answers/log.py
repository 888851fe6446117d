"""What a log says of itself: how honest its bands have been, what is to be asked about, whether readings drift; and what moved one check."""

from collections.abc import Mapping, Sequence
from typing import Any

from bore.answers.calibration import AskedAnswer, DriftAnswer, HonestyAnswer, drift_words, honesty_answer
from bore.answers.foretold import bands_of, bare_check, said_of, worth_a_word
from bore.answers.shape import number, shaped
from bore.base.immutable import outgoing
from bore.cuts.doubts import asked, drift, foreseen
from bore.cuts.learning import Fit, learn
from bore.cuts.logged import LoggedCut, Next
from bore.cuts.of import of_job, used_of
from bore.cuts.posterior import fitted

# Cuts that move a check are told of, those that move it most first.
MOST_TOLD = 12


@outgoing
class LogTold:
    """Of one quantity: how many cuts were learnt from, those to ask about, a drift, how honest the bands of the day have been."""

    cuts: int
    asked: list[AskedAnswer]
    drift: DriftAnswer | None
    statistics: HonestyAnswer


@outgoing
class MovedBy:
    """A cut that moves a check: measured over predicted, what it counts, and the factor without it."""

    id: str
    ratio: float
    weight: float
    factor_without: float


@outgoing
class MovedAnswer:
    """What the log makes of one quantity of a check, and the cuts that move it most."""

    factor: float
    spread_left: float
    capped: bool
    cuts: list[MovedBy]


def told_of(found: Fit) -> LogTold:
    """What fitted cuts say of themselves."""
    seen = foreseen(found)
    drifted = drift(seen)
    return LogTold(
        cuts=len(found.cuts),
        asked=[shaped(AskedAnswer, one) for one in asked(found)],
        drift=None if drifted is None else drift_words(drifted),
        statistics=honesty_answer(seen),
    )


def moved_answer(case: dict[str, Any], cuts: Mapping[str, Sequence[LoggedCut]]) -> dict[str, MovedAnswer]:
    """What moved a case's check, by quantity. Raises BadInput naming the field."""
    bare = bare_check(case)
    bands = bands_of(bare)
    found = {}
    for quantity, some in cuts.items():
        fits = fitted(quantity, some)
        if fits is not None and quantity in bands:
            job = Next(of_job(bare.job), said_of(bands[quantity]), used_of(bare.job))
            found[quantity] = _moved(fits, job)
    return {quantity: one for quantity, one in found.items() if worth_a_word(one.factor, one.spread_left)}


def _moved(fits: Fit, job: Next) -> MovedAnswer:
    says = learn(fits, job)
    ranked = sorted(says.cuts, key=lambda one: -abs(one.factor_without - says.factor))
    return MovedAnswer(
        factor=number(says.factor),
        spread_left=number(says.spread_left),
        capped=says.capped,
        cuts=[
            MovedBy(id=one.id, ratio=number(one.ratio), weight=number(one.weight), factor_without=number(one.factor_without))
            for one in ranked[:MOST_TOLD]
        ],
    )
