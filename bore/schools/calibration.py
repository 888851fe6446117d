"""Calibration: what logged cuts say of the next one, in closed form.

A logged cut gives the ratio of measured to predicted. In logarithms it is the sum of a factor for its metal, one for its
cutter and one for its machine, and noise. Before any cut each factor is nought, give or take its part of the band; after
them the answer is Gaussian, worked out exactly, with residuals far out counted less.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bore.base.errors import BadInput
from bore.quantities.calibrations import NONE, Calibration

# Parts of the band's own variance (common practice).
MATERIAL, CUTTER, MACHINE = 0.5, 0.3, 0.2
# Spread of one meter reading against the next, in logarithms.
NOISE = 0.08
CLIP = 2.5
ROUNDS = 8
LEAST_LEFT = 0.05
Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class LoggedCut:
    """One cut that was measured: of what, with what, on what; measured and predicted in the same unit."""

    material: str
    cutter: str
    machine: str
    measured: float
    predicted: float


def calibrate(cuts: Sequence[LoggedCut], material: str, cutter: str, machine: str, spread: float) -> Calibration:
    """The calibration for a job from logged cuts; `spread` is the half-width of its band in logarithms.

    `posterior = (P⁻¹ + Zᵀ R⁻¹ Z)⁻¹`, mean `posterior · Zᵀ R⁻¹ y`, with P the prior variances, Z which factors a cut has
    and R the noise, larger for cuts whose residual is beyond 2.5 of it. Raises BadInput for a cut without positive figures.

    >>> calibrate([], "c45", "d1", "m1", 0.2)
    Calibration(factor=1.0, spread_left=1.0, moved=())
    """
    for place, cut in enumerate(cuts):
        if not (cut.measured > 0 and cut.predicted > 0):
            raise BadInput.at(f"cuts[{place}]", "measured and predicted must both be above nought")
    if not cuts:
        return NONE
    names, prior = _factors(cuts, (material, cutter, machine), spread)
    which = np.array([[float(name in _names(cut)) for name in names] for cut in cuts])
    ratios = np.log([cut.measured / cut.predicted for cut in cuts])
    weights = np.ones(len(cuts))
    for _ in range(ROUNDS):
        gain, variance = _posterior(which, prior, weights)
        residuals = np.abs(ratios - which @ (gain @ ratios)) / math.hypot(NOISE, 0.5 * spread)
        weights = np.minimum(1.0, CLIP / np.maximum(residuals, 1e-9)) ** 2
    now = np.array([float(name in _labels(material, cutter, machine)) for name in names])
    moved = (now @ gain) * ratios
    left = math.sqrt(max(float(now @ variance @ now), 0.0)) / spread
    return Calibration(math.exp(float(np.sum(moved))), max(min(left, 1.0), LEAST_LEFT), tuple(float(one) for one in moved))


def _posterior(which: Array, prior: Array, weights: Array) -> tuple[Array, Array]:
    """Gain from ratios to factors, and the factors' variance after them."""
    precision = np.diag(1 / prior) + which.T @ np.diag(weights / NOISE**2) @ which
    variance: Array = np.asarray(np.linalg.inv(precision), dtype=np.float64)
    return variance @ which.T @ np.diag(weights / NOISE**2), variance


def _labels(material: str, cutter: str, machine: str) -> tuple[str, str, str]:
    return f"material {material}", f"cutter {cutter}", f"machine {machine}"


def _names(cut: LoggedCut) -> tuple[str, str, str]:
    return _labels(cut.material, cut.cutter, cut.machine)


def _factors(cuts: Sequence[LoggedCut], job: tuple[str, str, str], spread: float) -> tuple[list[str], Array]:
    """Every factor there is, and its variance before any cut."""
    names = sorted({name for cut in cuts for name in _names(cut)} | set(_labels(*job)))
    shares = {"material": MATERIAL, "cutter": CUTTER, "machine": MACHINE}
    return names, np.array([shares[name.split(" ", 1)[0]] * spread**2 for name in names])
