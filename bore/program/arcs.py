"""Arcs of a program: by a centre counted from the start, a centre in the work, or a radius."""

import math
from collections.abc import Sequence

from bore.base.immutable import immutable

SAME_MM, ENDS_MM = 0.002, 0.02
TURN = 2 * math.pi
Point = tuple[float, float, float]


@immutable
class Arc:
    """Its centre, its radius, mm, and how far it turns, radians."""

    centre: tuple[float, float]
    radius_mm: float
    turned: float


@immutable
class Round:
    """Arcs about one centre, one behind the other: how far they have gone round, and up to which move."""

    centre: tuple[float, float] = (math.inf, math.inf)
    turned: float = 0.0
    moves: int = -1

    @staticmethod
    def on(before: "Round", arc: Arc, moves: Sequence[object]) -> "Round":
        """With one more arc: it goes on where the last block was an arc about the same centre."""
        goes_on = before.moves == len(moves) - 1 and math.dist(before.centre, arc.centre) < ENDS_MM
        return Round(arc.centre, arc.turned + (before.turned if goes_on else 0.0), len(moves))


def arc_of(at: Point, to: Point, words: dict[str, float], scale: float, motion: int, arcs: str) -> tuple[Arc | None, str]:
    """The arc a block means, or None and why it is none."""
    if "R" in words and not {"I", "J"} & set(words):
        return _by_radius(at, to, words["R"] * scale, motion)
    i, j = words.get("I", 0.0) * scale, words.get("J", 0.0) * scale
    centre = (i, j) if arcs == "ij-absolute" else (at[0] + i, at[1] + j)
    radius, ends = math.dist(at[:2], centre), math.dist(to[:2], centre)
    if radius < SAME_MM or abs(radius - ends) > ENDS_MM:
        return None, f"the arc's ends stand {radius:.3g} and {ends:.3g} mm from its centre"
    return Arc(centre, radius, _turned(at, to, centre, motion)), ""


def _turned(at: Point, to: Point, centre: tuple[float, float], motion: int) -> float:
    turned = math.atan2(to[1] - centre[1], to[0] - centre[0]) - math.atan2(at[1] - centre[1], at[0] - centre[0])
    turned = (-turned if motion == 2 else turned) % TURN
    return TURN if turned < 1e-6 or TURN - turned < 1e-6 else turned


def _by_radius(at: Point, to: Point, radius: float, motion: int) -> tuple[Arc | None, str]:
    chord = math.dist(at[:2], to[:2])
    if chord < SAME_MM:
        return None, "a whole turn by R has no centre: no control knows where it is; write it with I and J"
    if chord / 2 > abs(radius) + ENDS_MM:
        return None, f"an arc of {abs(radius):.3g} mm radius does not reach {chord:.3g} mm: its end is off the circle"
    height = math.sqrt(max(radius**2 - (chord / 2) ** 2, 0.0))
    middle = ((at[0] + to[0]) / 2, (at[1] + to[1]) / 2)
    across = (-(to[1] - at[1]) / chord, (to[0] - at[0]) / chord)
    # The short way round for a positive radius, the long one for a negative.
    side = (1 if motion == 3 else -1) * (1 if radius > 0 else -1)
    centre = (middle[0] + side * height * across[0], middle[1] + side * height * across[1])
    return Arc(centre, abs(radius), _turned(at, to, centre, motion)), ""
