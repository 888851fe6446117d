"""A case as it was sent, walked field by field: types and ranges checked, literal defaults filled in."""

import itertools
from collections.abc import Callable, Mapping
from copy import copy
from dataclasses import dataclass, field
from difflib import get_close_matches
from typing import Any, Protocol

from bore.base.errors import BadInput, Problem
from bore.case.fields import REQUIRED, Field, shape_of
from bore.job.assumption import Assumption

MOST_ITEMS = 5000
# What a field is called whose name was left empty.
NAMELESS = "(no name)"
# A yard is made of the same cutters and machines a case is.
ITEMS_AS = {"yard.cutters": "cutter", "yard.machines": "machine"}


class ReadBefore(Protocol):
    """An object that was walked and completed before, and what was assumed as it was walked."""

    @property
    def values(self) -> dict[str, Any]:
        """It, complete."""

    @property
    def walked(self) -> tuple[Assumption, ...]:
        """What was assumed."""


@dataclass(slots=True)
class Walk:
    """What the walk collects on its way."""

    problems: list[Problem] = field(default_factory=list)
    # What is known from an earlier reading, and taken as it stands: of the items of a list, by the list's place, and objects by their own.
    items: Mapping[str, Callable[[Any], Any]] = field(default_factory=dict)
    parts: Mapping[str, ReadBefore] = field(default_factory=dict)
    assumed: list[Assumption] = field(default_factory=list)

    def refuse(self, path: str, message: str) -> None:
        """Note a problem."""
        self.problems.append(Problem(path, message))

    def raise_problems(self) -> None:
        """Raise BadInput with every problem noted so far; nothing where there is none."""
        if self.problems:
            raise BadInput(self.problems)

    def read_object(self, data: Any, parent: str, path: str) -> dict[str, Any]:
        """An object of the case as a complete dict; `parent` is its place in the table, `path` in the case."""
        if data is None:
            data = {}
        if not isinstance(data, dict):
            self.refuse(path or "case", f"must be an object, not {_shown(data)}")
            return {}
        shape = shape_of(parent)
        if not data.keys() <= shape.names:
            self._refuse_unknown(data, [*shape.fields, *shape.objects], path)
        # Half of a case's fields are left out, and most of those are silent: they stand in the empty object already.
        values = shape.empty.copy()
        for name, entry in shape.fields.items():
            value = data.get(name)
            if value is not None:
                values[name] = _READERS[entry.kind](self, value, entry, path)
            elif not entry.silent:
                values[name] = self._absent(entry, _join(path, name))
        for name in shape.objects:
            place = _join(path, name)
            if part := self.parts.get(place):
                values[name] = part.values
                self.assumed += part.walked
            else:
                values[name] = self.read_object(data.get(name), _join(parent, name), place)
        return values

    def _refuse_unknown(self, data: dict[str, Any], known: list[str], path: str) -> None:
        for name in data:
            if name not in known:
                close = get_close_matches(str(name), known, 1)
                hint = f"; did you mean {close[0]}?" if close else ""
                self.refuse(_join(path, str(name) or NAMELESS), f"there is no such field{hint}")

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

    def _out_of(self, path: str, value: Any, entry: Field) -> None:
        self.refuse(_join(path, entry.name), f"{_shown(value)} is not accepted; accepted: {entry.accepted}")

    def _number(self, value: Any, entry: Field, path: str) -> float | None:
        if _is_number(value, entry):
            return float(value)
        self._out_of(path, value, entry)
        return None

    def _count(self, value: Any, entry: Field, path: str) -> int | None:
        if _is_number(value, entry) and float(value).is_integer():
            return int(value)
        self._out_of(path, value, entry)
        return None

    def _flag(self, value: Any, entry: Field, path: str) -> bool | None:
        if isinstance(value, bool):
            return value
        self._out_of(path, value, entry)
        return None

    def _choice(self, value: Any, entry: Field, path: str) -> str | None:
        if isinstance(value, str) and value in entry.choices:
            return value
        self._out_of(path, value, entry)
        return None

    def _size(self, value: Any, entry: Field, path: str) -> str | None:
        """A size that is a number in one series and a name in another: Morse 2, ER32."""
        number = isinstance(value, int) and not isinstance(value, bool)
        return self._text(str(value) if number else value, entry, path)

    def _text(self, value: Any, entry: Field, path: str) -> str | None:
        if isinstance(value, str) and len(value) <= 120 and value.isprintable():
            return value
        self._out_of(path, value, entry)
        return None

    def _numbers(self, value: Any, entry: Field, path: str) -> tuple[float, ...]:
        if isinstance(value, list) and len(value) <= MOST_ITEMS and all(_is_number(v, entry) for v in value):
            return tuple(float(v) for v in value)
        self._out_of(path, value, entry)
        return ()

    def _range(self, value: Any, entry: Field, path: str) -> tuple[float, float] | None:
        if isinstance(value, list) and len(value) == 2 and all(_is_number(v, entry) for v in value) and value[0] <= value[1]:
            return float(value[0]), float(value[1])
        self._out_of(path, value, entry)
        return None

    def _curve(self, value: Any, entry: Field, path: str) -> tuple[tuple[float, float], ...] | None:
        pairs = (
            isinstance(value, list)
            and 2 <= len(value) <= MOST_ITEMS
            and all(isinstance(pair, list) and len(pair) == 2 and all(_is_number(v, entry) for v in pair) for pair in value)
        )
        if pairs and all(a[0] < b[0] for a, b in itertools.pairwise(value)):
            return tuple((float(rpm), float(kw)) for rpm, kw in value)
        self.refuse(_join(path, entry.name), "is not a curve; accepted: at least two pairs [rpm, kW], speeds rising")
        return None

    def _map(self, value: Any, entry: Field, path: str) -> dict[str, float]:
        if isinstance(value, dict) and len(value) <= 60 and all(_is_number(v, entry) for v in value.values()):
            return {str(name): float(v) for name, v in value.items()}
        self._out_of(path, value, entry)
        return {}

    def _object(self, value: Any, entry: Field, path: str) -> dict[str, Any]:
        return self.read_object(value, entry.path, _join(path, entry.name))

    def _list(self, value: Any, entry: Field, path: str) -> list[dict[str, Any]]:
        low, high, place = int(entry.low or 0), int(entry.high or MOST_ITEMS), _join(path, entry.name)
        if not isinstance(value, list) or not low <= len(value) <= high:
            self.refuse(place, f"must be a list of {low} to {high}: {entry.words}")
            return []
        table = ITEMS_AS.get(entry.path, entry.path + "[]")
        known: Callable[[Any], Any] = self.items.get(entry.path, lambda item: None)
        return [known(item) or self.read_object(item, table, f"{place}[{k}]") for k, item in enumerate(value)]


def walked(data: Any, part: str) -> tuple[dict[str, Any], Walk]:
    """A part of a case by itself (machine, cutter, …), and its walk. Raises BadInput naming each field that will not do."""
    walk = Walk()
    values = walk.read_object(data, part, part)
    walk.raise_problems()
    return values, walk


def _is_number(value: Any, entry: Field) -> bool:
    """Whether a value is a finite figure within a field's range."""
    number = isinstance(value, float) or (isinstance(value, int) and not isinstance(value, bool))
    return number and entry.least <= value <= entry.most


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
