"""How a figure of the core becomes a figure of an answer: six digits, lists for tuples, words for verdicts."""

from dataclasses import is_dataclass
from functools import lru_cache
from typing import Any, Protocol, TypeVar, cast, overload

from bore.base.immutable import names_of

Shape = TypeVar("Shape")
AS_THEY_ARE = frozenset((bool, int, str))


def _six_digits(value: Any) -> float | None:
    """A figure for the answer: six significant digits; none where there is none, and nought has no sign."""
    return None if value is None else float(f"{float(value):.6g}") + 0.0


class _Number(Protocol):
    @overload
    def __call__(self, value: None) -> None: ...
    @overload
    def __call__(self, value: Any) -> float: ...


# Most figures of an answer stand in it twice or stood in the one before: marks stay while a speed or a feed is tried.
number = cast(_Number, lru_cache(maxsize=4096)(_six_digits))


def plain(value: Any) -> Any:
    """A value for the answer: figures rounded, tuples as lists, words, whole numbers and records as they are.

    >>> plain((1.23456789, 2)), plain(True), plain("dry"), plain(None)
    ([1.23457, 2], True, 'dry', None)
    """
    kind = type(value)
    if kind is float:
        return number(value)
    if value is None or kind in AS_THEY_ARE or is_dataclass(value):
        return value
    if kind in (list, tuple):
        return [plain(item) for item in value]
    return value if kind is dict else number(value)


def shaped(shape: type[Shape], found: Any, **given: Any) -> Shape:
    """An answer's shape filled from a record of the core that has values of the same names; `given` stands before them."""
    of: Any = shape
    for name in names_of(of):
        if name not in given:
            given[name] = plain(getattr(found, name))
    return shape(**given)


def widened(shape: type[Shape], answer: Any, **given: Any) -> Shape:
    """A wider shape filled from a narrower answer, whose values are plain already."""
    of: Any = shape
    return shape(**{name: getattr(answer, name) for name in names_of(of) if name not in given}, **given)
