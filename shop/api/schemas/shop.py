"""The shop as its screens draw it: machines drawn up, the crib's drawers, history, people, files."""

from typing import Any, Literal

from ninja import Schema

from bore.answers.check import Answer
from bore.answers.machine import Outline, PlateReading
from shop.api.schemas.errors import Problem
from shop.api.schemas.records import CutterRecord

Role = Literal["learner", "machinist", "lead", "admin"]
Standing = Literal["here", "retired", "binned"]


class PasteAnswer(Schema):
    """What was made of pasted text: readings of a plate, or items of a list, and what was left over."""

    readings: list[PlateReading]
    items: list[dict[str, Any]]
    points: list[list[float]]
    left: str


class Slot(Schema):
    """A place in a drawer: a cutter standing in it, or a gap (no cutter) of a size the set should have."""

    text: str
    diameter_mm: float
    cutter: str | None
    outline: Outline


class Drawer(Schema):
    """A set in its box, or the singles of one place."""

    title: str
    place: str
    is_set: bool
    gaps: int
    slots: list[Slot]


class Crib(Schema):
    """Every drawer of the crib."""

    drawers: list[Drawer]


class SetPreview(Schema):
    """A set read from its name, before it is put in."""

    words: str
    slots: list[Slot]


class PutIn(Schema):
    """Cutters that were put into the crib."""

    cutters: list[CutterRecord]


class PutAway(Schema):
    """How a record stands now, and until when it can be brought back."""

    id: str
    name: str
    standing: Standing
    gone_for_good_at: str | None
    revision: int


class Change(Schema):
    """One field before and after."""

    field: str
    before: Any
    after: Any


class HistoryEntry(Schema):
    """One change of a record."""

    id: int
    when: str
    who: str
    what: str
    changes: list[Change]
    latest: bool


class History(Schema):
    """The changes of a record, newest first."""

    entries: list[HistoryEntry]


class RowFound(Schema):
    """What one row of a file would do, or did."""

    row: int
    kind: str
    slug: str
    name: str
    what: Literal["new", "changed", "same", "wrong"]
    problems: list[Problem]


class Brought(Schema):
    """What a file would do, or did."""

    written: bool
    new: int
    changed: int
    same: int
    wrong: int
    rows: list[RowFound]


class Person(Schema):
    """An account."""

    username: str
    name: str
    role: Role
    active: bool
    last_visit: str | None


class Again(Schema):
    """A kept check answered again, on today's machine and cutter."""

    then: Answer
    then_version: str
    now: Answer
    case: dict[str, Any]
    machine_changed: bool
    cutter_changed: bool
