"""Half-way between what stands next to one another along X and along Y: edges and holes, as somebody marks out with a rule."""

import itertools
import math
from fractions import Fraction

from bore.base.immutable import immutable
from bore.part.model import Feature, Setup
from bore.part.places import SAME_MM
from bore.quantities.units import MM_PER_INCH

# A rule's finest division, of an inch.
SIXTY_FOURTHS = 64


@immutable(kw_only=True)
class HalfWay:
    """Between two stations along an axis: what they are, where, how far apart, and the middle between them, mm, inch and nearest 1/64."""

    axis: str
    between: list[str]
    at_mm: list[float]
    apart_mm: float
    middle_mm: float
    middle_in: float
    middle_64: str


def sixty_fourths(length_mm: float) -> str:
    """A length as inches and the nearest sixty-fourth.

    >>> sixty_fourths(60.0), sixty_fourths(25.4), sixty_fourths(9.525), sixty_fourths(-3.175)
    ('2 23/64', '1', '3/8', '-1/8')
    """
    found = Fraction(round(abs(length_mm) / MM_PER_INCH * SIXTY_FOURTHS), SIXTY_FOURTHS)
    whole, rest = divmod(found.numerator, found.denominator)
    words = " ".join([*([str(whole)] if whole or not rest else []), *([f"{rest}/{found.denominator}"] if rest else [])])
    return f"-{words}" if length_mm < 0 and found else words


def half_ways(setup: Setup, features: tuple[Feature, ...]) -> list[HalfWay]:
    """Every gap between neighbouring stations of a set-up, edges of its outline among them; along an axis they add up to its width.

    The middle of 15 and 105 is 60: (a + b) / 2.
    """
    found: list[HalfWay] = []
    for axis, (name, low, high) in enumerate((("x", "left edge", "right edge"), ("y", "front edge", "rear edge"))):
        stations = _stations(axis, features)
        if setup.outline_mm:
            values = [corner[axis] for corner in setup.outline_mm]
            stations = [(min(values), low), *stations, (max(values), high)]
            stations.sort(key=lambda one: one[0])
        found += [_between(name, one, two) for one, two in itertools.pairwise(stations)]
    return found


def _stations(axis: int, features: tuple[Feature, ...]) -> list[tuple[float, str]]:
    """Where holes stand along an axis, those at one station named together."""
    stand = sorted((place[axis], f"{one.letter}{k}") for one in features for k, place in enumerate(one.places_mm, start=1))
    found: list[tuple[float, list[str]]] = []
    for at, name in stand:
        if found and math.isclose(found[-1][0], at, rel_tol=0, abs_tol=SAME_MM):
            found[-1][1].append(name)
        else:
            found.append((at, [name]))
    return [(at, ", ".join(names)) for at, names in found]


def _between(axis: str, one: tuple[float, str], two: tuple[float, str]) -> HalfWay:
    middle = (one[0] + two[0]) / 2
    return HalfWay(
        axis=axis,
        between=[one[1], two[1]],
        at_mm=[one[0], two[0]],
        apart_mm=round(two[0] - one[0], 4),
        middle_mm=round(middle, 4),
        middle_in=round(middle / MM_PER_INCH, 4),
        middle_64=sixty_fourths(middle),
    )
