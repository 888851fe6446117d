"""In which order a tool visits its places: the shortest way, exactly for few, nearly for many."""

import math
from itertools import pairwise

from bore.part.model import Point

# Exact up to so many places (Held and Karp's subsets, 2^n n^2); more are taken nearest first, then crossings undone.
EXACT = 9


def shortest(places: list[Point], begin: Point | None = None) -> list[int]:
    """The order of places with the shortest way from `begin`, as their numbers from 0; where it is None any place is first, the first one
    where that is as short.

    Held & Karp, A dynamic programming approach to sequencing problems (1962), to 9 places; beyond that the nearest next and 2-opt (Croes 1958).

    >>> shortest([(0, 0), (30, 0), (10, 0), (20, 0)], (0, -5))
    [0, 2, 3, 1]
    """
    if len(places) <= 1:
        return list(range(len(places)))
    if len(places) > EXACT:
        return _uncrossed(places, _nearest_first(places, begin), begin)
    free = _exact(places, begin)
    if begin is None:
        first = _exact(places, places[0])
        return first if length_mm(places, first) <= length_mm(places, free) + 1e-9 else free
    return free


def length_mm(places: list[Point], order: list[int], begin: Point | None = None) -> float:
    """How long a way is, mm."""
    way = ([begin] if begin is not None else []) + [places[k] for k in order]
    return sum(math.dist(a, b) for a, b in pairwise(way))


def _exact(places: list[Point], begin: Point | None) -> list[int]:
    count = len(places)
    best: dict[tuple[int, int], tuple[float, int]] = {
        (1 << k, k): (0.0 if begin is None else math.dist(begin, places[k]), -1) for k in range(count)
    }
    for seen in range(1, 1 << count):
        for last in range(count):
            if (seen, last) not in best:
                continue
            so_far = best[seen, last][0]
            for k in range(count):
                if seen >> k & 1:
                    continue
                to = (seen | 1 << k, k)
                cost = so_far + math.dist(places[last], places[k])
                if to not in best or cost < best[to][0] - 1e-12:
                    best[to] = (cost, last)
    whole = (1 << count) - 1
    last = min(range(count), key=lambda k: best[whole, k][0])
    order = []
    while last >= 0:
        order.append(last)
        whole, last = whole & ~(1 << last), best[whole, last][1]
    return order[::-1]


def _nearest_first(places: list[Point], begin: Point | None) -> list[int]:
    left = set(range(len(places)))
    here = begin if begin is not None else min(places)
    order: list[int] = []
    while left:
        k = min(left, key=lambda one: (math.dist(here, places[one]), one))
        order.append(k)
        left.remove(k)
        here = places[k]
    return order


def _uncrossed(places: list[Point], order: list[int], begin: Point | None) -> list[int]:
    """2-opt: a stretch is turned round wherever that shortens the way, until nowhere does."""
    better = True
    while better:
        better = False
        for i in range(len(order) - 1):
            before = begin if i == 0 else places[order[i - 1]]
            for j in range(i + 1, len(order)):
                after = places[order[j + 1]] if j + 1 < len(order) else None
                a, b = places[order[i]], places[order[j]]
                was = (math.dist(before, a) if before else 0.0) + (math.dist(b, after) if after else 0.0)
                now = (math.dist(before, b) if before else 0.0) + (math.dist(a, after) if after else 0.0)
                if now < was - 1e-9:
                    order[i : j + 1] = order[i : j + 1][::-1]
                    better = True
    return order
