"""What a family of cutters is to the rest of the core: one record of its geometry, book figures and rules.

Each family is a folder that builds one `Family`; `registry.py` lists them. Whatever differs between
families is asked of this record, so that schools and limits never name a family.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from pathlib import Path
from types import ModuleType
from typing import TYPE_CHECKING, Any

from bore.elementwise import Column, Mask
from bore.mechanics import kinematics
from bore.sources import rows, source

if TYPE_CHECKING:
    from bore.columns import Columns
    from bore.cutters.cutter import Cutter
    from bore.job import Job

Case = dict[str, Any]
Removal = Callable[["Columns", Column, Column], Column]
Found = Iterator[tuple[str, Any, str]]
Refuse = Callable[[str, str], None]

WARNED, NEVER = "warned", "never"


@dataclass(frozen=True, slots=True)
class BookFeed:
    """The book's feed for a job and the marks above which it crowds the cutter, mm/rev."""

    book_mm_rev: float
    soft_mm_rev: float
    hard_mm_rev: float


@dataclass(frozen=True, slots=True)
class Pair:
    """How a family goes with a kind of machine, and why where it does not go smoothly."""

    how: str
    why: str


@dataclass(frozen=True, slots=True)
class Never:
    """Something the family must not be asked to do: when that is so, how bad it is (2 gives way, 3 can't), the words."""

    when: Callable[["Columns"], Mask]
    verdict: int
    words: str


def ring_removal_mm3_min(columns: "Columns", feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Metal removed by a cutter that takes the ring between its own diameter and what was open before, mm³/min."""
    return kinematics.removal_mm3_min(
        diameter_mm=columns.diameter_mm, start_diameter_mm=columns.start_diameter_mm, feed_mm_rev=feed_mm_rev, speed_rpm=speed_rpm
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Family:
    """One family of cutters.

    compression: how much more than an outside turning tool it squeezes its chip (specific-force school);
    energy_share: share of the table's drilling energy, which has a chisel in it, that it needs;
    friction: torque over cutting torque (guide pads, lands); force_share: thrust over cutting force where it does not
    follow the metal's own ratio (None: it does); packs: whether chips leave by flutes that can pack;
    drills: whether it makes a hole rather than serving one; from_solid: cuts as from solid, whatever hole was there; plunges: fed along its axis; axial_chip: the feed over the
    edges is its chip; removal_mm3_min: metal removed at a feed and a speed; spared: limits that say nothing of it, with why; schools: methods that do not apply, with why, or
    the family's own in their place; bounds: schools that stand for the high side only.
    """

    id: str
    words: str
    substrate: str
    point: str
    compression: float = 1.2
    energy_share: float = 1.0
    friction: float = 1.0
    force_share: float | None = None
    has_chisel: bool = False
    packs: bool = False
    drills: bool = True
    from_solid: bool = False
    may_peck: bool = True
    makes_own_diameter: bool = True
    plunges: bool = True
    axial_chip: bool = True
    chip_room: tuple[float, float] = (1.0, 1.5)
    geometry: Callable[[Case], Found]
    check: Callable[[Case, Refuse], None] = lambda case, refuse: None
    edges: Callable[["Cutter"], float] = lambda cutter: cutter.edges
    inner_diameter_mm: Callable[["Job"], float]
    removal_mm3_min: Removal = ring_removal_mm3_min
    point_length_mm: Callable[["Cutter"], float]
    speeds_m_min: Callable[["Job"], tuple[float, float] | None]
    feed: Callable[["Job"], BookFeed]
    breaking_torque_nm: Callable[["Cutter"], float]
    grades: Callable[["Job"], tuple[int, int]]
    coolant_wanted: Callable[["Job"], tuple[float, float] | None] = lambda job: None
    machines: Mapping[str, Pair]
    never: tuple[Never, ...] = ()
    spared: Mapping[str, str] = field(default_factory=dict)
    schools: Mapping[str, ModuleType | str] = field(default_factory=dict)
    bounds: tuple[str, ...] = ()

    def __reduce__(self) -> tuple[Any, ...]:
        """A family is copied by its name."""
        from bore.cutters.registry import family

        return family, (self.id,)


def folder(module_file: str) -> Path:
    """The folder a family's tables stand in."""
    return Path(module_file).parent


def pairs_of(module_file: str) -> dict[str, Pair]:
    """The family's own table of machine kinds: how each goes with it."""
    found = {}
    for row in rows("machines.csv", folder(module_file)):
        source(row["source"])
        found[row["kind"]] = Pair(row["how"], row["why"])
    return found
