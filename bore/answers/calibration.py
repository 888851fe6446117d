"""What logged cuts say of the next one, as an answer: factor and spread for torque and thrust, each cut's part, what is doubtful."""

from collections.abc import Sequence
from typing import Any, Literal

from bore.answers.calibration_request import read_calibration
from bore.answers.shape import number, shaped
from bore.base.immutable import outgoing
from bore.cuts.columns import Prior
from bore.cuts.doubts import Drift, Foreseen, asked, drift, foreseen, statistics
from bore.cuts.learning import CutSays, fit, learn
from bore.cuts.logged import LoggedCut, Next
from bore.cuts.readings import read_reading


@outgoing
class ReadingAnswer:
    """A reading in N·m, N or kW, its own scatter and its meter's fault in logarithms; or why it says nothing."""

    quantity: str
    value: float | None
    own: float
    meter: float
    refused: str | None


@outgoing
class AtTheMeter:
    """The next reading of a meter: its factor, and the half-width of its 90 % band in logarithms."""

    factor: float
    half_width: float


@outgoing
class WithoutIt:
    """What would be said without one cut."""

    factor: float
    spread_left: float


@outgoing
class CutPart:
    """One cut: measured over predicted, what it counts for, how far it stands from the others, and what would be without it."""

    id: str
    ratio: float
    weight: float
    t: float
    without: WithoutIt


@outgoing
class AskedAnswer:
    """A cut to ask about: in which other unit it would fit; none where it is merely far off."""

    id: str
    fits: list[str]


@outgoing
class DriftAnswer:
    """Since which cut readings lie high or low."""

    since: str
    direction: str
    words: str


@outgoing
class ShareAnswer:
    """Of one family, metal, machine or kind of reading (`of`): how many readings, and the share inside the band of the day."""

    of: Literal["family", "metal", "machine", "kind"]
    name: str
    count: int
    inside: float


@outgoing
class HonestyAnswer:
    """Each reading against what was known before it: how many, the share inside the band of the day, its half-width by tens, tenths of what
    was foreseen, and the shares of those with readings enough."""

    count: int
    inside: float | None
    half_widths: list[float]
    tenths: list[int]
    shares: list[ShareAnswer]


def honesty_answer(seen: Foreseen) -> HonestyAnswer:
    """How honest the bands of the day have been."""
    found = statistics(seen)
    return shaped(HonestyAnswer, found, shares=[shaped(ShareAnswer, one) for one in found.shares])


@outgoing
class CalibrationAnswer:
    """What logged cuts make of one quantity's prediction."""

    factor: float
    spread_left: float
    at_the_meter: AtTheMeter
    honesty: float
    capped: bool
    asked: list[AskedAnswer]
    drift: DriftAnswer | None
    statistics: HonestyAnswer
    cuts: list[CutPart]


def reading_answer(data: Any) -> ReadingAnswer:
    """A reading as it was noted, in the core's own units. Raises BadInput naming the field."""
    return shaped(ReadingAnswer, read_reading(data))


def calibration_answer(data: Any) -> dict[str, CalibrationAnswer]:
    """What some cuts say of a job, by quantity. Raises BadInput naming the field."""
    found = read_calibration(data)
    return {quantity: _learnt(quantity, job, found.cuts[quantity]) for quantity, job in found.jobs.items()}


def _learnt(quantity: str, job: Next, cuts: Sequence[LoggedCut]) -> CalibrationAnswer:
    """One quantity: the cuts that were read for it, fitted, and what they say of the job."""
    prior = Prior(quantity, min([job.said.half_width, *(cut.said.half_width for cut in cuts)]))
    fitted = fit(cuts, prior)
    found, seen = learn(fitted, job), foreseen(fitted)
    drifted = drift(seen)
    return CalibrationAnswer(
        factor=number(found.factor),
        spread_left=number(found.spread_left),
        at_the_meter=AtTheMeter(factor=number(found.meter_factor), half_width=number(found.meter_half_width)),
        honesty=number(found.honesty),
        capped=found.capped,
        asked=[shaped(AskedAnswer, one) for one in asked(fitted)],
        drift=None if drifted is None else drift_words(drifted),
        statistics=honesty_answer(seen),
        cuts=[_part(one) for one in found.cuts],
    )


def _part(one: CutSays) -> CutPart:
    return shaped(CutPart, one, without=WithoutIt(factor=number(one.factor_without), spread_left=number(one.spread_without)))


def drift_words(found: Drift) -> DriftAnswer:
    """A drift, with a sentence that asks what it comes of."""
    words = f"readings lie {found.direction} since {found.since}: the belt, the meter, or another batch of metal?"
    return DriftAnswer(since=found.since, direction=found.direction, words=words)
