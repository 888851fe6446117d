"""Where holes stand, as it is typed: points, a line, a grid or a bolt circle."""

import re

from bore.base.errors import BadInput
from bore.base.plain import FURTHEST_MM
from bore.part.model import Point
from bore.plan.pattern import MOST_HOLES, circle, grid, line

ACCEPTED = "15, 15; 105, 15 or line 4 x 30 at 10, 20 or grid 3 x 2, 40 x 25 at 15, 15 or circle 6 on 80 at 60, 40"
_F = r"-?\d+(?:\.\d+)?"
_AT = rf"\s*(?:,\s*)?(?:at|from)\s*(?P<x>{_F})\s*[,; ]\s*(?P<y>{_F})$"
_LINE = re.compile(rf"^line\s+(?P<n>\d+)\s*(?:x|×|,)\s*(?P<pitch>{_F}){_AT}", re.I)
_GRID = re.compile(rf"^grid\s+(?P<n>\d+)\s*(?:x|×|by)\s*(?P<m>\d+)\s*,?\s*(?P<a>{_F})(?:\s*(?:x|×|by)\s*(?P<b>{_F}))?{_AT}", re.I)
_CIRCLE = re.compile(rf"^circle\s+(?P<n>\d+)\s*(?:on|x|×|,)\s*(?P<d>{_F})(?:\s*,?\s*first\s*(?P<first>{_F}))?{_AT}", re.I)
_POINT = re.compile(rf"^\(?\s*({_F})\s*[,; ]\s*({_F})\s*\)?$")


def read_places(text: str, at: str = "places") -> tuple[Point, ...]:
    """Places from text; nothing where nothing is typed. Raises BadInput naming `at`.

    >>> read_places("15, 15; 105 15")
    ((15.0, 15.0), (105.0, 15.0))
    >>> read_places("grid 2 x 2, 90 x 50 at 15, 15")[-1], len(read_places("circle 6 on 80 at 60, 40")), read_places("line 3 x 30 at 10, 20")[2]
    ((105.0, 65.0), 6, (70.0, 20.0))
    """
    written = " ".join(text.split())
    if not written:
        return ()
    found = _pattern(written, at)
    if found is None:
        found = tuple(_point(part.strip(), at) for part in re.split(r"\s*[;|]\s*", written) if part.strip())
    if len(found) > MOST_HOLES or any(abs(value) > FURTHEST_MM for point in found for value in point):
        raise BadInput.at(at, f"accepted: at most {MOST_HOLES} places within {FURTHEST_MM:g} mm")
    return found


def _pattern(text: str, at: str) -> tuple[Point, ...] | None:
    if match := _LINE.match(text):
        points = line(_count(match["n"], at), float(match["pitch"])).points_mm
    elif match := _GRID.match(text):
        columns, rows = _count(match["n"], at), _count(match["m"], at)
        if columns * rows > MOST_HOLES:
            raise BadInput.at(at, f"accepted: at most {MOST_HOLES} places")
        points = grid(columns, rows, float(match["a"]), float(match["b"] or match["a"])).points_mm
    elif match := _CIRCLE.match(text):
        if float(match["d"]) <= 0:
            raise BadInput.at(at, "a bolt circle has a diameter above nought")
        points = circle(_count(match["n"], at), float(match["d"]), float(match["first"] or 0.0)).points_mm
    else:
        return None
    x, y = float(match["x"]), float(match["y"])
    return tuple((round(x + dx, 4), round(y + dy, 4)) for dx, dy in points)


def _count(text: str, at: str) -> int:
    count = int(text[:6])
    if not 1 <= count <= MOST_HOLES:
        raise BadInput.at(at, f"accepted: 1 to {MOST_HOLES} holes")
    return count


def _point(text: str, at: str) -> Point:
    match = _POINT.match(text)
    if match is None:
        raise BadInput.at(at, f"“{text[:40]}” is no place; accepted: {ACCEPTED}")
    return float(match[1]), float(match[2])
