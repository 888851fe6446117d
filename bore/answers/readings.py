"""What somebody typed, read: a metal's everyday name, a drill size, a hole as drawn, a motor's plate, a set's lid, a word of the trade."""

from collections.abc import Callable
from typing import Any

from bore.advice.glossary import Term, glossary, read_term
from bore.answers.machine import PlateReading
from bore.answers.plan import DrawnHole
from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.case.typed import with_value
from bore.cutters.sets import read_set
from bore.machines.plate_text import read_plate
from bore.materials.names import read_metal
from bore.materials.table import MaterialRow
from bore.plan.call import read_call
from bore.plan.callout import read_drawn
from bore.quantities.drill_sizes import nearest_sizes, read_drill_size

MOST_LETTERS = 400


@outgoing
class NearMetal:
    """A metal that may be meant instead."""

    id: str
    name: str


@outgoing
class MetalRead:
    """A metal's name read: which row of the table, why, and its hardness where that is not the row's own."""

    text: str
    id: str
    name: str
    iso_group: str
    why: str
    hardness_hb: float | None
    near: list[NearMetal]


@outgoing
class NearSize:
    """A stock size near what was typed."""

    text: str
    diameter_mm: float


@outgoing
class SizeRead:
    """A drill size read."""

    text: str
    diameter_mm: float
    near: list[NearSize]


@outgoing
class HoleRead(DrawnHole):
    """A hole as it was called: the drawing's own text for it, and how many, how deep and whether through, as far as that was said."""

    hole: str
    count: int | None
    depth_mm: float | None
    through: bool | None


@outgoing
class PlateRead:
    """A plate's text read: the spindle's record as far as it says, each figure with where it stood, and what was left over."""

    text: str
    spindle: dict[str, Any]
    readings: list[PlateReading]
    left: str


@outgoing
class NamedCutter:
    """A cutter of a set: its name and its record."""

    name: str
    spec: dict[str, Any]


@outgoing
class SetRead:
    """A set's lid read: every cutter in it."""

    text: str
    count: int
    cutters: list[NamedCutter]


@outgoing
class TermRead:
    """A word of the trade: what it means, what else it is called, and the word to read next."""

    id: str
    term: str
    also: list[str]
    means: str
    see: str
    marked: bool
    source: str


Found = MetalRead | SizeRead | HoleRead | PlateRead | SetRead | TermRead


def glossary_answer() -> list[TermRead]:
    """Every word of the glossary, by the alphabet."""
    return [_term(one) for one in glossary()]


def _term(found: Term) -> TermRead:
    return shaped(TermRead, found)


def _near(row: MaterialRow) -> NearMetal:
    return NearMetal(id=row.material.id or "", name=row.material.name)


def metal_answer(text: str) -> MetalRead:
    """A metal's everyday name, or a grade."""
    found = read_metal(text)
    metal = found.row.material
    return MetalRead(
        text=found.text,
        id=metal.id or "",
        name=metal.name,
        iso_group=metal.iso_group,
        why=found.why,
        hardness_hb=number(found.hardness_hb),
        near=[_near(row) for row in found.near],
    )


def _size(text: str) -> SizeRead:
    found = read_drill_size(text, "size")
    near = [NearSize(text=one.text, diameter_mm=one.diameter_mm) for one in nearest_sizes(found.diameter_mm)]
    return SizeRead(text=found.text, diameter_mm=found.diameter_mm, near=near)


def _hole(text: str) -> HoleRead:
    called = read_call(text)
    return shaped(
        HoleRead, read_drawn(called.hole), hole=called.hole, count=called.count, depth_mm=number(called.depth_mm), through=called.through
    )


def _plate(text: str) -> PlateRead:
    found = read_plate(text)
    if not found.readings:
        raise BadInput.at(
            "plate", f"nothing of “{text[:60]}” is a plate's figure; accepted: 1.1 kW 400 V 2.6 A cos φ 0.81 1420 rpm 50 Hz S1"
        )
    machine: dict[str, Any] = {}
    for one in found.readings:
        machine = with_value(machine, one.field, one.value)
    return PlateRead(
        text=text, spindle=machine["machine"]["spindle"], readings=[shaped(PlateReading, one) for one in found.readings], left=found.left
    )


def _set(text: str) -> SetRead:
    found = read_set(text)
    return SetRead(text=found.words, count=len(found.cutters), cutters=[NamedCutter(name=name, spec=spec) for name, spec in found.cutters])


READERS: dict[str, Callable[[str], Found]] = {
    "metal": metal_answer,
    "size": _size,
    "hole": _hole,
    "plate": _plate,
    "set": _set,
    "term": lambda text: _term(read_term(text)),
}


def read_answer(kind: str, text: str) -> Found:
    """What was typed, read as a kind of thing (one of `READERS`). Raises BadInput naming the kind, or what was read."""
    if kind not in READERS:
        raise BadInput.at("kind", f"“{kind[:40]}” cannot be read; accepted: {', '.join(READERS)}")
    written = " ".join(text.split())
    if not written or len(written) > MOST_LETTERS:
        raise BadInput.at(kind, f"is needed, at most {MOST_LETTERS} letters")
    return READERS[kind](written)
