"""The one table of fields: name, unit, default, accepted range and words of everything a case may say."""

import json
from collections.abc import Callable, Iterable
from functools import cache
from typing import Any

from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.job.cutter_kinds import cutter_kinds
from bore.machines.kinds import machine_kinds

REQUIRED = "required"
DERIVED = "derived"
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
    return Field(
        row["path"],
        row["kind"],
        row["unit"],
        row["default"],
        float(row["low"]) if row["low"] else None,
        float(row["high"]) if row["high"] else None,
        _choices(row["choices"]),
        row["words"],
        row["why"],
        _literal(row["kind"], row["default"]),
        row["path"].rpartition(".")[2],
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
