"""Formulas that can show their working, and the record of it when one is asked for.

A published formula is a small function under `@formula`. Closed, the record costs a glance;
open, every formula notes its name, the values put in, its result and its source. Nothing is
written twice and no text is built while a map is computed.
"""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from functools import wraps
from inspect import signature
from threading import Lock
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
_counting = Lock()


@dataclass(slots=True)
class _Anywhere:
    """How many records are open in the whole process: mostly none, and then no formula looks for its own."""

    open: int = 0


_anywhere = _Anywhere()


@contextmanager
def recording() -> Iterator[Record]:
    """Open a record: every formula evaluated inside notes its working there."""
    record = Record()
    with _counting:
        _anywhere.open += 1
    token = _open.set(record)
    try:
        yield record
    finally:
        _open.reset(token)
        with _counting:
            _anywhere.open -= 1


class silent:  # noqa: N801 - used as a word: `with silent():`
    """Evaluate without noting, for trial values inside a solver."""

    __slots__ = ("_token",)

    def __enter__(self) -> None:
        """Close the record, if one is open."""
        self._token = _open.set(None) if _anywhere.open else None

    def __exit__(self, *failed: object) -> None:
        """Open again what was open."""
        if self._token is not None:
            _open.reset(self._token)


def enter(scope: str) -> None:
    """Say which part of the check the next formulas belong to."""
    if _anywhere.open and (record := _open.get()) is not None:
        record.scope = scope


def formula(name: str, expression: str, unit: str, source_key: str) -> Callable[[Function], Function]:
    """Mark a keyword-only function as a formula that can show its working.

    name: the quantity in the field's words; expression: how the book prints it; unit: of the result;
    source_key: a key of `tables/sources.csv` (unknown keys raise LookupError when the module loads).
    """
    card = Formula(name, expression, unit, source(source_key).title + f" ({source(source_key).kept_as})")

    def wrap(function: Function) -> Function:
        noted = wraps(function)(_noting(function, card))
        noted.formula = card  # type: ignore[attr-defined]
        return cast(Function, noted)

    return wrap


def _noting(function: Callable[..., Any], card: Formula) -> Callable[..., Any]:
    """The function, noting what it is given and gives while a record is open.

    A check runs through a hundred formulas and mostly nobody reads their working: packing their values into a dictionary and out again
    was a tenth of it. So the wrapper is written out with the function's own keywords, as the standard library writes a dataclass's.
    """
    wanted = signature(function).parameters
    if any(one.default is not one.empty for one in wanted.values()):
        return _noting_any(function, card)
    passed = ", ".join(f"{name}={name}" for name in wanted)
    space: dict[str, Any] = {"anywhere": _anywhere, "opened": _open.get, "function": function, "card": card}
    exec(
        f"def noted(*, {', '.join(wanted)}):\n"
        f"    result = function({passed})\n"
        "    if anywhere.open and (record := opened()) is not None:\n"
        f"        record.note(card, dict({passed}), result)\n"
        "    return result\n",
        space,
    )
    return cast(Callable[..., Any], space["noted"])


def _noting_any(function: Callable[..., Any], card: Formula) -> Callable[..., Any]:
    """The same where some values may be left out: what was left out is not noted."""

    def noted(**values: Any) -> Any:
        result = function(**values)
        if _anywhere.open and (record := _open.get()) is not None:
            record.note(card, values, result)
        return result

    return noted
