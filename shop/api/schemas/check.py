"""What a check answers with, and the errors."""

from typing import Any, Literal

from ninja import Schema

Verdict = Literal["holds", "tight", "gives-way", "cannot", "unknown"]


class Band(Schema):
    """A figure with its doubt."""

    low: float | None
    middle: float | None
    high: float | None


class Problem(Schema):
    """One thing wrong with one field."""

    field: str
    message: str


class Errors(Schema):
    """Why a request was refused."""

    errors: list[Problem]


class Step(Schema):
    """One line of working."""

    name: str
    expression: str
    values: dict[str, Any]
    result: Any
    unit: str
    source: str


class SchoolLoad(Schema):
    """What one school says."""

    feed_mm_rev: float | None
    torque_nm: float | None
    thrust_n: float | None
    power_kw: float | None
    why_not: str | None
    bound: bool


class Demand(Schema):
    """What the cut asks for."""

    torque_nm: Band
    thrust_n: Band
    power_kw: Band
    breakthrough_torque_nm: Band
    released_thrust_n: float
    schools: dict[str, SchoolLoad]
    names: dict[str, str]


class Need(Schema):
    """Something to measure or find out."""

    field: str
    words: str


class LimitFinding(Schema):
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


class SettingAnswer(Schema):
    """The setting as it works out."""

    speed_rpm: float
    feed_mm_rev: float | None
    feed_rate_mm_min: float | None
    hand_force_n: float | None


class KinematicsAnswer(Schema):
    """Speeds, chip and time."""

    cutting_speed_m_min: float
    feed_rate_mm_min: float | None
    removal_cm3_min: float | None
    chip_thickness_mm: float | None
    point_length_mm: float
    cut_time_s: float | None
    peck_time_s: float | None


class SpeedRange(Schema):
    """From and to."""

    low: float
    high: float


class Book(Schema):
    """What the books would set."""

    speed_rpm: SpeedRange | None
    feed_mm_rev: float
    hand_force_n: float | None


class Assumed(Schema):
    """A default that was used."""

    field: str
    words: str
    value: Any
    why: str


class Depth(Schema):
    """Where the stop goes."""

    full_diameter_mm: float
    point_length_mm: float
    beyond_mm: float
    stop_mm: float
    floor_mm: float | None


class PeckSchedule(Schema):
    """One school of pecking, worked out for the hole; the usual one comes first."""

    id: str
    words: str
    depths_mm: list[float]
    source: str


class Symptom(Schema):
    """Something to watch for while it cuts."""

    id: str
    seen: str
    likely: str
    do: str
    because: str | None
    likelihood: float


class Answer(Schema):
    """The answer to a check."""

    verdict: Verdict
    figure: dict[str, float] | None
    said: str | None
    tightest: str
    first_to_give: str | None
    unknown: int
    setting: SettingAnswer
    kinematics: KinematicsAnswer
    demand: Demand
    limits: list[LimitFinding]
    book: Book
    assumed: list[Assumed]
    remarks: list[str]
    cautions: list[str]
    depth: Depth
    pecks: list[PeckSchedule]
    symptoms: list[Symptom]


class WorkingAnswer(Schema):
    """How the figures of a check were worked out: of each limit, and of the parts that are not one limit's own."""

    limits: dict[str, list[Step]]
    scopes: dict[str, list[Step]]
