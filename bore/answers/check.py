"""A check as data: the one answer every door gives. Names are stable; fields may be added."""

import re
from typing import Any

from bore.advice.cautions import cautions_for
from bore.advice.remarks import remarks_for
from bore.advice.symptoms import Symptom, symptoms_for
from bore.answers.words import fill_reason, needs_in_words
from bore.base.formula import Step
from bore.base.sources import source
from bore.case.fields import all_fields
from bore.check.book_values import Book, book_of
from bore.check.check import Check
from bore.job.assumption import Assumption
from bore.job.pecks import Schedule, schedules
from bore.limits import ALL_LIMITS
from bore.limits.judgement import MOST_USE, NOT_APPLICABLE, VERDICTS, Judgement, Limit, use_of
from bore.limits.said import figure_of, in_short, said
from bore.loads.loads import ALL_SCHOOLS, SchoolLoad
from bore.quantities.bands import Band
from bore.quantities.units import NM_RPM_PER_KW

# The parts of the working that are not one limit's own.
SCOPES = ("torque", "thrust", "power", "surge", "book-feed", "book-speed", "hand", "kinematics")


def number(value: Any) -> float | None:
    """A figure for the answer: six significant digits."""
    return None if value is None else float(f"{value:.6g}")


def _band(band: Band) -> dict[str, float | None]:
    return {"low": number(band.low), "middle": number(band.middle), "high": number(band.high)}


def _value(value: Any) -> Any:
    kind = type(value)
    if kind is float:
        return float(f"{value:.6g}")
    if kind is bool or kind is str or value is None:
        return value
    return [number(item) for item in value] if kind in (list, tuple) else number(value)


def step_as_data(step: Step) -> dict[str, Any]:
    """One line of working: formula, values put in by name, result, unit, source."""
    values = {name: _value(value) for name, value in step.values.items()}
    return {
        "name": step.formula.name,
        "expression": step.formula.expression,
        "values": values,
        "result": _value(step.result),
        "unit": step.formula.unit,
        "source": step.formula.source,
    }


def _school(load: SchoolLoad, power_per_nm: float) -> dict[str, Any]:
    torque = number(load.torque_nm)
    return {
        "feed_mm_rev": number(load.feed_mm_rev),
        "torque_nm": torque,
        "thrust_n": number(load.thrust_n),
        "power_kw": None if torque is None else number(torque * power_per_nm),
        "why_not": load.why_not,
        "bound": load.bound,
    }


def _demand(check: Check) -> dict[str, Any]:
    loads = check.result.loads
    per_nm = float(check.columns.speed_rpm) / NM_RPM_PER_KW
    return {
        "torque_nm": _band(loads.torque_nm),
        "thrust_n": _band(loads.thrust_n),
        "power_kw": _band(loads.power_kw),
        "breakthrough_torque_nm": _band(loads.surge_torque_nm),
        "released_thrust_n": number(loads.release_n),
        "schools": {name: _school(load, per_nm) for name, load in loads.schools.items()},
        "names": {school.ID: school.NAME for school in ALL_SCHOOLS},
    }


def _silent_limit(limit: Limit, why: str) -> dict[str, Any]:
    return {
        "id": limit.id,
        "failure": limit.failure,
        "question": limit.question,
        "applies": False,
        "verdict": None,
        "soft": None,
        "capacity": None,
        "unit": None,
        "demand": None,
        "utilisation": None,
        "figure": None,
        "said": None,
        "in_short": None,
        "part": None,
        "reason": why,
        "needs": [],
        "eased_by": list(limit.eased_by),
        "stands_on": [],
    }


def _limit(check: Check, limit: Limit) -> dict[str, Any]:
    found = check.finding(limit.id)
    judgement = found.judgement
    if found.verdict == NOT_APPLICABLE or judgement is None:
        return _silent_limit(limit, found.why_not or "")
    banded = judgement.demand is not None and not judgement.reason
    return {
        "id": limit.id,
        "failure": limit.failure,
        "question": limit.question,
        "applies": True,
        "verdict": VERDICTS[int(found.verdict)],
        "soft": number(judgement.soft) if banded else None,
        "capacity": number(judgement.hard) if banded else None,
        "unit": judgement.unit if banded else None,
        "demand": _band(judgement.demand) if banded and judgement.demand else None,
        "utilisation": _utilisation(judgement) if banded else None,
        **_told(judgement, int(found.verdict), limit.floor),
        "part": judgement.part or None,
        "reason": _reason(check, limit, judgement),
        "needs": [{"field": name, "words": needs_in_words(name)} for name in judgement.needs],
        "eased_by": list(limit.eased_by),
        "stands_on": list(limit.stands_on),
    }


def _told(judgement: Judgement, verdict: int, floor: bool) -> dict[str, Any]:
    """A verdict's figure, only what it has of it; the words with it; and the figure in short."""
    figure = figure_of(judgement, verdict)
    parts = (
        {} if figure is None else {name: number(getattr(figure, name)) for name in figure.__slots__ if getattr(figure, name) is not None}
    )
    return {
        "figure": parts or None,
        "said": said(judgement, verdict, floor),
        "in_short": None if figure is None else in_short(figure, floor),
    }


def _utilisation(judgement: Judgement) -> float | None:
    assert judgement.demand is not None
    return number(min(judgement.demand.middle / judgement.hard, MOST_USE)) if judgement.hard else number(use_of(judgement))


def _reason(check: Check, limit: Limit, judgement: Judgement) -> str | None:
    if not judgement.reason:
        return None
    surge = float(check.result.loads.surge_torque_nm.middle)
    return fill_reason(limit.reasons[int(judgement.reason)].words, check.job, check.columns, surge) or None


def _book(book: Book) -> dict[str, Any]:
    speeds = None if book.speed_rpm is None else {"low": number(book.speed_rpm[0]), "high": number(book.speed_rpm[1])}
    return {"speed_rpm": speeds, "feed_mm_rev": number(book.feed_mm_rev), "hand_force_n": number(book.hand_force_n)}


def _setting(check: Check) -> dict[str, Any]:
    feed = check.result.loads.feed_mm_rev if check.bites else None
    return {
        "speed_rpm": number(check.columns.speed_rpm),
        "feed_mm_rev": number(feed),
        "feed_rate_mm_min": number(check.kinematics.feed_rate_mm_min),
        "hand_force_n": number(check.columns.hand_force_n),
    }


def answer(check: Check) -> dict[str, Any]:
    """The answer to a check as plain data, with the working of every figure beside it."""
    found, told = plain_answer(check), working(check)
    for limit in found["limits"]:
        limit["working"] = told["limits"][limit["id"]]
    return found | {"working": told["scopes"]}


def working(check: Check) -> dict[str, Any]:
    """The working of a recorded check: of each limit, and of the parts that are not one limit's own."""

    def steps(scope: str) -> list[dict[str, Any]]:
        return [step_as_data(step) for step in check.record.of(scope)]

    return {"limits": {limit.id: steps(limit.id) for limit in ALL_LIMITS}, "scopes": {scope: steps(scope) for scope in SCOPES}}


def plain_answer(check: Check) -> dict[str, Any]:
    """The answer to a check without its working, which is asked for when it is opened."""
    limits = {limit.id: _limit(check, limit) for limit in ALL_LIMITS}
    motion = check.kinematics
    return {
        "verdict": VERDICTS[int(check.result.verdict)],
        "figure": limits[check.tightest]["figure"],
        "said": limits[check.tightest]["said"],
        "tightest": check.tightest,
        "first_to_give": check.first_to_give,
        "unknown": check.unknown,
        "setting": _setting(check),
        "kinematics": {name: number(getattr(motion, name)) for name in motion.__slots__},
        "demand": _demand(check),
        "limits": [limits[name] for name in check.ranked],
        "book": _book(book_of(check.columns)),
        "assumed": [assumed_as_data(one) for one in check.job.assumed],
        "remarks": remarks_for(check),
        "cautions": cautions_for(check.job),
        "depth": {name: number(getattr(check.depths, name)) for name in check.depths.__slots__},
        "pecks": [_schedule(schedule) for schedule in schedules(check.job)],
        "symptoms": [_symptom(symptom) for symptom in symptoms_for(check)],
    }


def _schedule(schedule: Schedule) -> dict[str, Any]:
    school = schedule.school
    return {
        "id": school.id,
        "words": school.words,
        "depths_mm": [number(depth) for depth in schedule.depths_mm],
        "source": source(school.source).title,
    }


def _symptom(symptom: Symptom) -> dict[str, Any]:
    return {name: getattr(symptom, name) for name in symptom.__slots__}


def assumed_as_data(one: Assumption) -> dict[str, Any]:
    """A default that was used, as data."""
    return {"field": one.field, "words": field_words(one.field), "value": _assumed(one.value), "why": one.why}


def _assumed(value: Any) -> Any:
    return value if isinstance(value, dict) else _value(value)


def field_words(path: str) -> str:
    """What a field is, in words; list positions do not matter."""
    entry = all_fields().get(re.sub(r"\[\d+\]", "[]", path))
    return entry.words if entry else path
