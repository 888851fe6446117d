"""The parts of a case that are a whole by themselves: machine, cutter and metal. A screen asks again and again with the same ones, so each is
read once and remembered."""

import marshal
from collections.abc import Callable
from functools import lru_cache
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.case.derive import complete_cutter, complete_machine
from bore.case.derive import material as complete_material
from bore.case.walk import Walk
from bore.job.assumption import Assumption
from bore.job.cutter import Cutter
from bore.machines.machine import Belt, Coolant, Feed, Holder, Machine, Magnet, Pair, Plate, ScaleReading, Spindle, Stage
from bore.materials.material import Material

Refuse = Callable[[str, str], None]
# How many machines and metals, and how many cutters, are remembered; one that takes more bytes than this to say is not.
MOST_PARTS, MOST_CUTTERS, LONGEST_PART = 256, 4096, 8192


@immutable(eq=False)
class Part:
    """A part as it was read: complete, what was assumed as it was walked and as it was completed, and its record."""

    values: dict[str, Any]
    walked: tuple[Assumption, ...]
    completed: tuple[Assumption, ...]
    record: Any


def parts_read_before(data: Any) -> dict[str, Part]:
    """The parts of a case that were read before, or can be by themselves. One with something wrong with it is not among them: it is read in
    its place, which then says what; nor is a machine that does not say what it holds a cutter in, which follows from the cutter."""
    if not isinstance(data, dict):
        return {}
    found = {"material": _remembered(_material_part, data.get("material")), "machine": _remembered(_machine_part, data.get("machine"))}
    if machine := found["machine"]:
        found["cutter"] = _remembered(_cutter_part, data.get("cutter"), machine.values["holder"]["kind"])
    return {name: part for name, part in found.items() if part}


def cutter_read_before(given: Any) -> Cutter | None:
    """A yard's cutter, as it is usually made for no holder in particular; None where something is wrong with it."""
    part = _remembered(_cutter_part, given, None)
    return part.record if part else None


def _remembered(read: Callable[..., Part], given: Any, *more: Any) -> Part | None:
    """A part by what is said of it, as bytes: figures that are equal but of another kind are another part."""
    if type(given) is not dict:
        return None
    try:
        said = marshal.dumps(given, 2)
        return read(said, *more) if len(said) <= LONGEST_PART else None
    except (BadInput, ValueError):
        return None


def _walked(said: bytes, part: str) -> tuple[dict[str, Any], tuple[Assumption, ...]]:
    walk = Walk()
    values = walk.read_object(marshal.loads(said), part, part)
    if walk.problems:
        raise BadInput(walk.problems)
    return values, tuple(walk.assumed)


@lru_cache(maxsize=MOST_PARTS)
def _material_part(said: bytes) -> Part:
    values, walked = _walked(said, "material")
    completed: list[Assumption] = []
    complete_material(values, completed)
    return Part(values, walked, tuple(completed), Material(**values))


@lru_cache(maxsize=MOST_PARTS)
def _machine_part(said: bytes) -> Part:
    values, walked = _walked(said, "machine")
    if values["holder"]["kind"] is None:
        raise BadInput.at("machine.holder.kind", "is needed for a machine by itself")
    completed: list[Assumption] = []
    complete_machine(values, "machine", completed)
    return Part(values, walked, tuple(completed), machine_of(values))


@lru_cache(maxsize=MOST_CUTTERS)
def _cutter_part(said: bytes, holder_kind: str | None) -> Part:
    values, walked = _walked(said, "cutter")
    completed: list[Assumption] = []
    record = completed_cutter(values, "cutter", holder_kind, completed)
    return Part(values, walked, tuple(completed), record)


def usual_cutter(given: dict[str, Any], holder_kind: str | None) -> Cutter:
    """A cutter of which only a few fields are said, completed as it is usually made for such a holder, or (None) as it is usually made.
    Raises BadInput."""
    walk = Walk()
    values = walk.read_object(given, "cutter", "cutter")
    if walk.problems:
        raise BadInput(walk.problems)
    return completed_cutter(values, "cutter", holder_kind, [])


def completed_cutter(values: dict[str, Any], path: str, holder_kind: str | None, assumed: list[Assumption]) -> Cutter:
    """A walked cutter, its lengths, edges and angles filled in. Raises BadInput where its size is not said."""
    if values["diameter_mm"] is None:
        raise BadInput.at(f"{path}.diameter_mm", "is needed for a cutter in the yard")
    complete_cutter(values, path, values["diameter_mm"], None if holder_kind is None else {"kind": holder_kind}, assumed)
    return Cutter(**values)


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
