"""What belongs beside a machine: what was wrong, runs handed over, holes measured."""

from typing import Any, Literal

from ninja import Schema

from bore.answers.diagnosis import DiagnosisAnswer
from bore.cuts.inspection import By, Judged


class TroubleLine(Schema):
    """What was wrong, when and on which machine, and what became of it."""

    id: str
    rev: int
    name: str
    at: str
    by: str
    changed_by: str
    machine: str
    seen: list[str]
    letter: str
    step: int | None
    hole_no: int
    note: str
    helped: Literal["", "yes", "no"]
    brought: bool
    case: dict[str, Any]
    answer: DiagnosisAnswer


class TroubleList(Schema):
    """A page of troubles."""

    count: int
    page: int
    of_a_page: int
    troubles: list[TroubleLine]


class HandOverLine(Schema):
    """A run that was left: where it stands, by whom, with which line; who took it up, where somebody has."""

    id: str
    name: str
    note: str
    by: str
    at: str
    step: int
    hole: int
    taken_by: str | None
    taken_at: str | None


class HandOverWhole(HandOverLine):
    """A run to be taken up."""

    run: dict[str, Any]


class MeasuredPlace(Schema):
    """A hole of a feature: where it stands, what was measured of it, and whether that is within its limits."""

    place: int
    x_mm: float | None
    y_mm: float | None
    size: dict[str, Any]
    judged: Judged | None
    cut: str | None
    at: str | None
    by: str | None


class MeasuredFeature(Schema):
    """A feature's holes, measured."""

    letter: str
    text: str
    judged_by: By
    least_mm: float | None
    most_mm: float | None
    places: list[MeasuredPlace]
