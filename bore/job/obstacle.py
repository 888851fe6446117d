"""What stands on the work and in a tool's way: a clamp, a boss, a wall."""

from typing import Any

from bore.base.immutable import immutable
from bore.base.plain import REACH_MM, figure, known_fields, listed, plain_text, span_mm

MOST_OBSTACLES = 100


@immutable(kw_only=True)
class Obstacle:
    """A block from its sides up to a height, mm from the zero."""

    name: str
    x_mm: tuple[float, float]
    y_mm: tuple[float, float]
    z_mm: float


def read_obstacles(data: Any, at: str) -> tuple[Obstacle, ...]:
    """Obstacles from their JSON: name, x and y as [from, to], z; a name may be left out. Raises BadInput naming the field.

    >>> read_obstacles([{"name": "clamp", "x": [20, 0], "y": [30, 50], "z": 30}], "obstacles")[0].x_mm
    (0.0, 20.0)
    """
    return tuple(_obstacle(one, f"{at}[{place}]") for place, one in enumerate(listed(data, at, MOST_OBSTACLES)))


def _obstacle(data: Any, at: str) -> Obstacle:
    known_fields(data, ("name", "x", "y", "z"), at)
    return Obstacle(
        name=plain_text(data.get("name"), f"{at}.name") or "obstacle",
        x_mm=span_mm(data.get("x"), f"{at}.x"),
        y_mm=span_mm(data.get("y"), f"{at}.y"),
        z_mm=figure(data.get("z"), f"{at}.z", *REACH_MM),
    )
