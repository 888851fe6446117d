"""Any field of a case as somebody types it: read in the field's own kind of quantity, held to its own range."""

import re
from dataclasses import replace
from itertools import pairwise
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.case.fields import Field, all_fields
from bore.machines.paste import parted_speeds
from bore.quantities.kinds import KINDS, Kind, plain_kind
from bore.quantities.notation import Reading, read_in, read_quantity

KIND_OF_UNIT = {
    "mm": "length",
    "mm/rev": "feed",
    "mm/min": "feed rate",
    "N": "force",
    "N·m": "torque",
    "kW": "power",
    "hp": "horsepower",
    "rpm": "speed",
    "bar": "pressure",
    "l/min": "flow",
    "kg": "mass",
    "N/mm": "stiffness",
    "deg": "angle",
    "s": "time",
    "min": "minutes",
}
MOST_ITEMS = 60
SPEEDS = "machine.spindle.stages[].speed_rpm"
_PLACE = re.compile(r"(.+)\[(\d+)\]")
_STEP = re.compile(r"\.\d+(?=\.|$)")
_TIMES = re.compile(r"^\s*(\d{1,2})\s*[x×*]\s*(.+)$", re.I)


@immutable
class Typed:
    """What was typed for a field: its value (a list where the field takes several), and its echo."""

    value: float | list[float]
    echo: str


def field_at(path: str) -> Field:
    """The field a path of a case stands for; a place in a list reads as any (`stages.2.speed_rpm`). Raises BadInput naming `kind`."""
    found = all_fields().get(_STEP.sub("[]", path))
    if found is None:
        raise BadInput.at("kind", f"“{path}” is no field of a case")
    return found


def kind_of(field: Field) -> Kind:
    """The kind of quantity a field takes, in the field's own range."""
    low, high = field.low or 0.0, field.high if field.high is not None else 1e9
    name = KIND_OF_UNIT.get(field.unit)
    return replace(KINDS[name], low=low, high=high) if name else plain_kind(field.unit, low, high)


def read_typed(path: str, text: str, system: str = "metric") -> Typed:
    """Read what was typed for a field of a case.

    Several figures (a stack, pecks) are told apart by commas with a space, semicolons or plus signs; `3 x 12` is three alike, or for
    pecks three of twelve, one below the other.
    A path with `[]` is a figure for each of a list (`machine.spindle.stages[].speed_rpm`).
    Raises BadInput naming the field's path.

    >>> read_typed("hole.stack_mm", "2 x 12; 1/2 in").value
    [12.0, 12.0, 12.7]
    >>> read_typed("machine.coolant.pressure_bar", "70").echo
    '70.0 bar = 1015 psi'
    >>> read_typed("setting.pecks.depths_mm", "10; 2 x 8").value
    [10.0, 18.0, 26.0]
    """
    field = field_at(path)
    if field.kind in ("number", "count") and "[]" not in path:
        return _one(field, path, text, system)
    if field.kind in ("number", "count", "numbers"):
        return _several(field, path, text, system)
    raise BadInput.at("kind", f"“{path}” is not a figure that can be typed")


def _one(field: Field, path: str, text: str, system: str) -> Typed:
    found = _figure(field, path, text, system)
    return Typed(found.value, found.echo)


def _figure(field: Field, path: str, text: str, system: str) -> Reading:
    if field.unit == "HB":
        return _hardness(field, path, text, system)
    found = read_in(kind_of(field), text, system, path)
    if field.kind == "count" and found.value != int(found.value):
        raise BadInput.at(path, f"“{text.strip()}” is not whole; accepted: {field.accepted}")
    return found


def _hardness(field: Field, path: str, text: str, system: str) -> Reading:
    """A hardness in any scale, brought to Brinell and held to the field's range."""
    found = read_quantity("hardness", text, system, path)
    if not (field.low or 0.0) <= found.value <= (field.high or 1e9):
        raise BadInput.at(path, f"“{text.strip()}” is out of range; accepted: {field.accepted}")
    return found


def _several(field: Field, path: str, text: str, system: str) -> Typed:
    deepening = path == "setting.pecks.depths_mm"
    if path == SPEEDS:
        text = parted_speeds(text)
    values: list[float] = []
    for part in re.split(r"[;+]|,\s+|\s,", text):
        if not part.strip():
            continue
        times = _TIMES.match(part)
        one = _figure(field, path, times[2] if times else part, system).value
        count = int(times[1]) if times else 1
        # Four pecks of eight end at 8, 16, 24 and 32; three plates of twelve are twelve each.
        reached = values[-1] if values and times else 0.0
        values += [reached + one * (k + 1) if deepening else one for k in range(count)]
    if len(values) > MOST_ITEMS:
        raise BadInput.at(path, f"{len(values)} figures are too many; accepted: at most {MOST_ITEMS}")
    if deepening and any(after <= before for before, after in pairwise(values)):
        raise BadInput.at(path, f"“{text.strip()}” goes back; accepted: depths from the face, each deeper than the last")
    return Typed(values, _several_echo(values, field.unit, adds=path == "hole.stack_mm"))


def _several_echo(values: list[float], unit: str, adds: bool) -> str:
    if not values:
        return "none"
    listed = f"{len(values)}: {', '.join(f'{value:g}' for value in values)} {unit}"
    return f"{listed}; {sum(values):g} {unit} in all" if adds else listed


def with_value(case: dict[str, Any], path: str, value: Any) -> dict[str, Any]:
    """The case with a value that was read at a field's path; a list where the path goes into one (`…stages[].speed_rpm`) is made of
    the values. The given case is not touched. Raises BadInput where the path leads through something that is no object.

    >>> with_value({"hole": {"depth_mm": 5}}, "hole.diameter_mm", 8.0)
    {'hole': {'depth_mm': 5, 'diameter_mm': 8.0}}
    >>> with_value({}, "stages[].speed_rpm", [280.0, 450.0])
    {'stages': [{'speed_rpm': 280.0}, {'speed_rpm': 450.0}]}
    >>> with_value({"stages": [{"speed_rpm": 280.0}, {"speed_rpm": 450.0}]}, "stages[1].speed_rpm", 500.0)
    {'stages': [{'speed_rpm': 280.0}, {'speed_rpm': 500.0}]}
    """
    name, _, rest = path.partition(".")
    if (place := _PLACE.fullmatch(name)) is not None:
        return case | {place[1]: _with_item(case.get(place[1]), int(place[2]), name, rest, value)}
    if name.endswith("[]"):
        return case | {name[:-2]: [with_value({}, rest, one) for one in (value if isinstance(value, list) else [value])]}
    if not rest:
        return case | {name: value}
    inner = case.get(name)
    if inner is not None and not isinstance(inner, dict):
        raise BadInput.at(name, "must be an object")
    return case | {name: with_value(inner or {}, rest, value)}


def _with_item(items: Any, place: int, name: str, rest: str, value: Any) -> list[Any]:
    if not isinstance(items, list) or place >= len(items):
        raise BadInput.at(name, "is no place in a list")
    return [*items[:place], with_value(items[place], rest, value) if rest else value, *items[place + 1 :]]
