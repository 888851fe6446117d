"""Choosing between numbers, written once for floats and arrays alike.

NumPy's own functions cost microseconds on a float; a check works on floats, a map on arrays,
and both run through the same lines.
"""

import math
from bisect import bisect_right
from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from typing import TypeAlias

import numpy as np
from numpy.typing import NDArray

Column: TypeAlias = float | NDArray[np.float64]
Mask: TypeAlias = bool | NDArray[np.bool_]


ARRAY = np.ndarray


def is_array(value: object) -> bool:
    """Whether a value is an array."""
    return isinstance(value, ARRAY)


def choose(condition: Mask, yes: Column, no: Column) -> Column:
    """`yes` where the condition holds, else `no`."""
    if isinstance(condition, ARRAY):
        return np.where(condition, yes, no)
    return yes if condition else no


def least(first: Column, *others: Column) -> Column:
    """The smallest of the values, cell by cell."""
    for other in others:
        if isinstance(first, ARRAY) or isinstance(other, ARRAY):
            first = np.minimum(first, other)
        elif other < first:
            first = other
    return first


def most(first: Column, *others: Column) -> Column:
    """The largest of the values, cell by cell."""
    for other in others:
        if isinstance(first, ARRAY) or isinstance(other, ARRAY):
            first = np.maximum(first, other)
        elif other > first:
            first = other
    return first


def every(condition: Mask) -> bool:
    """Whether the condition holds in every cell."""
    return bool(np.all(condition)) if isinstance(condition, ARRAY) else bool(condition)


def root(value: Column) -> Column:
    """Square root."""
    return np.sqrt(value) if isinstance(value, ARRAY) else math.sqrt(value)


def absolute(value: Column) -> Column:
    """The value without its sign."""
    return np.abs(value) if isinstance(value, ARRAY) else math.fabs(value)


def log(value: Column) -> Column:
    """Natural logarithm."""
    return np.log(value) if isinstance(value, ARRAY) else math.log(value)


def exp(value: Column) -> Column:
    """Exponential."""
    return np.exp(value) if isinstance(value, ARRAY) else math.exp(value)


def between(at: Column, places: Sequence[float], values: Sequence[float]) -> Column:
    """Straight-line interpolation, level beyond both ends; `places` ascending."""
    if isinstance(at, ARRAY):
        return np.interp(at, places, values)
    if at <= places[0]:
        return values[0]
    for place, value, next_place, next_value in zip(places, values, places[1:], values[1:], strict=False):
        if at <= next_place:
            return value + (next_value - value) * (at - place) / (next_place - place)
    return values[-1]


@lru_cache(maxsize=256)
def _in_logarithms(places: tuple[float, ...], values: tuple[float, ...]) -> tuple[tuple[float, float, float], ...]:
    """Each piece of a table on logarithmic axes: where it begins, its value there, its slope."""
    logs = [(math.log(place), math.log(value)) for place, value in zip(places, values, strict=True)]
    return tuple((x, y, (next_y - y) / (next_x - x)) for (x, y), (next_x, next_y) in pairwise(logs))


def along_logarithms(at: Column, places: Sequence[float], values: Sequence[float]) -> Column:
    """Interpolation on logarithmic axes, carried on at the end slopes beyond the table; `places` ascending."""
    pieces = _in_logarithms(tuple(places), tuple(values))
    position = log(at)
    if not isinstance(at, ARRAY):
        begins, value, slope = pieces[min(max(bisect_right(places, at) - 1, 0), len(pieces) - 1)]
        return math.exp(value + slope * (position - begins))
    answer: Column = 0.0
    for k, (begins, value, slope) in enumerate(pieces):
        piece = value + slope * (position - begins)
        answer = piece if k == 0 else choose(at >= places[k], piece, answer)
    return exp(answer)
