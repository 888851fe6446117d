"""Whether the holes of a part can stand where they stand: told by letter and place before anything is planned."""

import math
from collections.abc import Iterator
from itertools import combinations
from typing import Literal

from bore.base.immutable import immutable
from bore.limits.break_out import WALL
from bore.part.model import Feature, Part, Point, Setup

Severity = Literal["stops", "look", "note"]
SEVERITIES: tuple[Severity, ...] = ("stops", "look", "note")
MOST_FINDINGS = 300
SOFT_WALL, HARD_WALL = WALL
# Nearer than this two places are one, mm; a wall thinner than this never stands, mm; half a drill chuck's width (common practice).
SAME_MM, LEAST_WALL_MM, CHUCK_MM = 0.01, 1.0, 30.0


@immutable
class Finding:
    """What is wrong with a place, counted from one: which check says so, how much it matters, and the words."""

    letter: str
    place: int
    check: str
    severity: Severity
    words: str


def findings(part: Part, turned: bool) -> list[Finding]:
    """Everything that is wrong with the places of a part; `turned`: the part turns and the tools stand, as on a lathe."""
    found: list[Finding] = list(_off_centre(part)) if turned else []
    for setup in part.setups:
        here = [feature for feature in part.features if feature.setup == setup.id]
        found += _between(here)
        for feature in here:
            for number, place in enumerate(feature.places_mm, start=1):
                found += _alone(setup, feature, number, place)
    # What stops first; of very many the first few hundred say enough.
    return sorted(found, key=lambda one: SEVERITIES.index(one.severity))[:MOST_FINDINGS]


def _off_centre(part: Part) -> Iterator[Finding]:
    """Holes off the line the work turns about: a tool that stands still cannot make them."""
    for feature in part.features:
        for number, place in enumerate(feature.places_mm, start=1):
            if math.dist(place, (0.0, 0.0)) > SAME_MM:
                words = f"{feature.letter}{number} stands off the centre line; where the work turns a hole lies on it, at 0, 0"
                yield Finding(feature.letter, number, "centre line", "stops", words)


def _between(features: list[Feature]) -> Iterator[Finding]:
    """Holes too near one another; on one axis only where one is made after the other."""
    stand = [(feature, number, place) for feature in features for number, place in enumerate(feature.places_mm, start=1)]
    for (one, i, a), (two, j, b) in combinations(stand, 2):
        apart = math.dist(a, b)
        at = f"{one.letter}{i} and {two.letter}{j}"
        if apart < SAME_MM:
            if one.letter == two.letter:
                yield Finding(two.letter, j, "same place", "stops", f"{at} stand in the same place")
            elif one.letter not in two.after and two.letter not in one.after:
                yield Finding(two.letter, j, "one axis", "look", f"{at} are on one axis: say which comes after the other")
            continue
        wall = apart - (one.widest_mm + two.widest_mm) / 2
        least = min(one.widest_mm, two.widest_mm)
        if wall <= 0:
            yield Finding(two.letter, j, "overlap", "stops", f"{at} run into one another, {apart:.4g} mm apart")
        elif wall < max(HARD_WALL * least, LEAST_WALL_MM):
            yield Finding(two.letter, j, "wall", "stops", f"between {at} only {wall:.3g} mm of metal is left")
        elif wall < SOFT_WALL * least:
            yield Finding(two.letter, j, "wall", "look", f"between {at} the wall is {wall:.3g} mm, under half the narrower hole")


def _alone(setup: Setup, feature: Feature, number: int, place: Point) -> Iterator[Finding]:
    """A place against the outline, what lies under it and what stands beside it."""
    at = f"{feature.letter}{number}"
    if setup.outline_mm and not inside(setup.outline_mm, place):
        yield Finding(feature.letter, number, "outline", "stops", f"{at} stands outside the outline, at {place[0]:g}, {place[1]:g}")
    if feature.through and any(_in(box, place, feature.widest_mm / 2) for box in setup.keep_out_mm):
        yield Finding(feature.letter, number, "keep-out", "stops", f"{at} goes through into what the part lies on")
    for one in setup.obstacles:
        box = ((one.x_mm[0], one.y_mm[0]), (one.x_mm[1], one.y_mm[1]))
        if _in(box, place, feature.widest_mm / 2):
            yield Finding(feature.letter, number, "obstacle", "stops", f"{at} stands under the {one.name}")
        elif _in(box, place, CHUCK_MM):
            yield Finding(
                feature.letter, number, "obstacle", "look", f"{at} is within a chuck's width of the {one.name}, {one.z_mm:g} mm high"
            )


def _in(box: tuple[Point, Point], place: Point, beyond_mm: float) -> bool:
    (x0, y0), (x1, y1) = box
    return x0 - beyond_mm < place[0] < x1 + beyond_mm and y0 - beyond_mm < place[1] < y1 + beyond_mm


def inside(outline: tuple[Point, ...], place: Point) -> bool:
    """Whether a place lies within a polygon: an odd number of sides crossed on the way out.

    >>> inside(((0, 0), (10, 0), (10, 5), (0, 5)), (4, 2)), inside(((0, 0), (10, 0), (10, 5), (0, 5)), (4, 7))
    (True, False)
    """
    x, y = place
    crossed = False
    for (ax, ay), (bx, by) in zip(outline, outline[1:] + outline[:1], strict=True):
        if (ay > y) != (by > y) and x < (bx - ax) * (y - ay) / (by - ay) + ax:
            crossed = not crossed
    return crossed


def edge_mm(outline: tuple[Point, ...], place: Point) -> float | None:
    """How far a place stands from the nearest side of an outline, mm; None without one.

    >>> edge_mm(((0, 0), (10, 0), (10, 5), (0, 5)), (4, 2))
    2.0
    """
    sides = zip(outline, outline[1:] + outline[:1], strict=True)
    return min((_to_side(a, b, place) for a, b in sides), default=None)


def _to_side(a: Point, b: Point, place: Point) -> float:
    along = (b[0] - a[0], b[1] - a[1])
    square = along[0] ** 2 + along[1] ** 2
    share = 0.0 if square == 0 else ((place[0] - a[0]) * along[0] + (place[1] - a[1]) * along[1]) / square
    share = min(max(share, 0.0), 1.0)
    return math.dist(place, (a[0] + share * along[0], a[1] + share * along[1]))


def neighbour_mm(feature: Feature, features: tuple[Feature, ...]) -> float | None:
    """Centre to centre of the next hole of any feature in the same set-up, as if that were as wide as this one, mm: the wall is what counts."""
    walls = [
        math.dist(a, b) - other.widest_mm / 2 + feature.diameter_mm / 2
        for other in features
        if other.setup == feature.setup
        for a in feature.places_mm
        for b in other.places_mm
        if math.dist(a, b) > SAME_MM
    ]
    return min(walls, default=None)
