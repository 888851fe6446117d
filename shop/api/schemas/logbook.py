"""The log: a cut in a line and whole, what was learnt, an edge of the crib."""

from typing import Any

from ninja import Schema

from bore.answers.check import Band
from bore.answers.cut import CutReading
from bore.answers.edge import EdgeForecast
from bore.answers.log import LogTold, MovedAnswer
from bore.limits.judgement import Verdict


class CutLine(Schema):
    """A cut in a line of the book; `edge` counts the edges its cutter had been given."""

    id: str
    rev: int
    name: str
    at: str
    by: str
    changed_by: str
    machine: str
    metal: str
    family: str
    diameter_mm: float
    depth_mm: float
    cutter: str | None
    edge: int
    letter: str
    hole_no: int
    holes: int
    outcome: str
    seen: list[str]
    size: dict[str, Any]
    note: str
    taken: bool
    confirmed: bool
    verdict: Verdict
    readings: list[CutReading]
    brought: bool
    demo: bool


class CutWhole(CutLine):
    """One cut's story: what was asked and what had been said of it."""

    case: dict[str, Any]
    said: dict[str, Band]
    time_s: float | None
    plan: str | None
    part: str | None
    step: int | None
    core_version: str
    revision: int


class CutList(Schema):
    """A page of the book."""

    count: int
    page: int
    of_a_page: int
    cuts: list[CutLine]


class LogChoices(Schema):
    """What the book can be filtered by, the commonest first."""

    machine_name: list[str]
    metal: list[str]
    family: list[str]


class FigureWords(Schema):
    """A figure a reading is noted with."""

    name: str
    words: str
    unit: str
    needed: bool


class ReadingWords(Schema):
    """A way of reading a cut; `by_hand`: only where a hand feeds."""

    kind: str
    words: str
    by_hand: bool
    figures: list[FigureWords]


class LogWords(Schema):
    """What the log's names are in words."""

    outcomes: dict[str, str]
    readings: list[ReadingWords]
    symptoms: dict[str, str]
    edges: dict[str, str]


class CutNamed(Schema):
    """A cut by its name."""

    name: str
    at: str
    by: str


class LogState(Schema):
    """What the log says of itself."""

    used: bool
    cuts: int
    told: dict[str, LogTold]
    asked: dict[str, CutNamed]
    choices: LogChoices
    words: LogWords


class MovedWhole(Schema):
    """What moved a check, and the cuts by their ids."""

    quantities: dict[str, MovedAnswer]
    cuts: dict[str, CutNamed]


class EdgeNote(Schema):
    """Something that happened to an edge."""

    kind: str
    at: str
    by: str
    ground_by: str
    note: str


class EdgeState(Schema):
    """A cutter's edge: what it has done since it was given it, and what the ones before it did."""

    cutter: str
    name: str
    edge: int
    since: str | None
    holes: int
    metres: float
    minutes: float
    forecast: EdgeForecast | None
    edges_before_m: list[float]
    events: list[EdgeNote]
