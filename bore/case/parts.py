"""The parts of a case that are a whole by themselves: all but its setting. A screen asks again and again with the same ones, so each is read
once and remembered."""

import marshal
from collections.abc import Callable
from functools import lru_cache
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.case.derive import as_wide_as_the_hole, complete_cutter, complete_holding, complete_hole, complete_machine
from bore.case.derive import material as complete_material
from bore.case.walk import walked
from bore.job.assumption import Assumption
from bore.job.cutter import Cutter
from bore.job.hole import Hole, Start
from bore.job.job import Holding, Yard
from bore.machines.machine import Belt, Coolant, Feed, Holder, Machine, Magnet, Pair, Plate, ScaleReading, Spindle, Stage
from bore.materials.material import Material

Refuse = Callable[[str, str], None]
# How many parts of each sort, and how many cutters, are remembered; a part, or all of a case, that takes more bytes to say is not.
MOST_PARTS, MOST_CUTTERS, LONGEST_PART, LONGEST_CASE = 256, 4096, 8192, 16384
PARTS = ("material", "hole", "machine", "holding", "cutter")
EMPTY_YARDS: tuple[Any, ...] = (None, {}, {"cutters": [], "machines": []})


@immutable(eq=False)
class Part:
    """A part as it was read: complete, what was assumed as it was walked and as it was completed, and its record."""

    values: dict[str, Any]
    walked: tuple[Assumption, ...]
    completed: tuple[Assumption, ...]
    record: Any


@immutable(eq=False)
class Known:
    """The parts of a case that were read before, by their names; what was assumed as each was completed; and their records."""

    parts: dict[str, Part]
    completed: dict[str, tuple[Assumption, ...]]
    records: dict[str, Any]


def parts_read_before(data: Any) -> Known:
    """The parts of a case that were read before, or can be by themselves. One with something wrong with it is not among them: it is read in
    its place, which then says what; nor is a machine that does not say what it holds a cutter in, which follows from the cutter."""
    if type(data) is not dict:
        return NOTHING
    given = [data.get(name) for name in PARTS]
    try:
        # While only the setting is tried, all of them are those of the question before.
        said = marshal.dumps((given, data.get("yard") in EMPTY_YARDS), 2)
    except ValueError:
        return NOTHING
    return _together(said) if len(said) <= LONGEST_CASE else _each(given, data.get("yard") in EMPTY_YARDS)


@lru_cache(maxsize=MOST_PARTS)
def _together(said: bytes) -> Known:
    return _each(*marshal.loads(said))


def _each(given: list[Any], no_yard: bool) -> Known:
    material, hole, machine, holding, cutter = given
    found = {
        "material": _remembered(_material_part, material),
        "hole": _remembered(_hole_part, hole),
        "machine": _remembered(_machine_part, machine),
        "yard": NO_YARD if no_yard else None,
    }
    there, on = found["hole"], found["machine"]
    if on:
        found["holding"] = _remembered(_holding_part, holding, on.record.kind)
    if on and there:
        found["cutter"] = _remembered(_cutter_part, cutter, on.record.holder.kind, *_sizes(cutter, there.record))
    parts = {name: part for name, part in found.items() if part}
    return Known(parts, {name: part.completed for name, part in parts.items()}, {name: part.record for name, part in parts.items()})


def _sizes(cutter: Any, hole: Hole) -> tuple[float, float] | tuple[()]:
    """What a cutter takes its size from where it says none."""
    said = isinstance(cutter, dict) and cutter.get("diameter_mm") is not None
    return () if said else (hole.diameter_mm, hole.start_diameter_mm)


def cutter_read_before(given: Any) -> Cutter | None:
    """A yard's cutter, as it is usually made for no holder in particular; None where something is wrong with it."""
    part = _remembered(_cutter_part, given, None)
    return part.record if part else None


def _remembered(read: Callable[..., Part | None], given: Any, *more: Any) -> Part | None:
    """A part by what is said of it, as bytes: figures that are equal but of another kind are another part."""
    try:
        said = marshal.dumps({} if given is None else given, 2)
    except ValueError:
        return None
    return read(said, *more) if len(said) <= LONGEST_PART else None


def _by_itself(most: int) -> Callable[[Callable[..., Part]], Callable[..., Part | None]]:
    """Remember what a part was read as, for so many of them; None where something is wrong with it."""

    def wrap(read: Callable[..., Part]) -> Callable[..., Part | None]:
        @lru_cache(maxsize=most)
        def found(said: bytes, *more: Any) -> Part | None:
            try:
                return read(said, *more)
            except BadInput:
                return None

        return found

    return wrap


def _read(said: bytes, part: str, complete: Callable[[dict[str, Any], list[Assumption]], Any]) -> Part:
    """A part walked, completed in place and made a record. Raises BadInput."""
    # What was written here a moment ago is read again, so that nobody else holds what is remembered.
    values, walk = walked(marshal.loads(said), part)
    completed: list[Assumption] = []
    record = complete(values, completed)
    return Part(values, tuple(walk.assumed), tuple(completed), record)


@_by_itself(MOST_PARTS)
def _material_part(said: bytes) -> Part:
    def complete(values: dict[str, Any], assumed: list[Assumption]) -> Material:
        complete_material(values, assumed)
        return Material(**values)

    return _read(said, "material", complete)


@_by_itself(MOST_PARTS)
def _hole_part(said: bytes) -> Part:
    def complete(values: dict[str, Any], assumed: list[Assumption]) -> Hole:
        complete_hole(values, assumed)
        return hole_of(values)

    return _read(said, "hole", complete)


@_by_itself(MOST_PARTS)
def _machine_part(said: bytes) -> Part:
    def complete(values: dict[str, Any], assumed: list[Assumption]) -> Machine:
        if values["holder"]["kind"] is None:
            raise BadInput.at("machine.holder.kind", "is needed for a machine by itself")
        complete_machine(values, "machine", assumed)
        return machine_of(values)

    return _read(said, "machine", complete)


@_by_itself(MOST_PARTS)
def _holding_part(said: bytes, machine_kind: str) -> Part:
    def complete(values: dict[str, Any], assumed: list[Assumption]) -> Holding:
        complete_holding(values, machine_kind, assumed)
        return Holding(**values)

    return _read(said, "holding", complete)


@_by_itself(MOST_CUTTERS)
def _cutter_part(said: bytes, holder_kind: str | None, *hole_and_start_mm: float) -> Part:
    def complete(values: dict[str, Any], assumed: list[Assumption]) -> Cutter:
        if hole_and_start_mm:
            hole_mm, start_mm = hole_and_start_mm
            as_wide_as_the_hole(values, hole_mm, start_mm, assumed)
        return completed_cutter(values, "cutter", holder_kind, assumed)

    return _read(said, "cutter", complete)


NOTHING = Known({}, {}, {})
NO_YARD = Part(walked(None, "yard")[0], (), (), Yard(cutters=(), machines=()))


def usual_cutter(given: dict[str, Any], holder_kind: str | None) -> Cutter:
    """A cutter of which only a few fields are said, completed as it is usually made for such a holder, or (None) as it is usually made.
    Raises BadInput."""
    return completed_cutter(walked(given, "cutter")[0], "cutter", holder_kind, [])


def completed_cutter(values: dict[str, Any], path: str, holder_kind: str | None, assumed: list[Assumption]) -> Cutter:
    """A walked cutter, its lengths, edges and angles filled in. Raises BadInput where its size is not said."""
    if values["diameter_mm"] is None:
        raise BadInput.at(f"{path}.diameter_mm", "is needed for a cutter in the yard")
    complete_cutter(values, path, values["diameter_mm"], None if holder_kind is None else {"kind": holder_kind}, assumed)
    return Cutter(**values)


def hole_of(case: dict[str, Any]) -> Hole:
    """A completed hole as the core's record."""
    return Hole(**{**case, "start": Start(**case["start"])})


def machine_of(case: dict[str, Any]) -> Machine:
    """A completed machine as the core's record."""
    spindle = case["spindle"]
    stages = tuple(Stage(**{**stage, "belt": Belt(**stage["belt"]) if stage["belt"] else None}) for stage in spindle["stages"])
    train = tuple(Pair(**pair) for pair in spindle["train"])
    return Machine(
        **{
            **case,
            "spindle": Spindle(
                **{**spindle, "stages": stages, "train": train, "plate": Plate(**spindle["plate"]) if spindle["plate"] else None}
            ),
            "feed": Feed(**{**case["feed"], "scale_test": tuple(ScaleReading(**one) for one in case["feed"]["scale_test"])}),
            "holder": Holder(**case["holder"]),
            "coolant": Coolant(**case["coolant"]),
            "magnet": Magnet(**case["magnet"]) if case["magnet"] else None,
            "control": {name: value for name, value in case["control"].items() if value is not None} if case["control"] else None,
        }
    )


def check_spindle(spindle: dict[str, Any], path: str, refuse: Refuse) -> None:
    """A stage is one speed or a range."""
    for k, stage in enumerate(spindle["stages"]):
        place = f"{path}.stages[{k}]"
        fixed, ranged = stage["speed_rpm"] is not None, stage["min_rpm"] is not None and stage["max_rpm"] is not None
        if fixed == ranged:
            refuse(f"{place}.speed_rpm", "give either speed_rpm, or min_rpm with max_rpm")
        elif ranged and stage["min_rpm"] >= stage["max_rpm"]:
            refuse(f"{place}.min_rpm", "must be below max_rpm")


def check_holder(holder: dict[str, Any], refuse: Refuse) -> None:
    """A taper and a collet have sizes of their own."""
    size = holder["size"]
    if holder["kind"] == "morse" and size is not None and size not in list("0123456"):
        refuse("machine.holder.size", f"“{size}” is no Morse taper; accepted: 0 to 6")
    if holder["kind"] == "collet" and size not in ("ER16", "ER20", "ER25", "ER32", "ER40"):
        refuse("machine.holder.size", "a collet holder needs its size; accepted: ER16, ER20, ER25, ER32, ER40")
