"""The wear factor every school multiplies by; how much of an edge's life is gone by the word for its wear, and what any share of it asks for."""

import math

# Sharp; used: drilling, normal; dull: very dull drill (Machinery's Handbook, from memory).
WEAR = {"sharp": 1.0, "used": 1.3, "dull": 1.5}
# Shares of the life, where a load grows by e^(0.5 u): the words' own factors, rounded (own choice).
LIFE_GONE = {"sharp": 0.0, "used": 0.5, "dull": 0.85}
# How a load grows over the share of an edge's life, and beyond a dull one (own choice).
GROWS, BEYOND = 0.5, 1.7
EDGES_OF_STEEL = ("hss", "hss-co")


def wear_factor(used: float) -> float:
    """What an edge asks for over a sharp one, by the share u of its life that is gone: `e^(0.5 u)`, past a dull one `e^(1.7 (u − 0.85))` more
    (own choice).

    >>> round(wear_factor(0.5), 2), round(wear_factor(0.85), 2), round(wear_factor(1.2), 2)
    (1.28, 1.53, 2.77)
    """
    dull = LIFE_GONE["dull"]
    return math.exp(GROWS * min(used, dull) + BEYOND * max(used - dull, 0.0))
