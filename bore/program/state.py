"""What a simulated controller knows while it runs a program: what holds from block to block, what it has made, and what it has seen."""

import math
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from bore.base.immutable import immutable
from bore.program.arcs import Round
from bore.program.blocks import Block
from bore.program.control import Control

Point = tuple[float, float, float]
SAME_MM = 0.002
# Where an axis that was sent home is taken to stand, mm: out of every tool's way.
HOME_MM = 500.0
START: Point = (0.0, 0.0, 100.0)


@immutable
class Problem:
    """Something wrong in a program, and in which line."""

    line: int
    words: str


@immutable(kw_only=True)
class Modes:
    """What holds at a moment: tool, spindle, feed, plane, zero, offsets, coolant, whether the axes were sent home."""

    tool: int
    speed_rpm: float
    turns: int
    feed: float | None
    per_rev: bool
    inch: bool
    plane: int
    zero: int | None
    length: int | None
    compensation: int
    offset: int | None
    coolant: frozenset[int]
    motion: int
    returns: int
    absolute: bool
    homed: bool
    surface_speed: bool
    clamp_rpm: float | None
    rigid: bool


@immutable
class Move:
    """One move: rapid, feed or dwell; where to; at what speed and feed; how long it takes, s. An arc's centre and whether it runs left about."""

    line: int
    tool: int
    kind: str
    start: Point
    end: Point
    speed_rpm: float
    feed_mm_rev: float | None
    time_s: float
    modes: Modes | None = field(default=None, compare=False)
    arc: tuple[float, float, bool, float] | None = None
    in_cycle: bool = False


@immutable
class Seen:
    """A block as it was obeyed: what held before it and after it, where the tool stood, and the moves it made (their places in the run)."""

    block: Block
    before: Modes
    after: Modes
    at: Point
    first: int
    last: int


@dataclass(slots=True)
class Made:
    """A hole as the program makes it with one tool: where, how deep below the zero, at what depths it was cleared, at what speed and feed."""

    line: int
    tool: int
    x_mm: float
    y_mm: float
    depth_mm: float
    pecks_mm: list[float]
    speed_rpm: float
    feed_mm_rev: float
    cycle: int | None
    around_mm: float = 0.0
    dwell_s: float = 0.0
    # Eased into a hole that was there: nothing is cut yet.
    eased: bool = False


@dataclass(slots=True)
class Run:
    """What a program did: moves, holes, problems, its tools in order, each block as it was obeyed."""

    moves: list[Move] = field(default_factory=list)
    holes: list[Made] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)
    tools: list[int] = field(default_factory=list)
    units: Literal["mm", "in"] = "mm"
    seen: list[Seen] = field(default_factory=list)
    blocks: list[Block] = field(default_factory=list)
    ended: bool = False
    control: Control = field(default_factory=Control)


@dataclass(slots=True)
class State:
    """What holds from block to block."""

    control: Control
    at: Point = START
    scale: float = 1.0
    absolute: bool = True
    per_rev: bool = False
    plane: int = 17
    motion: int = 0
    returns: int = 98
    begin_z: float = 100.0
    level: float | None = None
    bottom: float | None = None
    words: dict[str, float] = field(default_factory=dict)
    tool: int = 0
    waiting: int = 0
    speed_rpm: float = 0.0
    feed: float | None = None
    turns: int = 0
    zero: int | None = None
    length: int | None = None
    compensation: int = 40
    offset: int | None = None
    coolant: frozenset[int] = frozenset()
    home: frozenset[str] = frozenset()
    surface_speed: bool = False
    clamp_rpm: float | None = None
    rigid: bool = False
    deep: dict[tuple[float, float], dict[int, float]] = field(default_factory=dict)
    widths_mm: dict[int, float] = field(default_factory=dict)
    # The last hole of each tool at each place.
    made: dict[tuple[int, tuple[float, float]], Made] = field(default_factory=dict)
    hole: Made | None = None
    ended: bool = False
    open_mm: float = 0.0
    round: Round = field(default_factory=Round)
    # How low it has been since it was last drawn out, mm.
    lowest: float = 0.0
    face_mm: Callable[[float, float], float | None] = lambda x_mm, y_mm: None

    def modes(self) -> Modes:
        """What holds now, as it stands."""
        return Modes(
            tool=self.tool,
            speed_rpm=self.speed_rpm,
            turns=self.turns,
            feed=self.feed,
            per_rev=self.per_rev,
            inch=self.scale != 1.0,
            plane=self.plane,
            zero=self.zero,
            length=self.length,
            compensation=self.compensation,
            offset=self.offset,
            coolant=self.coolant,
            motion=self.motion,
            returns=self.returns,
            absolute=self.absolute,
            homed="Z" in self.home,
            surface_speed=self.surface_speed,
            clamp_rpm=self.clamp_rpm,
            rigid=self.rigid,
        )

    def feed_mm_rev(self) -> float | None:
        """Feed per revolution as it stands; None where feed or speed is missing."""
        if self.feed is None or self.feed <= 0 or self.speed_rpm <= 0:
            return None
        return self.feed if self.per_rev else self.feed / self.speed_rpm

    def face(self, at: Point) -> float:
        """The height of the face at a place, mm; nought where none is said."""
        return self.face_mm(at[0], at[1]) or 0.0

    def known_mm(self, at: Point) -> float:
        """How deep below the zero this tool finds the hole at a place already, mm: what it cut itself, or a tool known to be wider."""
        there, width = self.deep.get(key_of(at), {}), self.widths_mm.get(self.tool, math.inf)
        made = (depth for tool, depth in there.items() if tool == self.tool or self.widths_mm.get(tool, 0.0) > width)
        return max(made, default=self.open_mm - self.face(at))

    def there_mm(self, at: Point) -> float:
        """How deep below the zero the hole at a place is already, mm, whichever tool made it."""
        return max(self.deep.get(key_of(at), {}).values(), default=self.open_mm - self.face(at))


def key_of(at: tuple[float, ...]) -> tuple[float, float]:
    """A place, to the hundredth of a millimetre."""
    return (round(at[0], 2), round(at[1], 2))
