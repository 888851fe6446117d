"""The shop as its screens draw it: machines drawn up, the crib's drawers, history, people, files."""

from typing import Any, Literal

from ninja import Schema

from shop.api.schemas.check import Answer, Assumed, Problem, Step
from shop.api.schemas.records import CutterRecord

Role = Literal["learner", "machinist", "lead", "admin"]
Standing = Literal["here", "retired", "binned"]


class ChainLink(Schema):
    """A link of the chain from the plate to the spindle."""

    id: str
    words: str
    value: float
    unit: str
    path: str
    assumed: str | None
    steps: list[Step]


class DrawnSpeed(Schema):
    """A speed and what the spindle has at it."""

    name: str
    speed_rpm: float
    power_kw: float
    rated_nm: float
    breakdown_nm: float
    belt_nm: float | None
    steps: list[Step]


class DrawnCurve(Schema):
    """Torque and power at the spindle over speed."""

    name: str
    speed_rpm: list[float]
    torque_nm: list[float]
    power_kw: list[float]


class DrawnTest(Schema):
    """What a scale under the quill said."""

    force_ratio: float
    return_spring_n: float
    spring_measured: bool
    scatter: float


class DrawnHand(Schema):
    """What a hand makes of the lever or wheel."""

    force_ratio: float
    return_spring_n: float
    pulls_n: list[float]
    thrust_n: list[float]
    test: DrawnTest | None
    steps: list[Step]


class DrawnPair(Schema):
    """A pulley pair and the speed it gives."""

    name: str
    motor_pulley_mm: float
    spindle_pulley_mm: float
    idler_in_mm: float | None
    idler_out_mm: float | None
    reduction: float
    measured_rpm: float | None
    speed_rpm: float | None


class DrawnMachine(Schema):
    """A machine drawn up from its record."""

    chain: list[ChainLink]
    speeds: list[DrawnSpeed]
    curves: list[DrawnCurve]
    hand: DrawnHand | None
    train: list[DrawnPair]
    motor_speed_rpm: float
    assumed: list[Assumed]


class RatedDrill(Schema):
    """The largest drill in a metal: on the plate, and worked out."""

    metal: str
    plate_mm: float | None
    computed_mm: float | None
    next_mm: float | None
    why: str


class RatedAnswer(Schema):
    """What a machine drills beside what its plate says."""

    rated: list[RatedDrill]


class PlateReading(Schema):
    """A figure found on a plate."""

    text: str
    field: str
    value: float | str


class PasteAnswer(Schema):
    """What was made of pasted text: readings of a plate, or items of a list, and what was left over."""

    readings: list[PlateReading]
    items: list[dict[str, Any]]
    points: list[list[float]]
    left: str


class Outline(Schema):
    """A cutter as it is drawn to scale."""

    family: str
    diameter_mm: float
    point: str
    point_angle_deg: float
    substrate: str
    body_length_mm: float
    flute_length_mm: float
    shank: str
    shank_diameter_mm: float
    wear: str
    cut_depth_mm: float | None
    edges: int
    pitch_mm: float | None
    step_diameter_mm: float | None


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
