"""What is doubtful of logged cuts: a reading written in another unit, a drift since some day, and how honest the bands have been."""

import math
from collections.abc import Iterator
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

from bore.base.immutable import immutable
from bore.cuts.kinds import reading_kinds
from bore.cuts.learning import FAR, HOLDS_90, Fit

# A surprise that is asked about, and how well another unit must explain it.
ASK, EXPLAINED = 3.0, 1.5
# Two-sided cumulative sum: what is let pass each time, and where it speaks (Montgomery, Introduction to Statistical Quality Control,
# from memory).
PASSES, SPEAKS = 0.5, 5.0
TENTHS, BY = 10, 10
# By what the shares are told apart; from so few readings no share is told, and of so many names.
OF = ("family", "metal", "machine", "kind")
ENOUGH, MOST_SHARES = 5, 12


@immutable
class Asked:
    """A cut to ask about: the slips that would explain it, as `/1000` or `x10`; none where it is merely far off."""

    id: str
    fits: tuple[str, ...]


@immutable
class Drift:
    """Since which cut readings have lain high or low."""

    since: str
    direction: str


@immutable
class Share:
    """Of one family, metal, machine or way of reading: how many readings, and the share inside the band of the day."""

    of: str
    name: str
    count: int
    inside: float


@immutable
class Statistics:
    """Each reading against what was known before it: the share inside the 90 % band, the band's half-width by
    tens of readings, how many fell into each tenth of what was foreseen, and the shares of the commonest families, metals and so on."""

    count: int
    inside: float | None
    half_widths: tuple[float, ...]
    tenths: tuple[int, ...]
    shares: tuple[Share, ...]


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
            if abs(abs(t) - math.log(slip) / spread) < EXPLAINED
        )
        if fits or abs(t) > FAR:
            found[cut.id] = Asked(cut.id, fits)
    return tuple(found.values())


@immutable
class Foreseen:
    """Readings in their turn, oldest first: each one's cut and what that and it are of, its surprise in standard deviations, and the
    spread it was foreseen with."""

    ids: tuple[str, ...]
    ofs: tuple[dict[str, str], ...]
    surprise: NDArray[np.float64]
    spread: NDArray[np.float64]


def foreseen(fitted: Fit) -> Foreseen:
    """Each reading against those before it. With `C = L Lᵀ` the covariance in that order, `L⁻¹ y` are the surprises and the diagonal of L
    the spreads. What a wild reading counts for is known of the others, later ones among them: the one thing that is hindsight here."""
    cuts = [fitted.cuts[int(place)] for place in fitted.place]
    order = [int(at) for at in np.argsort([-cut.age_years for cut in cuts], kind="stable")]
    together = fitted.rows @ fitted.rows.T + np.diag(fitted.own / fitted.weight)
    lower = np.linalg.cholesky(together[np.ix_(order, order)])
    surprise = np.linalg.solve(lower, fitted.y[order])
    ofs = tuple(
        {"family": cuts[at].of.family, "metal": cuts[at].of.metal, "machine": cuts[at].of.machine, "kind": fitted.kinds[at]} for at in order
    )
    return Foreseen(tuple(cuts[at].id for at in order), ofs, surprise, np.diag(lower))


def drift(seen: Foreseen) -> Drift | None:
    """Whether readings have drifted, by a two-sided cumulative sum of what they surprised by."""
    sums, since = [0.0, 0.0], [0, 0]
    for at, one in enumerate(np.clip(seen.surprise, -FAR, FAR)):
        for side, signed in enumerate((one, -one)):
            sums[side] = max(sums[side] + signed - PASSES, 0.0)
            if sums[side] == 0.0:
                since[side] = at + 1
            elif sums[side] > SPEAKS:
                return Drift(seen.ids[since[side]], ("high", "low")[side])
    return None


def statistics(seen: Foreseen) -> Statistics:
    """How honest the bands of the day have been."""
    count = seen.surprise.size
    shares = [NormalDist().cdf(float(one)) for one in seen.surprise]
    tenths = np.histogram(shares, bins=TENTHS, range=(0.0, 1.0))[0]
    widths = tuple(float(HOLDS_90 * seen.spread[at : at + BY].mean()) for at in range(0, count, BY))
    inside = float(np.mean(np.abs(seen.surprise) <= HOLDS_90)) if count else None
    return Statistics(count, inside, widths, tuple(int(one) for one in tenths), tuple(_shares(seen)))


def _shares(seen: Foreseen) -> Iterator[Share]:
    """Of each name that enough readings have, the commonest first."""
    for what in OF:
        by_name: dict[str, list[bool]] = {}
        for of, surprise in zip(seen.ofs, seen.surprise, strict=True):
            by_name.setdefault(of[what], []).append(bool(abs(surprise) <= HOLDS_90))
        enough = [(name, found) for name, found in by_name.items() if len(found) >= ENOUGH]
        for name, found in sorted(enough, key=lambda one: (-len(one[1]), one[0]))[:MOST_SHARES]:
            yield Share(what, name, len(found), sum(found) / len(found))
