"""A check as an answer: the one answer every door gives. Names are stable; fields may be added."""

from functools import lru_cache
from typing import Any

from bore.advice.cautions import cautions_for
from bore.advice.remarks import remarks_for
from bore.advice.symptoms import Symptom, symptoms_for
from bore.answers.assumed import Assumed, assumed_of
from bore.answers.foretold import ExperienceAnswer, experience_of
from bore.answers.pecks import PeckSchedule, peck_schedules
from bore.answers.shape import number, plain, shaped, widened
from bore.answers.words import fill_reason, needs_in_words
from bore.base import formula
from bore.base.immutable import outgoing
from bore.check import book_values
from bore.check.check import Check
from bore.check.evaluate import Finding
from bore.limits import ALL_LIMITS, BY_ID
from bore.limits.judgement import MOST_USE, VERDICTS, Judgement, Limit, Verdict, failure_of, use_of
from bore.limits.said import Figure, figure_of, said_both_ways
from bore.loads import loads
from bore.quantities import bands
from bore.quantities.units import NM_RPM_PER_KW

SCHOOL_NAMES = {school.ID: school.NAME for school in loads.ALL_SCHOOLS}
# The parts of the working that are not one limit's own.
SCOPES = ("torque", "thrust", "power", "surge", "drive", "book-feed", "book-speed", "hand", "kinematics")


@outgoing
class Band:
    """A figure with its doubt."""

    low: float | None
    middle: float | None
    high: float | None


@outgoing
class Step:
    """One line of working."""

    name: str
    expression: str
    values: dict[str, Any]
    result: Any
    unit: str
    source: str


@outgoing
class SchoolLoad:
    """What one school says."""

    feed_mm_rev: float | None
    torque_nm: float | None
    thrust_n: float | None
    power_kw: float | None
    why_not: str | None
    bound: bool


@outgoing
class Demand:
    """What the cut asks for."""

    torque_nm: Band
    thrust_n: Band
    power_kw: Band
    breakthrough_torque_nm: Band
    released_thrust_n: float
    schools: dict[str, SchoolLoad]
    names: dict[str, str]


@outgoing
class Need:
    """Something to measure or find out."""

    field: str
    words: str


@outgoing
class LimitFinding:
    """What one limit found."""

    id: str
    failure: str
    question: str
    applies: bool
    verdict: Verdict | None
    soft: float | None
    capacity: float | None
    unit: str | None
    demand: Band | None
    utilisation: float | None
    figure: dict[str, float] | None
    said: str | None
    in_short: str | None
    part: str | None
    reason: str | None
    needs: list[Need]
    eased_by: list[str]
    stands_on: list[str]


@outgoing
class SettingAnswer:
    """The setting as it works out."""

    speed_rpm: float
    feed_mm_rev: float | None
    feed_rate_mm_min: float | None
    hand_force_n: float | None


@outgoing
class KinematicsAnswer:
    """Speeds, chip and time."""

    cutting_speed_m_min: float
    feed_rate_mm_min: float | None
    removal_cm3_min: float | None
    chip_thickness_mm: float | None
    point_length_mm: float
    cut_time_s: float | None
    peck_time_s: float | None


@outgoing
class SpeedRange:
    """From and to."""

    low: float
    high: float


@outgoing
class Book:
    """What the books would set."""

    speed_rpm: SpeedRange | None
    feed_mm_rev: float
    hand_force_n: float | None


@outgoing
class Depth:
    """Where the stop goes."""

    full_diameter_mm: float
    point_length_mm: float
    beyond_mm: float
    stop_mm: float
    floor_mm: float | None
    from_bush_mm: float | None


@outgoing
class Answer:
    """The answer to a check, without its working, which is asked for when it is opened."""

    verdict: Verdict
    figure: dict[str, float] | None
    said: str | None
    tightest: str
    first_to_give: str | None
    unknown: int
    setting: SettingAnswer
    kinematics: KinematicsAnswer
    demand: Demand
    experience: ExperienceAnswer | None
    limits: list[LimitFinding]
    book: Book
    assumed: list[Assumed]
    remarks: list[str]
    cautions: list[str]
    depth: Depth
    pecks: list[PeckSchedule]
    symptoms: list[Symptom]


@outgoing
class WorkingAnswer:
    """How the figures of a check were worked out: of each limit, and of the parts that are not one limit's own."""

    limits: dict[str, list[Step]]
    scopes: dict[str, list[Step]]


@outgoing
class LimitWorked(LimitFinding):
    """What one limit found, with its working."""

    working: list[Step]


@outgoing
class WholeAnswer(Answer):
    """The answer to a check with the working of every figure beside it."""

    limits: list[LimitWorked]  # type: ignore[assignment]
    working: dict[str, list[Step]]


def step_of(step: formula.Step) -> Step:
    """One line of working: formula, values put in by name, result, unit, source."""
    of = step.formula
    values = {name: plain(value) for name, value in step.values.items()}
    return Step(name=of.name, expression=of.expression, values=values, result=plain(step.result), unit=of.unit, source=of.source)


def band_of(found: bands.Band) -> Band:
    """A figure with its doubt."""
    one: Any = found
    return _band(one.low, one.middle, one.high)


@lru_cache(maxsize=1024)
def _band(low: Any, middle: Any, high: Any) -> Band:
    """Half of a check's limits are asked for the same torque or the same thrust."""
    return Band(low=number(low), middle=number(middle), high=number(high))


def _school(load: loads.SchoolLoad, power_per_nm: float) -> SchoolLoad:
    torque = number(load.torque_nm)
    return SchoolLoad(
        feed_mm_rev=number(load.feed_mm_rev),
        torque_nm=torque,
        thrust_n=number(load.thrust_n),
        power_kw=None if torque is None else number(torque * power_per_nm),
        why_not=load.why_not,
        bound=load.bound,
    )


def _demand(check: Check) -> Demand:
    found = check.result.loads
    per_nm = float(check.columns.speed_rpm) / NM_RPM_PER_KW
    return Demand(
        torque_nm=band_of(found.torque_nm),
        thrust_n=band_of(found.thrust_n),
        power_kw=band_of(found.power_kw),
        breakthrough_torque_nm=band_of(found.surge_torque_nm),
        released_thrust_n=number(found.release_n),
        schools={name: _school(load, per_nm) for name, load in found.schools.items()},
        names=dict(SCHOOL_NAMES),
    )


def _limit(check: Check, limit: Limit, found: Finding) -> LimitFinding:
    judgement = found.judgement
    if judgement is None:
        return _not_applicable(limit.id, found.why_not or "")
    verdict, reason = int(found.verdict), judgement.reason
    figure, demand = figure_of(judgement, verdict), None if reason else judgement.demand
    in_words, short = said_both_ways(figure, verdict, limit.floor)
    if demand is None:
        against: dict[str, Any] = UNBANDED
    else:
        against = {
            "soft": number(judgement.soft),
            "capacity": number(judgement.hard),
            "unit": judgement.unit,
            "demand": band_of(demand),
            "utilisation": number(_utilisation(judgement, demand.middle)),
        }
    return LimitFinding(
        id=limit.id,
        failure=failure_of(limit, judgement) if reason else limit.failure,
        question=limit.question,
        applies=True,
        verdict=VERDICTS[verdict],
        **against,
        figure=None if figure is None else _parts(figure),
        said=in_words,
        in_short=short,
        part=judgement.part or None,
        reason=_reason(check, limit, judgement) if reason else None,
        needs=[Need(field=name, words=needs_in_words(name)) for name in judgement.needs] if judgement.needs else [],
        eased_by=list(limit.eased_by),
        stands_on=list(limit.stands_on if check.columns.calibration.at_meter else UNREAD[limit.id]),
    )


# What a limit stands on where the machine's own motor has not been read: not its drive.
UNREAD = {limit.id: tuple(scope for scope in limit.stands_on if scope != "drive") for limit in ALL_LIMITS}
# What a limit has to say whose matter is no figure.
UNBANDED: dict[str, Any] = dict.fromkeys(("soft", "capacity", "unit", "demand", "utilisation"))


@lru_cache(maxsize=1024)
def _not_applicable(limit_id: str, why_not: str) -> LimitFinding:
    """A limit that has nothing to say of this job: the same for every job it has nothing to say of."""
    limit = BY_ID[limit_id]
    silent = UNBANDED | dict.fromkeys(("verdict", "figure", "said", "in_short", "part"))
    return LimitFinding(
        id=limit.id,
        failure=limit.failure,
        question=limit.question,
        applies=False,
        **silent,
        reason=why_not,
        needs=[],
        eased_by=list(limit.eased_by),
        stands_on=[],
    )


def _parts(figure: Figure) -> dict[str, float]:
    """Only what a figure has."""
    if figure.in_hand is not None:
        return {"in_hand": number(figure.in_hand)}
    parts = {"of_soft": figure.of_soft, "of_hard": figure.of_hard}
    return {name: number(value) for name, value in parts.items() if value is not None}


def _utilisation(judgement: Judgement, middle: Any) -> Any:
    """How much of the hard mark the middle takes; where that is nought, what ranks the limit."""
    return min(middle / judgement.hard, MOST_USE) if judgement.hard else use_of(judgement)


def _reason(check: Check, limit: Limit, judgement: Judgement) -> str | None:
    if not judgement.reason:
        return None
    surge = float(check.result.loads.surge_torque_nm.middle)
    return fill_reason(limit.reasons[int(judgement.reason)].words, check.job, check.columns, surge) or None


def why(check: Check) -> str:
    """Why the limit that comes first speaks by its kind, in words; nothing where a figure decides."""
    limit = BY_ID[check.tightest]
    judgement = check.finding(limit.id).judgement
    return (_reason(check, limit, judgement) or "") if judgement else ""


def _book(found: book_values.Book) -> Book:
    speeds = None if found.speed_rpm is None else SpeedRange(low=number(found.speed_rpm[0]), high=number(found.speed_rpm[1]))
    return shaped(Book, found, speed_rpm=speeds)


def _setting(check: Check) -> SettingAnswer:
    feed = check.result.loads.feed_mm_rev if check.bites else None
    return SettingAnswer(
        speed_rpm=number(check.columns.speed_rpm),
        feed_mm_rev=number(feed),
        feed_rate_mm_min=number(check.kinematics.feed_rate_mm_min),
        hand_force_n=number(check.columns.hand_force_n),
    )


def answer(check: Check) -> WholeAnswer:
    """The answer to a check with the working of every figure beside it."""
    found, told = plain_answer(check), working(check)
    limits = [widened(LimitWorked, one, working=told.limits[one.id]) for one in found.limits]
    return widened(WholeAnswer, found, limits=limits, working=told.scopes)


def working(check: Check) -> WorkingAnswer:
    """The working of a recorded check: of each limit, and of the parts that are not one limit's own."""

    def steps(scope: str) -> list[Step]:
        return [step_of(step) for step in check.record.of(scope)]

    return WorkingAnswer(limits={limit.id: steps(limit.id) for limit in ALL_LIMITS}, scopes={scope: steps(scope) for scope in SCOPES})


def plain_answer(check: Check) -> Answer:
    """The answer to a check without its working."""
    limits = {name: _limit(check, BY_ID[name], found) for name, found in check.result.findings.items()}
    leads = limits[check.tightest]
    return Answer(
        verdict=VERDICTS[int(check.result.verdict)],
        figure=leads.figure,
        said=leads.said,
        tightest=check.tightest,
        first_to_give=check.first_to_give,
        unknown=check.unknown,
        setting=_setting(check),
        kinematics=shaped(KinematicsAnswer, check.kinematics),
        demand=_demand(check),
        experience=experience_of(check),
        limits=[limits[name] for name in check.ranked],
        book=_book(book_values.book_of(check.columns)),
        assumed=[assumed_of(one) for one in check.job.assumed],
        remarks=remarks_for(check),
        cautions=cautions_for(check.job),
        depth=shaped(Depth, check.depths),
        pecks=peck_schedules(check.job),
        symptoms=symptoms_for(check),
    )
