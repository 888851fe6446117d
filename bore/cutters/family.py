"""What a family of cutters is to the rest of the core: one record of its geometry, book figures and rules.

Each family is a folder that builds one `Family`; `registry.py` lists them. Whatever differs between
families is asked of this record, so that schools and limits never name a family.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import field
from pathlib import Path
from types import ModuleType
from typing import Any

from bore.base.elementwise import Column, Mask
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.job.columns import Columns
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import CutterKind
from bore.job.job import Job
from bore.machines.kinds import machine_kinds
from bore.mechanics import kinematics

Case = dict[str, Any]
Removal = Callable[[Columns, Column, Column], Column]
Found = Iterator[tuple[str, Any, str]]
Refuse = Callable[[str, str], None]

WARNED, NEVER = "warned", "never"


@immutable
class BookFeed:
    """The book's feed for a job and the marks above which it crowds the cutter, mm/rev."""

    book_mm_rev: float
    soft_mm_rev: float
    hard_mm_rev: float


@immutable
class Pair:
    """How a family goes with a kind of machine, and why where it does not go smoothly."""

    how: str
    why: str


@immutable
class Never:
    """Something the family must not be asked to do: when that is so, how bad it is (2 gives way, 3 can't), the words."""

    when: Callable[[Columns], Mask]
    verdict: int
    words: str


def ring_removal_mm3_min(columns: Columns, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Metal removed by a cutter that takes the ring between its own diameter and what was open before, mm³/min."""
    return kinematics.removal_mm3_min(
        diameter_mm=columns.diameter_mm, start_diameter_mm=columns.start_diameter_mm, feed_mm_rev=feed_mm_rev, speed_rpm=speed_rpm
    )


@immutable(kw_only=True)
class Family:
    """One family of cutters: its facts and the rules that are its own.

    removal_mm3_min: metal removed at a feed and a speed; spared: limits that say nothing of it, with why; schools: methods that do
    not apply, with why, or the family's own in their place; bounds: schools that stand for the high side only.
    """

    kind: CutterKind
    geometry: Callable[[Case], Found]
    check: Callable[[Case, Refuse], None] = lambda case, refuse: None
    edges: Callable[[Cutter], float] = lambda cutter: cutter.edges
    inner_diameter_mm: Callable[[Job], float]
    removal_mm3_min: Removal = ring_removal_mm3_min
    point_length_mm: Callable[[Cutter], float]
    speeds_m_min: Callable[[Job], tuple[float, float] | None]
    feed: Callable[[Job], BookFeed]
    breaking_torque_nm: Callable[[Cutter], float]
    grades: Callable[[Job], tuple[int, int]]
    coolant_wanted: Callable[[Job], tuple[float, float] | None] = lambda job: None
    machines: Mapping[str, Pair]
    never: tuple[Never, ...] = ()
    spared: Mapping[str, str] = field(default_factory=dict)
    schools: Mapping[str, ModuleType | str] = field(default_factory=dict)
    bounds: tuple[str, ...] = ()

    @property
    def id(self) -> str:
        """Its id, as a case has it."""
        return self.kind.id


def folder(module_file: str) -> Path:
    """The folder a family's tables stand in."""
    return Path(module_file).parent


def pairs_of(module_file: str) -> dict[str, Pair]:
    """The family's own table of machine kinds: how each goes with it; one it says nothing of goes as the kind that is like it."""
    found = {}
    for row in rows("machines.csv", folder(module_file)):
        source(row["source"])
        found[row["kind"]] = Pair(row["how"], row["why"])
    return found | {kind.id: found[kind.like] for kind in machine_kinds().values() if kind.id not in found}
