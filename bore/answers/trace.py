"""A recorded trace, as an answer: the holes it holds, each beside what was said of its load, and what is amiss."""

import math
from typing import Any

import numpy as np

from bore.answers.shape import number, plain
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.base.plain import figure, known_fields, listed
from bore.case.read import read_case
from bore.check.check import check
from bore.cuts.trace import Expected, Hole, Trace, alarms, watch
from bore.job.job import Job
from bore.machines.kinds import drive
from bore.mechanics import spindle
from bore.pictures.log import bore_log
from bore.quantities.calibrations import NINETY

FIELDS = ("case", "trace", "sd", "factor", "gaps")
COLUMNS = ("t_s", "load_percent", "rpm", "feed_mm_s", "z_mm", "x_mm", "tool")
MOST_SAMPLES, LEAST_SAMPLES, MOST_GAPS = 200_000, 8, 200
MOST, USUAL_SD = 1e7, 0.10
# A hole is drawn with so many samples.
DRAWN = 160


@outgoing
class TraceHole:
    """One hole: when, in how many pecks, how deep, its median load as read, that over idling against what was said; what is
    amiss, by name and in words; some of its samples."""

    hole: int
    start_s: float
    end_s: float
    pecks: int
    depth_mm: float
    load_median: float
    ratio: float | None
    alarms: list[str]
    says: list[str]
    depths_mm: list[float]
    loads_percent: list[float]


@outgoing
class TraceBand:
    """What is said of the load as read, along the depth: its middle, and where nine in ten holes lie."""

    depth_mm: list[float]
    low_percent: list[float]
    middle_percent: list[float]
    high_percent: list[float]


@outgoing
class TraceAnswer:
    """A trace told apart."""

    idle: float
    sigma: float
    holes: list[TraceHole]
    alarms: list[tuple[int, str]]
    band: TraceBand


def trace_answer(data: Any) -> TraceAnswer:
    """The holes of a trace, held against a case. Raises BadInput naming the field."""
    known_fields(data, FIELDS, whole="trace")
    if not isinstance(data.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    job = read_case(data["case"])
    sd = figure(data.get("sd", USUAL_SD), "sd", 0.01, 1)
    expected = _expected(job, figure(data.get("factor", 1.0), "factor", 0.2, 5), sd)
    trace = _trace(data.get("trace"), data.get("gaps"))
    found = watch(trace, expected)
    middle = expected.load_percent * expected.factor
    spread = float(np.exp(NINETY * sd))
    return TraceAnswer(
        idle=number(found.idle),
        sigma=number(found.sigma),
        holes=[_hole(one) for one in found.holes],
        alarms=[(one.hole, alarm) for one in found.holes for alarm in one.alarms],
        band=TraceBand(
            depth_mm=plain(expected.depth_mm.tolist()),
            low_percent=plain((found.idle + middle / spread).tolist()),
            middle_percent=plain((found.idle + middle).tolist()),
            high_percent=plain((found.idle + middle * spread).tolist()),
        ),
    )


def _hole(one: Hole) -> TraceHole:
    """A hole with as many of its samples as can be drawn."""
    every = slice(None, None, max(1, math.ceil(one.loads.size / DRAWN)))
    return TraceHole(
        hole=one.hole,
        start_s=number(one.start_s),
        end_s=number(one.end_s),
        pecks=one.pecks,
        depth_mm=number(one.depth_mm),
        load_median=number(one.load_median),
        ratio=number(one.ratio),
        alarms=list(one.alarms),
        says=[alarms()[alarm].words for alarm in one.alarms],
        depths_mm=plain(one.depths_mm[every].tolist()),
        loads_percent=plain(one.loads[every].tolist()),
    )


def _expected(job: Job, factor: float, sd: float) -> Expected:
    """What is said of the load meter along the depth: `100 · P / (P_rated · η)`, at the rating of this speed."""
    found = check(job, recorded=False)
    feed = found.kinematics.feed_rate_mm_min
    if feed is None:
        raise BadInput.at("case.setting", "does not bite: there is no load to hold a trace against")
    picture, machine = bore_log(job), job.machine.spindle
    rating = float(spindle.stage_power_kw(machine, job.setting.speed_rpm)) * drive(machine.drive).meter_reaches
    load = np.broadcast_to(100 * np.asarray(picture.tracks["power_kw"].middle, dtype=np.float64) / rating, picture.depth_mm.shape)
    end = float(picture.depth_mm[-1])
    return Expected(picture.depth_mm, load, feed / 60, job.setting.speed_rpm, end, job.setting.pecks.kind != "none", factor, sd)


def _trace(data: Any, gaps: Any) -> Trace:
    known_fields(data, COLUMNS, "trace")
    t_s = _column(data, "t_s", None)
    if t_s is None or t_s.size < LEAST_SAMPLES:
        raise BadInput.at("trace.t_s", f"is needed: {LEAST_SAMPLES} to {MOST_SAMPLES} moments, s")
    if not bool(np.all(np.diff(t_s) > 0)):
        raise BadInput.at("trace.t_s", "accepted: each moment later than the one before")
    load = _column(data, "load_percent", t_s.size)
    if load is None:
        raise BadInput.at("trace.load_percent", "is needed: a load for each moment, %")
    rest = {name: _column(data, name, t_s.size) for name in ("rpm", "feed_mm_s", "z_mm", "x_mm", "tool")}
    found = [_gap(one, f"gaps[{place}]") for place, one in enumerate(listed(gaps, "gaps", MOST_GAPS))]
    return Trace(t_s, load, **rest, gaps=tuple(found))


def _column(data: dict[str, Any], name: str, count: int | None) -> Any:
    values = data.get(name)
    if values is None:
        return None
    at = f"trace.{name}"
    if not isinstance(values, list) or len(values) > MOST_SAMPLES or (count is not None and len(values) != count):
        raise BadInput.at(at, f"accepted: a list of {count if count is not None else f'at most {MOST_SAMPLES}'} figures, one a moment")
    for place, value in enumerate(values):
        if isinstance(value, bool) or not isinstance(value, int | float) or not -MOST <= value <= MOST:
            raise BadInput.at(f"{at}[{place}]", f"accepted: {-MOST:g} to {MOST:g}")
    return np.array(values, dtype=np.float64)


def _gap(value: Any, at: str) -> tuple[float, float]:
    if not isinstance(value, list) or len(value) != 2:
        raise BadInput.at(at, "accepted: from and to, s")
    return figure(value[0], at, -MOST, MOST), figure(value[1], at, -MOST, MOST)
