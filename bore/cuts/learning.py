"""What logged cuts say of the next one: a Gaussian posterior in closed form, outliers bounded, each cut judged by the others.

`y = ln(measured / predicted)`. Rows of unit-normal columns (`bore.cuts.columns`) make `K = Z Zᵀ`; with `R` the scatter of each reading
and `w` its weight, `S = (K + diag(R/w))⁻¹`; for a job with row z and `k = Z z`: mean `kᵀ S y`, variance `V = z·z − kᵀ S k`.
Leave-one-out without refitting: `d = (S y)ᵢ / Sᵢᵢ`, `t = d / √(1/Sᵢᵢ − R/w + R)`, `w = min(1, 2.5/|t|)²`
(Rasmussen & Williams, Gaussian Processes for Machine Learning, 5.4.2, from memory; the weights after Huber's clipping, common practice).
"""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bore.base.immutable import immutable
from bore.cuts.columns import A_YEAR, GUESSED_WEAR, HOLE_TO_HOLE, WEAR, Prior
from bore.cuts.kinds import reading_kinds
from bore.cuts.logged import LoggedCut, Measured, Next, Of
from bore.quantities.calibrations import NINETY, share_left, spread_wide

Array = NDArray[np.float64]

CLIP, ROUNDS, FAR = 2.5, 12, 4.0
# How many standard deviations hold nine in ten where the spread itself is estimated (Student's t, about 15 degrees of freedom).
HOLDS_90 = 1.75
# As if so many cuts had been as good as the model says.
TRUSTED_CUTS = 6.0
# A pairing never cut moves at most so far beyond the furthest that was.
BEYOND = 1.25


@immutable
class CutSays:
    """One cut: measured over predicted, what it counts, how it stands to the others, and what would be without it."""

    id: str
    ratio: float
    weight: float
    t: float
    factor_without: float
    spread_without: float


@immutable
class Learnt:
    """What the cuts say of a job: a factor on the middle, the share of the spread that is left, both also at a meter's own reading."""

    factor: float = 1.0
    spread_left: float = 1.0
    meter_factor: float = 1.0
    meter_half_width: float = 0.0
    honesty: float = 1.0
    capped: bool = False
    cuts: tuple[CutSays, ...] = ()


@immutable
class Fit:
    """The readings fitted: row by row its cut's place, ratio y, state and meter columns, scatter, weight and surprise."""

    prior: Prior
    cuts: Sequence[LoggedCut]
    place: NDArray[np.int_]
    kinds: tuple[str, ...]
    y: Array
    rows: Array
    names: dict[tuple[str, ...], int]
    own: Array
    inverse: Array
    weight: Array
    t: Array
    d: Array

    @property
    def furthest(self) -> float:
        """How far the furthest fitted cut itself was moved, its meter's fault left out, in logarithms."""
        state = self.rows[:, [place for name, place in self.names.items() if name[0] != "meter"]]
        return float(np.max(np.abs(state @ (state.T @ (self.inverse @ self.y)))))

    @property
    def honesty(self) -> float:
        """`q² = max(1, (6 + Σ min(t², 6.25)) / (6 + n))` over readings that are not far off: how much worse than said the cuts came out."""
        near = self.t[np.abs(self.t) <= FAR] ** 2
        return math.sqrt(max(1.0, (TRUSTED_CUTS + float(np.minimum(near, CLIP**2).sum())) / (TRUSTED_CUTS + near.size)))


def pairing_of(of: Of) -> tuple[str, str, str]:
    """Metal, cutter and machine, which may have been together before."""
    return of.metal, of.cutter, of.machine


def fit(cuts: Sequence[LoggedCut], prior: Prior) -> Fit:
    """Fit the readings of some cuts of one quantity."""
    flat = [(place, reading) for place, cut in enumerate(cuts) for reading in cut.readings]
    names: dict[tuple[str, ...], int] = {}
    entries = [_entries(cuts[place], reading, prior) for place, reading in flat]
    for entry in entries:
        for name in entry:
            names.setdefault(name, len(names))
    rows = np.zeros((len(flat), len(names)))
    for at, entry in enumerate(entries):
        for name, spread in entry.items():
            rows[at, names[name]] = spread
    y = np.array([math.log(reading.value / cuts[place].said.middle) for place, reading in flat])
    own = np.array([_scatter(cuts[place], reading) for place, reading in flat])
    inverse, weight, t, d = _weighed(rows @ rows.T, own, y)
    return Fit(
        prior,
        cuts,
        np.array([place for place, _ in flat], dtype=int),
        tuple(one.kind for _, one in flat),
        y,
        rows,
        names,
        own,
        inverse,
        weight,
        t,
        d,
    )


def _entries(cut: LoggedCut, reading: Measured, prior: Prior) -> dict[tuple[str, ...], float]:
    """The columns of a reading: its cut's, and the fault of its meter."""
    found = dict(prior.columns(cut.of, cut.said.half_width, cut.used))
    return found | {("meter", cut.of.machine, reading.kind): reading_kinds()[reading.kind].meter}


def _scatter(cut: LoggedCut, reading: Measured) -> float:
    own = reading_kinds()[reading.kind].own if reading.own is None else reading.own
    return HOLE_TO_HOLE**2 + own**2 + A_YEAR**2 * cut.age_years + (GUESSED_WEAR**2 if cut.used_guessed else 0.0)


def _weighed(together: Array, own: Array, y: Array) -> tuple[Array, Array, Array, Array]:
    """The inverse, the weights and the surprises, weighed until they agree."""
    weight: Array = np.ones(y.size, dtype=np.float64)
    for last in range(ROUNDS + 1):
        inverse: Array = np.asarray(np.linalg.inv(together + np.diag(own / weight)), dtype=np.float64)
        alone: Array = np.asarray(np.diag(inverse), dtype=np.float64)
        d = (inverse @ y) / alone
        t = d / np.sqrt(1 / alone - own / weight + own)
        if last < ROUNDS:
            weight = np.asarray(np.minimum(1.0, CLIP / np.maximum(np.abs(t), 1e-12)) ** 2, dtype=np.float64)
    return inverse, weight, t, d


@immutable
class _Foretold:
    """A job's posterior: its row as it meets the fitted ones, mean and variance, how far the middle may move, how honest cuts have been."""

    job: Next
    prior: Prior
    k: Array
    mean: float
    variance: float
    bound: float
    quality: float

    def factor(self, mean: float) -> float:
        """On the middle, no further than it may move."""
        return math.exp(max(-self.bound, min(self.bound, mean)))

    def half_width(self, variance: float) -> float:
        """Of the band that holds nine in ten, in logarithms."""
        return float(spread_wide(quality=HOLDS_90 * self.quality, variance=variance, scatter=self.prior.scatter))

    def spread_left(self, variance: float) -> float:
        """The share of the job's own half-width."""
        return float(share_left(self.half_width(variance), self.job.said.half_width, WEAR * self.job.used * NINETY))


def learn(fitted: Fit, job: Next) -> Learnt:
    """What the fitted cuts say of a job."""
    cut, read = _foretold(fitted, job), _foretold(fitted, job, job.kind)
    if fitted.y.size == 0:
        return Learnt(meter_half_width=read.half_width(read.variance))
    return Learnt(
        cut.factor(cut.mean),
        cut.spread_left(cut.variance),
        read.factor(read.mean),
        read.half_width(read.variance),
        cut.quality,
        abs(cut.mean) > cut.bound,
        tuple(_says(fitted, place, cut) for place in range(len(fitted.cuts)) if (fitted.place == place).any()),
    )


def _foretold(fitted: Fit, job: Next, kind: str | None = None) -> _Foretold:
    """The cut itself, or what a kind of meter will read of it: `k = Z z`, mean `kᵀ S y`, variance `z·z − kᵀ S k`."""
    entries = dict(fitted.prior.columns(job.of, job.said.half_width, job.used))
    if kind is not None:
        entries[("meter", job.of.machine, kind)] = reading_kinds()[kind].meter
    z = np.zeros(len(fitted.names))
    for name, spread in entries.items():
        if name in fitted.names:
            z[fitted.names[name]] = spread
    k, pull = fitted.rows @ z, fitted.inverse @ fitted.y
    variance = max(sum(spread**2 for spread in entries.values()) - float(k @ fitted.inverse @ k), 0.0)
    return _Foretold(job, fitted.prior, k, float(k @ pull), variance, _bound(fitted, job), fitted.honesty)


def _bound(fitted: Fit, job: Next) -> float:
    """How far the middle may move: without bound where metal, cutter and machine have been together, else not far beyond what was."""
    pairing = pairing_of(job.of)
    if fitted.y.size == 0 or any(pairing_of(cut.of) == pairing for cut in fitted.cuts):
        return math.inf
    return BEYOND * fitted.furthest


def _says(fitted: Fit, place: int, cut: _Foretold) -> CutSays:
    """One cut's part, its readings taken out together: less `kᵀ S_B S_BB⁻¹ (S y)_B` in the mean, more `kᵀ S_B S_BB⁻¹ S_Bᵀ k` in V."""
    its = np.flatnonzero(fitted.place == place)
    reach = cut.k @ fitted.inverse[:, its]
    block = np.linalg.inv(fitted.inverse[np.ix_(its, its)])
    without = cut.mean - float(reach @ block @ (fitted.inverse[its] @ fitted.y))
    freer = cut.variance + float(reach @ block @ reach)
    worst = its[int(np.argmax(np.abs(fitted.t[its])))]
    return CutSays(
        fitted.cuts[place].id,
        math.exp(float(fitted.y[its].mean())),
        float(fitted.weight[its].mean()),
        float(fitted.t[worst]),
        cut.factor(without),
        1.0 if its.size == fitted.y.size else cut.spread_left(freer),
    )
