"""A part as it is drawn: its set-ups, and its features, each with a letter, places and its own hole to be planned."""

from dataclasses import field
from typing import Any

from bore.base.immutable import immutable
from bore.job.obstacle import Obstacle

Point = tuple[float, float]
Box = tuple[Point, Point]


@immutable
class Setup:
    """One clamping: its outline, what must not be drilled into under it, what stands in the way; turned over about x or y after the one
    before; what lies behind a hole (as a case's `hole.behind`) and the free room there."""

    id: str
    outline_mm: tuple[Point, ...] = ()
    thickness_mm: float | None = None
    keep_out_mm: tuple[Box, ...] = ()
    obstacles: tuple[Obstacle, ...] = ()
    turned: str | None = None
    behind: str | None = None
    under_mm: float | None = None
    # Where its zero lies, in words, and the word that calls it.
    zero_at: str = ""
    zero_word: str = ""
    holding: dict[str, Any] = field(default_factory=dict)


@immutable
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
    # The height of the face it begins at above the zero's, mm.
    face_mm: float = 0.0
    asked: dict[str, Any] = field(default_factory=dict)


@immutable
class Part:
    """A part: its set-ups in order, its features, what is wanted, and how many of it."""

    name: str
    setups: tuple[Setup, ...]
    features: tuple[Feature, ...]
    want: str
    mark_first: bool
    count: int = 1
