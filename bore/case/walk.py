"""A case as it was sent, walked field by field: types and ranges checked, literal defaults filled in."""

import itertools
import math
from collections.abc import Callable
from copy import copy
from dataclasses import dataclass, field
from difflib import get_close_matches
from typing import Any

from bore.base.errors import Problem
from bore.case.fields import REQUIRED, Field, inner_objects, members
from bore.job.assumption import Assumption

MOST_ITEMS = 5000
# What a field is called whose name was left empty.
NAMELESS = "(no name)"
# A yard is made of the same cutters and machines a case is.
ITEMS_AS = {"yard.cutters": "cutter", "yard.machines": "machine"}


@dataclass(slots=True)
class Walk:
    """What the walk collects on its way."""

    problems: list[Problem] = field(default_factory=list)
    # What is known of the items of a list from an earlier reading, by the list's place: such an item is taken as it stands.
    known: dict[str, Callable[[Any], Any]] = field(default_factory=dict)
    assumed: list[Assumption] = field(default_factory=list)

    def refuse(self, path: str, message: str) -> None:
        """Note a problem."""
        self.problems.append(Problem(path, message))

    def read_object(self, data: Any, parent: str, path: str) -> dict[str, Any]:
        """An object of the case as a complete dict; `parent` is its place in the table, `path` in the case."""
        if data is None:
            data = {}
        if not isinstance(data, dict):
            self.refuse(path or "case", f"must be an object, not {_shown(data)}")
            return {}
        known = members(parent)
        objects = inner_objects(parent)
        for name in data:
            if name not in known and name not in objects:
                close = get_close_matches(str(name), [*known, *objects], 1)
                hint = f"; did you mean {close[0]}?" if close else ""
                self.refuse(_join(path, str(name) or NAMELESS), f"there is no such field{hint}")
        values = {name: self._read_field(data, entry, path) for name, entry in known.items()}
        for name in objects:
            values[name] = self.read_object(data.get(name), _join(parent, name), _join(path, name))
        return values

    def _read_field(self, data: dict[str, Any], entry: Field, path: str) -> Any:
        value = data.get(entry.name)
        if value is None:
            if entry.value_when_absent is None and entry.default != REQUIRED:
                return None
            return self._absent(entry, _join(path, entry.name))
        return _READERS[entry.kind](self, value, entry, _join(path, entry.name))

    def _absent(self, entry: Field, place: str) -> Any:
        if entry.default == REQUIRED:
            self.refuse(place, f"is needed: {entry.words}; accepted: {entry.accepted}")
            return None
        value = copy(entry.value_when_absent)
        if entry.kind == "list" and value == []:
            return []
        if value is not None:
            self.assumed.append(Assumption(place, value, entry.why))
        return value

    def _out_of(self, place: str, value: Any, entry: Field) -> None:
        self.refuse(place, f"{_shown(value)} is not accepted; accepted: {entry.accepted}")

    def _is_number(self, value: Any, entry: Field) -> bool:
        number = isinstance(value, float) or (isinstance(value, int) and not isinstance(value, bool))
        if not number or not math.isfinite(value):
            return False
        return (entry.low is None or value >= entry.low) and (entry.high is None or value <= entry.high)

    def _number(self, value: Any, entry: Field, place: str) -> float | None:
        if self._is_number(value, entry):
            return float(value)
        self._out_of(place, value, entry)
        return None

    def _count(self, value: Any, entry: Field, place: str) -> int | None:
        if self._is_number(value, entry) and float(value).is_integer():
            return int(value)
        self._out_of(place, value, entry)
        return None

    def _flag(self, value: Any, entry: Field, place: str) -> bool | None:
        if isinstance(value, bool):
            return value
        self._out_of(place, value, entry)
        return None

    def _choice(self, value: Any, entry: Field, place: str) -> str | None:
        if isinstance(value, str) and value in entry.choices:
            return value
        self._out_of(place, value, entry)
        return None

    def _size(self, value: Any, entry: Field, place: str) -> str | None:
        """A size that is a number in one series and a name in another: Morse 2, ER32."""
        number = isinstance(value, int) and not isinstance(value, bool)
        return self._text(str(value) if number else value, entry, place)

    def _text(self, value: Any, entry: Field, place: str) -> str | None:
        if isinstance(value, str) and len(value) <= 120 and value.isprintable():
            return value
        self._out_of(place, value, entry)
        return None

    def _numbers(self, value: Any, entry: Field, place: str) -> tuple[float, ...]:
        if isinstance(value, list) and len(value) <= MOST_ITEMS and all(self._is_number(v, entry) for v in value):
            return tuple(float(v) for v in value)
        self._out_of(place, value, entry)
        return ()

    def _range(self, value: Any, entry: Field, place: str) -> tuple[float, float] | None:
        if isinstance(value, list) and len(value) == 2 and all(self._is_number(v, entry) for v in value) and value[0] <= value[1]:
            return float(value[0]), float(value[1])
        self._out_of(place, value, entry)
        return None

    def _curve(self, value: Any, entry: Field, place: str) -> tuple[tuple[float, float], ...] | None:
        pairs = (
            isinstance(value, list)
            and 2 <= len(value) <= MOST_ITEMS
            and all(isinstance(pair, list) and len(pair) == 2 and all(self._is_number(v, entry) for v in pair) for pair in value)
        )
        if pairs and all(a[0] < b[0] for a, b in itertools.pairwise(value)):
            return tuple((float(rpm), float(kw)) for rpm, kw in value)
        self.refuse(place, "is not a curve; accepted: at least two pairs [rpm, kW], speeds rising")
        return None

    def _map(self, value: Any, entry: Field, place: str) -> dict[str, float]:
        if isinstance(value, dict) and len(value) <= 60 and all(self._is_number(v, entry) for v in value.values()):
            return {str(name): float(v) for name, v in value.items()}
        self._out_of(place, value, entry)
        return {}

    def _object(self, value: Any, entry: Field, place: str) -> dict[str, Any]:
        return self.read_object(value, entry.path, place)

    def _list(self, value: Any, entry: Field, place: str) -> list[dict[str, Any]]:
        low, high = int(entry.low or 0), int(entry.high or MOST_ITEMS)
        if not isinstance(value, list) or not low <= len(value) <= high:
            self.refuse(place, f"must be a list of {low} to {high}: {entry.words}")
            return []
        table = ITEMS_AS.get(entry.path, entry.path + "[]")
        known: Callable[[Any], Any] = self.known.get(entry.path, lambda item: None)
        return [known(item) or self.read_object(item, table, f"{place}[{k}]") for k, item in enumerate(value)]


def _join(path: str, name: str) -> str:
    return f"{path}.{name}" if path else name


def _shown(value: Any) -> str:
    text = repr(value)
    return text if len(text) <= 40 else text[:37] + "…"


_READERS: dict[str, Callable[[Walk, Any, Field, str], Any]] = {
    "number": Walk._number,
    "count": Walk._count,
    "flag": Walk._flag,
    "choice": Walk._choice,
    "size": Walk._size,
    "text": Walk._text,
    "numbers": Walk._numbers,
    "range": Walk._range,
    "curve": Walk._curve,
    "map": Walk._map,
    "object": Walk._object,
    "list": Walk._list,
}
