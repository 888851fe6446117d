"""What is doubtful of logged cuts: a reading written in another unit, a drift since some day, and how honest the bands have been."""

import math
from dataclasses import dataclass
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

from bore.cuts.kinds import reading_kinds
from bore.cuts.learning import FAR, HOLDS_90, Fit

# A surprise that is asked about, and how well another unit must explain it.
ASK, EXPLAINED = 3.0, 1.5
# Two-sided cumulative sum: what is let pass each time, and where it speaks (Montgomery, Introduction to Statistical Quality Control,
# from memory).
PASSES, SPEAKS = 0.5, 5.0
TENTHS, BY = 10, 10


@dataclass(frozen=True, slots=True)
class Asked:
    """A cut to ask about: the slips that would explain it, as `/1000` or `x10`; none where it is merely far off."""

    id: str
    fits: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Drift:
    """Since which cut readings have lain high or low."""

    since: str
    direction: str


@dataclass(frozen=True, slots=True)
class Statistics:
    """Without hindsight, each reading against what was known the day before: the share inside the 90 % band, the band's half-width by
    tens of readings, and how many fell into each tenth of what was foreseen."""

    count: int
    inside: float | None
    half_widths: tuple[float, ...]
    tenths: tuple[int, ...]


def asked(fitted: Fit) -> tuple[Asked, ...]:
    """The cuts to ask about, in their order; what somebody has confirmed is not asked again."""
    found: dict[str, Asked] = {}
    for at, t in enumerate(fitted.t):
        cut = fitted.cuts[int(fitted.place[at])]
        if cut.confirmed or abs(t) <= ASK or cut.id in found:
            continue
        spread = fitted.d[at] / t
        fits = tuple(
            f"{'/' if t > 0 else 'x'}{slip:g}"
            for slip in reading_kinds()[fitted.kinds[at]].slips
            if abs(t) * spread > 0 and abs(abs(t) - math.log(slip) / spread) < EXPLAINED
        )
        if fits or abs(t) > FAR:
            found[cut.id] = Asked(cut.id, fits)
    return tuple(found.values())


def _order(fitted: Fit) -> NDArray[np.int_]:
    """The readings by their date, oldest first."""
    ages = np.array([fitted.cuts[int(place)].age_years for place in fitted.place])
    return np.argsort(-ages, kind="stable")


def _foreseen(fitted: Fit) -> tuple[NDArray[np.int_], NDArray[np.float64], NDArray[np.float64]]:
    """Each reading in its turn: its surprise against those before it, and the spread it was foreseen with.

    With `C = L Lᵀ` the covariance in that order, `L⁻¹ y` are the surprises in standard deviations and the diagonal of L the spreads."""
    order = _order(fitted)
    together = fitted.rows @ fitted.rows.T + np.diag(fitted.own / np.maximum(fitted.weight, 1e-6))
    lower = np.linalg.cholesky(together[np.ix_(order, order)])
    return order, np.linalg.solve(lower, fitted.y[order]), np.diag(lower)


def drift(fitted: Fit) -> Drift | None:
    """Whether readings have drifted, by a two-sided cumulative sum of what they surprised by."""
    order, surprise, _ = _foreseen(fitted)
    sums, since = [0.0, 0.0], [0, 0]
    for at, one in enumerate(np.clip(surprise, -FAR, FAR)):
        for side, signed in enumerate((one, -one)):
            raised = sums[side] + signed - PASSES
            if raised <= 0:
                sums[side], since[side] = 0.0, at + 1
            else:
                sums[side] = raised
            if raised > SPEAKS:
                cut = fitted.cuts[int(fitted.place[order[since[side]]])]
                return Drift(cut.id, ("high", "low")[side])
    return None


def statistics(fitted: Fit) -> Statistics:
    """How honest the bands of the day have been."""
    if fitted.y.size == 0:
        return Statistics(0, None, (), (0,) * TENTHS)
    _, surprise, spread = _foreseen(fitted)
    shares = np.array([NormalDist().cdf(float(one)) for one in surprise])
    tenths = np.histogram(shares, bins=TENTHS, range=(0.0, 1.0))[0]
    widths = tuple(float(HOLDS_90 * spread[at : at + BY].mean()) for at in range(0, spread.size, BY))
    return Statistics(int(fitted.y.size), float(np.mean(np.abs(surprise) <= HOLDS_90)), widths, tuple(int(one) for one in tenths))
