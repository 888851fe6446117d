"""The one table of fields: name, unit, default, accepted range and words of everything a case may say."""

import json
import sys
from collections.abc import Callable, Iterable
from functools import cache
from typing import Any

from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.job.cutter_kinds import cutter_kinds
from bore.machines.kinds import machine_kinds

REQUIRED = "required"
DERIVED = "derived"
LARGEST = sys.float_info.max
NUMERIC = ("number", "count", "numbers", "range", "curve", "map")


@immutable
class Field:
    """One field of a case. `default` is null, a value, `required`, or `derived` (worked out from other fields)."""

    path: str
    kind: str
    unit: str
    default: str
    low: float | None
    high: float | None
    choices: tuple[str, ...]
    words: str
    why: str
    # The literal default, or None where there is none.
    value_when_absent: Any = None
    name: str = ""
    # Whether leaving the field out is worth no word: nothing is assumed, and nothing is wanted.
    silent: bool = False
    # The accepted range as two finite figures.
    least: float = -LARGEST
    most: float = LARGEST

    @property
    def parent(self) -> str:
        """Path of the object the field stands in."""
        return self.path.rpartition(".")[0]

    @property
    def optional(self) -> bool:
        """Whether null may stand here."""
        return self.default not in (REQUIRED,)

    @property
    def accepted(self) -> str:
        """What the field takes, in words."""
        if self.kind == "choice":
            return "one of " + ", ".join(self.choices)
        if self.kind == "flag":
            return "true or false"
        if self.kind in NUMERIC:
            span = f"{self.low:g} to {self.high:g}" + (f" {self.unit}" if self.unit else "")
            shape = {
                "count": "a whole number ",
                "numbers": "a list of numbers ",
                "range": "two numbers, low then high, ",
                "curve": "a list of pairs ",
                "map": "numbers by name, ",
            }.get(self.kind, "")
            return shape + span
        return {
            "object": "an object or null",
            "list": "a list",
            "text": "text of at most 120 characters",
            "size": "a Morse number or a collet size",
        }[self.kind]


# Choices that stand in a table of their own.
TABLES: dict[str, Callable[[], Iterable[str]]] = {"@families": cutter_kinds, "@machine-kinds": machine_kinds}


def _choices(text: str) -> tuple[str, ...]:
    """The words a field takes; `@families` stands for every family there is, `@machine-kinds` for every kind of machine."""
    return tuple(TABLES[text]()) if text in TABLES else tuple(text.split())


def _literal(kind: str, default: str) -> Any:
    if default in (REQUIRED, DERIVED):
        return None
    if kind in ("choice", "text", "size"):
        return None if default == "null" else default
    return json.loads(default)


def _field(row: dict[str, str]) -> Field:
    value = _literal(row["kind"], row["default"])
    low, high = (float(row[end]) if row[end] else None for end in ("low", "high"))
    return Field(
        row["path"],
        row["kind"],
        row["unit"],
        row["default"],
        low,
        high,
        _choices(row["choices"]),
        row["words"],
        row["why"],
        value,
        row["path"].rpartition(".")[2],
        value is None and row["default"] != REQUIRED,
        -LARGEST if low is None else low,
        LARGEST if high is None else high,
    )


@cache
def all_fields() -> dict[str, Field]:
    """Every field by its path; `[]` in a path stands for each item of a list."""
    return {row["path"]: _field(row) for row in rows("fields.csv")}


@cache
def members(parent: str) -> dict[str, Field]:
    """The fields that stand directly in an object, by name."""
    return {field.name: field for field in all_fields().values() if field.parent == parent}


@cache
def inner_objects(parent: str) -> tuple[str, ...]:
    """Names of the objects that always stand in an object (they need no row of their own)."""
    found: dict[str, None] = {}
    prefix = parent + "." if parent else ""
    for path in all_fields():
        if path.startswith(prefix):
            head, dot, _ = path[len(prefix) :].partition(".")
            if dot and not head.endswith("[]") and prefix + head not in all_fields():
                found[head] = None
    return tuple(found)


@immutable
class Shape:
    """How an object of a case is read: its fields by name, the objects within it, every name that may stand in it, and the object with
    nothing in it."""

    fields: dict[str, Field]
    objects: tuple[str, ...]
    names: frozenset[str]
    empty: dict[str, Any]


@cache
def shape_of(parent: str) -> Shape:
    """How the object at a place in the table is read."""
    fields, objects = members(parent), inner_objects(parent)
    return Shape(fields, objects, frozenset((*fields, *objects)), dict.fromkeys(fields))
