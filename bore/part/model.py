"""A part as it is drawn: its set-ups, and its features, each with a letter, places and its own hole to be planned."""

from dataclasses import dataclass, field
from typing import Any

from bore.plan.task import Task

Point = tuple[float, float]
Box = tuple[Point, Point]


@dataclass(frozen=True, slots=True)
class Obstacle:
    """Something that stands on the part or beside it: where, mm from the zero, and how high."""

    name: str
    x_mm: Point
    y_mm: Point
    z_mm: float


@dataclass(frozen=True, slots=True)
class Setup:
    """One clamping: its outline, what lies under it where, what stands in the way; turned over about x or y after the one before."""

    id: str
    outline_mm: tuple[Point, ...] = ()
    thickness_mm: float | None = None
    keep_out_mm: tuple[Box, ...] = ()
    obstacles: tuple[Obstacle, ...] = ()
    turned: str | None = None
    holding: dict[str, Any] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Feature:
    """A kind of hole of the part: its letter, where its holes stand (none where that was not said), in which set-up, after which others;
    what its plan is asked for."""

    letter: str
    text: str
    diameter_mm: float
    widest_mm: float
    places_mm: tuple[Point, ...]
    setup: str
    through: bool
    after: tuple[str, ...] = ()
    asked: dict[str, Any] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Part:
    """A part: its set-ups in order, its features, what is wanted."""

    name: str
    setups: tuple[Setup, ...]
    features: tuple[Feature, ...]
    want: str
    mark_first: bool


@dataclass(frozen=True, slots=True)
class Planned:
    """A feature with the rows of steps that may make it: its task and each row, the wish's own first."""

    feature: Feature
    task: Task
    rows: tuple[tuple[Any, ...], ...]
