"""An edge in a run: what its wear asks for, how hot it is, how fast it goes."""

import math

from bore.practice.facts import LIFE_AT_RADIUS
from bore.practice.set_up import SetUp

# A load grows by e^(0.5 u) over the share u of an edge's life, as the log has it, and by e^(1.7 u) beyond a dull one (own choice).
GROWS, BEYOND, DULL = 0.5, 1.7, 0.85


def wear_factor(used: float) -> float:
    """What an edge asks for over a sharp one, by the share of its life that is gone.

    >>> round(wear_factor(0.5), 2), round(wear_factor(0.85), 2), round(wear_factor(1.2), 2)
    (1.28, 1.53, 2.77)
    """
    return math.exp(GROWS * min(used, DULL) + BEYOND * max(used - DULL, 0.0))


def radius_mm(set_up: SetUp, used: float) -> float:
    """Of the cutting edge, between the radii of sharp, used, dull and a dead one."""
    radii = set_up.radii_mm
    for k in range(len(LIFE_AT_RADIUS) - 1):
        low, high = LIFE_AT_RADIUS[k], LIFE_AT_RADIUS[k + 1]
        if used <= high:
            return radii[k] + (radii[k + 1] - radii[k]) * (used - low) / (high - low)
    return radii[-1]
