"""What logged cuts say of the next one, as an answer: factor and spread for torque and thrust, each cut's part, what is doubtful."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.base.plain import figure, known_fields, listed, plain_text
from bore.case.read import read_case
from bore.check.check import check
from bore.cuts.columns import Prior
from bore.cuts.doubts import Drift, asked, drift, statistics
from bore.cuts.kinds import reading_kind
from bore.cuts.learning import Fit, Learnt, fit, learn
from bore.cuts.logged import LoggedCut, Measured, Next, Of, Said
from bore.cuts.readings import read_reading

Data = dict[str, Any]
# The quantities there are; a power says what torque says, at one speed.
TORQUE, THRUST, POWER = "torque", "thrust", "power"
LEARNT = (TORQUE, THRUST)
OF = ("group", "metal", "family", "substrate", "cutter", "edge", "machine", "diameter_mm")
JOB = ("of", "predicted", "used", "kind", "case")
CUT = ("id", "of", "predicted", "used", "age_years", "taken", "confirmed", "readings", "case")
READING = ("quantity", "kind", "value", "own")
# How much of an edge's life is gone by the word for it (sharp 1, used 1.3, dull 1.5 times the force: common practice).
USED_BY_WORD = {"sharp": 0.0, "used": 0.5, "dull": 0.85}
MOST_CUTS, MOST_READINGS, MOST_ROWS = 2000, 12, 600
MOST_FIGURE, MOST_USED, MOST_YEARS = 1e9, 2.0, 100.0
# A prediction narrower than this half-width is not one.
NARROWEST = 0.02


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadingAnswer:
    """A reading in N·m, N or kW, its own scatter and its meter's fault in logarithms; or why it says nothing."""

    quantity: str
    value: float | None
    own: float
    meter: float
    refused: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class AtTheMeter:
    """The next reading of a meter: its factor, and the half-width of its 90 % band in logarithms."""

    factor: float
    half_width: float


@dataclass(frozen=True, slots=True, kw_only=True)
class WithoutIt:
    """What would be said without one cut."""

    factor: float
    spread_left: float


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPart:
    """One cut: measured over predicted, what it counts for, how far it stands from the others, and what would be without it."""

    id: str
    ratio: float
    weight: float
    t: float
    without: WithoutIt


@dataclass(frozen=True, slots=True, kw_only=True)
class AskedAnswer:
    """A cut to ask about: in which other unit it would fit; none where it is merely far off."""

    id: str
    fits: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class DriftAnswer:
    """Since which cut readings lie high or low."""

    since: str
    direction: str
    words: str


@dataclass(frozen=True, slots=True, kw_only=True)
class HonestyAnswer:
    """Without hindsight: how many readings, the share inside the band of the day, its half-width by tens, tenths of what was foreseen."""

    count: int
    inside: float | None
    half_widths: list[float]
    tenths: list[int]


@dataclass(frozen=True, slots=True, kw_only=True)
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
    known_fields(data, ("job", "cuts"), whole="calibrate")
    job = _job(data.get("job"))
    cuts = [_cut(row, f"cuts[{k}]") for k, row in enumerate(listed(data.get("cuts"), "cuts", MOST_CUTS))]
    names = [cut["id"] for cut in cuts]
    for k, name in enumerate(names):
        if name in names[:k]:
            raise BadInput.at(f"cuts[{k}].id", f"“{name}” stands twice")
    if sum(len(cut["readings"]) for cut in cuts) > MOST_ROWS:
        raise BadInput.at("cuts", f"accepted: at most {MOST_ROWS} readings in all; leave the oldest away")
    wanted = [quantity for quantity in LEARNT if quantity in job["predicted"]]
    if not wanted:
        raise BadInput.at("job.predicted", f"is needed: {' or '.join(LEARNT)}, each with low, middle, high")
    return {quantity: _learnt(quantity, job, cuts) for quantity in wanted}


def _learnt(quantity: str, job: Data, cuts: Sequence[Data]) -> CalibrationAnswer:
    """One quantity: the cuts that were read for it, fitted, and what they say of the job."""
    logged = [found for cut in cuts if cut["taken"] and (found := _logged(cut, quantity)).readings]
    next_cut = Next(job["of"], job["predicted"][quantity], job["used"], job["kind"])
    prior = Prior(quantity, min([next_cut.said.half_width, *(cut.said.half_width for cut in logged)]))
    fitted = fit(logged, prior)
    return _answer(learn(fitted, next_cut, prior), fitted)


def _logged(cut: Data, quantity: str) -> LoggedCut:
    """A cut with its readings of a quantity; powers are set against the predicted power, as readings of torque."""
    readings, said = [], cut["predicted"].get(quantity)
    for of, kind, value, own in cut["readings"]:
        if of == quantity:
            readings.append(Measured(kind, value, own))
        elif of == POWER and quantity == TORQUE:
            power = cut["predicted"][POWER]
            said = said or power
            readings.append(Measured(kind, value / power.middle * said.middle, own))
    return LoggedCut(
        cut["id"], cut["of"], said or Said(1.0, 1.0), tuple(readings), cut["used"], cut["used_guessed"], cut["age_years"], cut["confirmed"]
    )


def _answer(found: Learnt, fitted: Fit) -> CalibrationAnswer:
    drifted = drift(fitted) if fitted.y.size else None
    honest = statistics(fitted)
    return CalibrationAnswer(
        factor=number(found.factor),
        spread_left=number(found.spread_left),
        at_the_meter=AtTheMeter(factor=number(found.meter_factor), half_width=number(found.meter_half_width)),
        honesty=number(found.honesty),
        capped=found.capped,
        asked=[shaped(AskedAnswer, one) for one in asked(fitted)] if fitted.y.size else [],
        drift=None if drifted is None else _drift(drifted),
        statistics=HonestyAnswer(
            count=honest.count,
            inside=number(honest.inside),
            half_widths=[number(one) for one in honest.half_widths],
            tenths=list(honest.tenths),
        ),
        cuts=[
            CutPart(
                id=one.id,
                ratio=number(one.ratio),
                weight=number(one.weight),
                t=number(one.t),
                without=WithoutIt(factor=number(one.factor_without), spread_left=number(one.spread_without)),
            )
            for one in found.cuts
        ],
    )


def _drift(found: Drift) -> DriftAnswer:
    words = f"readings lie {found.direction} since {found.since}: the belt, the meter, or another batch of metal?"
    return DriftAnswer(since=found.since, direction=found.direction, words=words)


def _job(row: Any) -> Data:
    """The cut that is asked about."""
    known_fields(row, JOB, "job")
    used, _ = _used(row.get("used"), "job.used")
    kind = row.get("kind")
    return _what(row, "job") | {"used": used, "kind": None if kind is None else reading_kind(kind, "job.kind").kind}


def _cut(row: Any, at: str) -> Data:
    """A logged cut."""
    known_fields(row, CUT, at)
    used, guessed = _used(row.get("used"), f"{at}.used")
    found = _what(row, at)
    for name in ("taken", "confirmed"):
        if not isinstance(row.get(name, False), bool):
            raise BadInput.at(f"{at}.{name}", "accepted: true or false")
    name = plain_text(row.get("id"), f"{at}.id")
    if not name:
        raise BadInput.at(f"{at}.id", "is needed: a name of its own")
    return found | {
        "id": name,
        "used": used,
        "used_guessed": guessed,
        "age_years": figure(row.get("age_years", 0), f"{at}.age_years", 0, MOST_YEARS),
        "taken": row.get("taken", True),
        "confirmed": row.get("confirmed", False),
        "readings": [
            _reading(one, f"{at}.readings[{k}]", found["predicted"], at)
            for k, one in enumerate(listed(row.get("readings"), f"{at}.readings", MOST_READINGS))
        ],
    }


def _reading(row: Any, at: str, predicted: Data, cut: str) -> tuple[str, str, float, float | None]:
    """One reading, its value in N·m, N or kW."""
    known_fields(row, READING, at)
    kind = reading_kind(row.get("kind"), f"{at}.kind")
    quantity = row.get("quantity", kind.quantity)
    if quantity not in (*LEARNT, POWER):
        raise BadInput.at(f"{at}.quantity", f"accepted: {', '.join((*LEARNT, POWER))}")
    if quantity not in predicted:
        raise BadInput.at(f"{cut}.predicted.{quantity}", "is needed, since the cut was read for it")
    own = row.get("own")
    value = figure(row.get("value"), f"{at}.value", 1e-9, MOST_FIGURE)
    return quantity, kind.kind, value, None if own is None else figure(own, f"{at}.own", 0, 1)


def _used(value: Any, at: str) -> tuple[float, bool]:
    """How much of the edge's life is gone, and whether that is a guess: a word is one, and so is nothing."""
    if value is None:
        return 0.0, False
    if isinstance(value, str) and value in USED_BY_WORD:
        return USED_BY_WORD[value], True
    if isinstance(value, str):
        raise BadInput.at(at, f"accepted: 0 to {MOST_USED:g}, or {', '.join(USED_BY_WORD)}")
    return figure(value, at, 0, MOST_USED), False


def _what(row: Data, at: str) -> Data:
    """What a cut is of and what was predicted for it: said, or worked out from a case."""
    if row.get("case") is not None:
        return _from_case(row["case"], at)
    of = known_fields(row.get("of"), OF, f"{at}.of")
    names = {name: plain_text(of.get(name), f"{at}.of.{name}") for name in OF if name not in ("diameter_mm", "substrate")}
    substrate = plain_text(of.get("substrate"), f"{at}.of.substrate")
    if substrate:
        names["family"] += f"·{substrate}"
    size = of.get("diameter_mm")
    predicted = known_fields(row.get("predicted"), (*LEARNT, POWER), f"{at}.predicted")
    if not predicted:
        raise BadInput.at(f"{at}.predicted", f"is needed: {' or '.join(LEARNT)}, each with low, middle, high")
    return {
        "of": Of(**names, diameter_mm=None if size is None else figure(size, f"{at}.of.diameter_mm", 0.05, 500)),
        "predicted": {name: _said(band, f"{at}.predicted.{name}") for name, band in predicted.items()},
    }


def _said(band: Any, at: str) -> Said:
    known_fields(band, ("low", "middle", "high"), at)
    low, middle, high = (figure(band.get(name), f"{at}.{name}", 1e-9, MOST_FIGURE) for name in ("low", "middle", "high"))
    half = math.log(high / low) / 2 if high >= low else 0.0
    if not low <= middle <= high or half < NARROWEST:
        raise BadInput.at(at, f"accepted: low below middle below high, at least {2 * NARROWEST:.0%} apart")
    return Said(middle, half)


def _from_case(case: Any, at: str) -> Data:
    """A case's own names and its predictions, whatever cuts were logged before."""
    if not isinstance(case, dict):
        raise BadInput.at(f"{at}.case", "accepted: a case as check takes it")
    setting = case.get("setting")
    if isinstance(setting, dict):
        case = case | {"setting": {name: value for name, value in setting.items() if not str(name).startswith(("torque_", "thrust_"))}}
    found = check(read_case(case), recorded=False)
    job, loads = found.job, found.result.loads
    family = f"{job.cutter.kind.id}·{job.cutter.substrate}"
    bands = {TORQUE: loads.torque_nm, THRUST: loads.thrust_n, POWER: loads.power_kw}
    return {
        "of": Of(
            job.material.iso_group,
            job.material.id or job.material.name,
            family,
            f"{family} {job.cutter.diameter_mm:g}",
            "",
            job.machine.name,
            job.cutter.diameter_mm,
        ),
        "predicted": {
            name: Said(float(band.middle), max(math.log(float(band.high) / float(band.low)) / 2, NARROWEST))
            for name, band in bands.items()
            if float(band.low) > 0
        },
    }
