"""Plain data as it comes in a request: objects, lists, figures, points and texts, each held to what is accepted, by the name of its field."""

from collections.abc import Collection
from typing import Any

from bore.base.errors import BadInput

# No place on a part or a machine lies further out, mm.
FURTHEST_MM = 10_000.0
REACH_MM = (-FURTHEST_MM, FURTHEST_MM)
LONGEST_TEXT, LONGEST_NAME = 120, 40


def known_fields(data: Any, names: Collection[str], at: str = "", whole: str = "body") -> dict[str, Any]:
    """An object of fields that are known; `whole` names it where it is the whole request. Raises BadInput naming the field that is not.

    >>> known_fields({"x": 1}, ("x", "y"), "part")
    {'x': 1}
    """
    if not isinstance(data, dict):
        raise BadInput.at(at or whole, "must be an object")
    for name in data:
        if name not in names:
            # A field may be called nothing at all; then the whole is named.
            raise BadInput.at(
                f"{at}.{str(name)[:LONGEST_NAME]}".lstrip(".") or whole, f"there is no such field; accepted: {', '.join(names)}"
            )
    return data


def listed(data: Any, at: str, most: int) -> list[Any]:
    """A list of no more than so many; nothing is an empty one. Raises BadInput naming it."""
    if data is None:
        return []
    if not isinstance(data, list) or len(data) > most:
        raise BadInput.at(at, f"accepted: a list of at most {most}")
    return data


def figure(value: Any, at: str, low: float, high: float) -> float:
    """A figure within a range. Raises BadInput naming it.

    >>> figure(12, "depth_mm", 0.1, 500)
    12.0
    """
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
        raise BadInput.at(at, f"accepted: {low:g} to {high:g}")
    return float(value)


def plain_text(value: Any, at: str, most: int = LONGEST_TEXT) -> str:
    """A text of no more than so many letters; nothing is an empty one. Raises BadInput naming it."""
    if value is None:
        return ""
    if not isinstance(value, str) or len(value) > most:
        raise BadInput.at(at, f"accepted: text of at most {most} characters")
    return value


def pair_mm(data: Any, at: str, words: str = "two figures, mm") -> tuple[float, float]:
    """Two lengths: a place's x and y, or from and to. Raises BadInput naming it, or what of it is out of reach."""
    if not isinstance(data, list) or len(data) != 2:
        raise BadInput.at(at, f"accepted: {words}")
    return figure(data[0], at, *REACH_MM), figure(data[1], at, *REACH_MM)


def span_mm(data: Any, at: str) -> tuple[float, float]:
    """From and to, the lower first."""
    low, high = sorted(pair_mm(data, at, "from and to, mm"))
    return low, high


def points_mm(data: Any, at: str, most: int) -> tuple[tuple[float, float], ...]:
    """Places, each of x and y. Raises BadInput naming the one that is none."""
    return tuple(pair_mm(one, f"{at}[{place}]") for place, one in enumerate(listed(data, at, most)))
