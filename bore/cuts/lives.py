"""How long edges last: a load that creeps up with what an edge has cut, the lives of edges that ended, and how many come back from the grinder.

Priors and marks are our own choice, tried on simulated edges (tests/bore/test_lives.py); that a worn edge asks for half as much again is the
books' (bore/schools/wear.py), a Weibull shape of 2 to 4 for tool life common practice.
"""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bore.base.immutable import immutable
from bore.schools.wear import GROWS, WEAR

Array = NDArray[np.float64]
# A load that has grown so far is an edge's end.
MARK = math.log(WEAR["dull"])
# Of a line through ln(load / first) over the share of the book's life: how sure its intercept and slope are, and how far one reading lies off it.
INTERCEPT_SD, SLOPE_SD, NOISE = 0.06, 0.25, 0.06
# Readings that make the first load, holes before anything is said, and a reading that lies so far off counts for less.
FIRST, LEAST_HOLES, CLIP, ROUNDS, LEAST_SLOPE = 3, 15, 2.5, 8, 1e-3
SHAPE = 2.5
# The median of a gamma of shape one half: what makes the book's life the middle of what is thought before any edge has ended.
HALF_GAMMA_MEDIAN = 0.2274682
DRAWS, SEED = 4000, 20261129
LOW, MIDDLE, HIGH = 10, 50, 90
BACK_BEFORE, LOST_BEFORE = 3.0, 2.0


@immutable
class Range:
    """Four in five lie between low and high."""

    low: float
    middle: float
    high: float


def left_m(cut_m: Sequence[float], loads: Sequence[float], now_m: float, book_m: float, holes: int) -> Range | None:
    """Metres an edge has left before its load has grown to the mark; None before there is enough to say.

    cut_m, loads: what it had cut at each reading, and that reading over what was said; now_m: what it has cut by now; book_m: the book's
    life; holes: how many it has made.
    """
    if holes < LEAST_HOLES or len(loads) < FIRST + 1:
        return None
    u, y = np.asarray(cut_m) / book_m, np.log(np.asarray(loads))
    mean, spread = _line(u, y - float(y[:FIRST].mean()))
    some = np.random.default_rng(SEED).standard_normal((DRAWS, 2))
    # Where the line begins is only what the first loads were out by: the mark stands over a sharp edge's load, not over theirs.
    _, slope = (mean + some @ np.linalg.cholesky(spread).T).T
    ends = MARK / np.maximum(slope, LEAST_SLOPE)
    return _range((np.maximum(ends - now_m / book_m, 0.0)) * book_m)


def _line(u: Array, y: Array) -> tuple[Array, Array]:
    """Intercept and slope with their covariance, from the prior and the readings; what lies far off counts for less."""
    columns = np.stack([np.ones_like(u), u], axis=1)
    prior = np.diag([INTERCEPT_SD**-2, SLOPE_SD**-2])
    pull = prior @ np.array([0.0, GROWS])
    weight = np.ones_like(u)
    for _ in range(ROUNDS):
        scaled = columns.T * (weight / NOISE**2)
        spread = np.linalg.inv(prior + scaled @ columns)
        mean = spread @ (pull + scaled @ y)
        off = np.abs(y - columns @ mean) / NOISE
        weight = np.minimum(1.0, CLIP / np.maximum(off, 1e-12)) ** 2
    return np.asarray(mean, dtype=np.float64), np.asarray(spread, dtype=np.float64)


def life_m(ended_m: Sequence[float], unended_m: Sequence[float], book_m: float) -> Range:
    """The mean life of such edges, m: Weibull of shape 2.5, λ = η^−2.5 ~ Gamma(½ + d, b + Σ t^2.5) with `b` so that without any edge the
    middle is the book's; those taken off early, and the one in use, count for what they have cut.

    >>> [round(one, 1) for one in (life_m([], [], 10.0).middle, life_m([5.0] * 20, [], 10.0).middle)]
    [9.9, 4.6]
    """
    gamma = math.gamma(1 + 1 / SHAPE)
    rate = HALF_GAMMA_MEDIAN * (book_m / gamma) ** SHAPE + sum(one**SHAPE for one in (*ended_m, *unended_m))
    draws = np.random.default_rng(SEED).gamma(0.5 + len(ended_m), size=DRAWS) / rate
    return _range(gamma * draws ** (-1 / SHAPE))


def survivors_share(back: int, lost: int) -> float:
    """Of those sent to the grinder, how many come back fit: the mean of Beta(3 + back, 2 + lost).

    >>> survivors_share(0, 0), survivors_share(15, 0)
    (0.6, 0.9)
    """
    return (BACK_BEFORE + back) / (BACK_BEFORE + back + LOST_BEFORE + lost)


def _range(draws: Array) -> Range:
    low, middle, high = (float(one) for one in np.percentile(draws, [LOW, MIDDLE, HIGH]))
    return Range(low, middle, high)
