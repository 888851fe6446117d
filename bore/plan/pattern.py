"""Where alike holes stand: on a line, a grid or a bolt circle; and the distances a divider is set to for marking them out."""

import math
from dataclasses import replace
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable

KINDS = ("single", "line", "grid", "circle")
MOST_HOLES = 400
Point = tuple[float, float]


@immutable
class Pattern:
    """Centres of the holes, mm from the first hole's, or from the centre of a bolt circle; the distance between neighbours.

    datum_mm: how far the first hole, or the circle's centre, stands from two square edges, where that was said.
    """

    kind: str
    points_mm: tuple[Point, ...]
    neighbour_mm: float | None
    datum_mm: Point | None = None

    @property
    def from_edges_mm(self) -> tuple[Point, ...]:
        """Every hole's distance from the two edges, mm; nothing where the edges were not said."""
        if self.datum_mm is None:
            return ()
        return tuple((round(self.datum_mm[0] + x, 4), round(self.datum_mm[1] + y, 4)) for x, y in self.points_mm)


def chord_mm(circle_mm: float, count: int) -> float:
    """Distance between neighbouring holes of a bolt circle, mm: D sin(180°/n).

    >>> round(chord_mm(100.0, 6), 6), round(chord_mm(100.0, 4), 3)
    (50.0, 70.711)
    """
    return circle_mm * math.sin(math.pi / count)


def _counted(count: int, field: str) -> int:
    if isinstance(count, bool) or not isinstance(count, int) or not 1 <= count <= MOST_HOLES:
        raise BadInput.at(f"plan.pattern.{field}", f"accepted: a whole number 1 to {MOST_HOLES}")
    return count


def _length(value: object, field: str, low: float = 0.1) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= 10000:
        raise BadInput.at(f"plan.pattern.{field}", f"is needed; accepted: {low:g} to 10000 mm")
    return float(value)


def line(count: int, pitch_mm: float) -> Pattern:
    """So many holes, one pitch apart."""
    points = tuple((round(k * pitch_mm, 4), 0.0) for k in range(count))
    return Pattern("line", points, pitch_mm if count > 1 else None)


def grid(columns: int, rows: int, pitch_mm: float, row_pitch_mm: float) -> Pattern:
    """Columns by rows, each with its pitch."""
    if columns * rows > MOST_HOLES:
        raise BadInput.at("plan.pattern.rows", f"{columns * rows} holes are too many; accepted: at most {MOST_HOLES}")
    points = tuple((round(i * pitch_mm, 4), round(j * row_pitch_mm, 4)) for j in range(rows) for i in range(columns))
    steps = [pitch for pitch, many in ((pitch_mm, columns > 1), (row_pitch_mm, rows > 1)) if many]
    return Pattern("grid", points, min(steps, default=None))


def circle(count: int, circle_mm: float, first_deg: float = 0.0) -> Pattern:
    """So many holes evenly on a circle, the first at an angle from the x axis.

    >>> [tuple(round(value, 3) for value in point) for point in circle(4, 100.0).points_mm]
    [(50.0, 0.0), (0.0, 50.0), (-50.0, 0.0), (-0.0, -50.0)]
    """
    angles = [math.radians(first_deg + 360 * k / count) for k in range(count)]
    points = tuple((round(circle_mm / 2 * math.cos(angle), 4), round(circle_mm / 2 * math.sin(angle), 4)) for angle in angles)
    return Pattern("circle", points, chord_mm(circle_mm, count) if count > 1 else None)


def read_pattern(data: object, count: int) -> Pattern:
    """A pattern as data; one that is not given is so many holes anywhere. Raises BadInput naming the field."""
    if data is None:
        return Pattern("single", ((0.0, 0.0),), None)
    if not isinstance(data, dict) or data.get("kind") not in KINDS:
        raise BadInput.at("plan.pattern.kind", f"accepted: {', '.join(KINDS)}")
    found = _shape(data, count)
    datum = (data.get("edge_x_mm"), data.get("edge_y_mm"))
    if datum == (None, None):
        return found
    found = replace(found, datum_mm=(_length(datum[0], "edge_x_mm", -10000), _length(datum[1], "edge_y_mm", -10000)))
    for place, point in enumerate(found.from_edges_mm, start=1):
        if min(point) <= 0:
            axis = "x" if point[0] <= 0 else "y"
            raise BadInput.at(
                f"plan.pattern.edge_{axis}_mm", f"hole {place} would stand {min(point):g} mm from the edge; accepted: every hole inside"
            )
    return found


def _shape(data: dict[str, Any], count: int) -> Pattern:
    kind = data["kind"]
    if kind == "line":
        return line(_counted(data.get("count", count), "count"), _length(data.get("pitch_mm"), "pitch_mm"))
    if kind == "grid":
        columns, rows = _counted(data.get("columns", 1), "columns"), _counted(data.get("rows", 1), "rows")
        pitch = _length(data.get("pitch_mm"), "pitch_mm")
        return grid(columns, rows, pitch, _length(data.get("row_pitch_mm", pitch), "row_pitch_mm"))
    if kind == "circle":
        first = data.get("first_deg", 0.0)
        if isinstance(first, bool) or not isinstance(first, int | float) or not -360 <= first <= 360:
            raise BadInput.at("plan.pattern.first_deg", "accepted: -360 to 360 degrees")
        return circle(_counted(data.get("count", count), "count"), _length(data.get("circle_mm"), "circle_mm"), float(first))
    return Pattern("single", ((0.0, 0.0),), None)


def to_marks_mm(pattern: Pattern, most: int = 12) -> list[float]:
    """Distances from the first hole to each of the next ones, mm: what a divider or a rule is set to."""
    first = pattern.points_mm[0]
    return [round(math.dist(first, point), 2) for point in pattern.points_mm[1 : most + 1]]
