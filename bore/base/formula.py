"""Formulas that can show their working, and the record of it when one is asked for.

A published formula is a small function under `@formula`. Closed, the record costs one look-up;
open, every formula notes its name, the values put in, its result and its source. Nothing is
written twice and no text is built while a map is computed.
"""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from functools import wraps
from typing import Any, TypeVar, cast

from bore.base.immutable import immutable
from bore.base.sources import source

Function = TypeVar("Function", bound=Callable[..., Any])


@immutable
class Formula:
    """What stands beside a formula: its quantity, its expression, the unit of its result, its source."""

    name: str
    expression: str
    unit: str
    source: str


@immutable
class Step:
    """One formula as it was used: which, with what, giving what."""

    formula: Formula
    values: dict[str, Any]
    result: Any


@dataclass(slots=True)
class Record:
    """The steps noted so far; `scope` says which part of the check is at work."""

    scope: str = "loads"
    steps: dict[str, list[Step]] = field(default_factory=dict)

    def note(self, card: Formula, values: dict[str, Any], result: Any) -> None:
        """Note one formula as it was used, under the scope at work."""
        self.steps.setdefault(self.scope, []).append(Step(card, values, result))

    def of(self, scope: str) -> list[Step]:
        """The steps noted under one scope, in order."""
        return self.steps.get(scope, [])


_open: ContextVar[Record | None] = ContextVar("record", default=None)


@contextmanager
def recording() -> Iterator[Record]:
    """Open a record: every formula evaluated inside notes its working there."""
    record = Record()
    token = _open.set(record)
    try:
        yield record
    finally:
        _open.reset(token)


class silent:  # noqa: N801 - used as a word: `with silent():`
    """Evaluate without noting, for trial values inside a solver."""

    __slots__ = ("_token",)

    def __enter__(self) -> None:
        """Close the record, if one is open."""
        self._token = _open.set(None)

    def __exit__(self, *failed: object) -> None:
        """Open again what was open."""
        _open.reset(self._token)


def enter(scope: str) -> None:
    """Say which part of the check the next formulas belong to."""
    record = _open.get()
    if record is not None:
        record.scope = scope


def formula(name: str, expression: str, unit: str, source_key: str) -> Callable[[Function], Function]:
    """Mark a keyword-only function as a formula that can show its working.

    name: the quantity in the field's words; expression: how the book prints it; unit: of the result;
    source_key: a key of `tables/sources.csv` (unknown keys raise LookupError when the module loads).
    """
    card = Formula(name, expression, unit, source(source_key).title + f" ({source(source_key).kept_as})")
    opened = _open.get

    def wrap(function: Function) -> Function:
        @wraps(function)
        def noted(**values: Any) -> Any:
            record = opened()
            if record is None:
                return function(**values)
            result = function(**values)
            record.note(card, values, result)
            return result

        noted.formula = card  # type: ignore[attr-defined]
        return cast(Function, noted)

    return wrap
