"""The scale test: readings of a bathroom scale under the quill give the force ratio, the return spring and their scatter."""

from collections.abc import Sequence

import numpy as np

from bore.base.formula import formula
from bore.base.immutable import immutable

# Pulls this much apart, the strongest over the weakest, tell the spring from the ratio.
SPREAD_PULLS = 1.25
ENOUGH = 3


@immutable
class ScaleTest:
    """What the readings say: thrust for a newton at the knob, the return spring there, how far readings lie off (a share of the thrust)."""

    force_ratio: float
    return_spring_n: float
    spring_measured: bool
    scatter: float


def _tells_spring(hand: Sequence[float]) -> bool:
    return len(hand) >= ENOUGH and max(hand) >= SPREAD_PULLS * min(hand)


@formula("Force ratio from a scale, spring unknown", "T = i (F − spring), least squares", "", "derived")
def line_force_ratio(*, hand_force_n: Sequence[float], thrust_n: Sequence[float]) -> float:
    """Slope of thrust over pull, by least squares.

    >>> round(line_force_ratio(hand_force_n=[60, 120, 200], thrust_n=[200, 800, 1600]), 6)
    10.0
    """
    return float(np.polyfit(hand_force_n, thrust_n, 1)[0])


@formula("Force ratio from a scale, spring known", "i = ΣTF / ΣF², F less the spring", "", "derived")
def mean_force_ratio(*, hand_force_n: Sequence[float], thrust_n: Sequence[float], return_spring_n: float) -> float:
    """Thrust over what the pull is above the spring, by least squares through nought.

    >>> round(mean_force_ratio(hand_force_n=[100], thrust_n=[550], return_spring_n=45), 6)
    10.0
    """
    above = np.asarray(hand_force_n, float) - return_spring_n
    return float(np.sum(above * np.asarray(thrust_n, float)) / np.sum(above * above)) if above.any() else 0.0


def fit_scale_test(*, hand_force_n: Sequence[float], thrust_n: Sequence[float], return_spring_n: float) -> ScaleTest | None:
    """Fit readings of pull and thrust, N.

    From three readings on, with pulls well apart, ratio and spring both follow by least squares; otherwise the spring is
    taken as given. None where the readings make no sense: a pull that does not reach past the spring, or a thrust that falls
    as the pull rises.

    >>> found = fit_scale_test(hand_force_n=[60, 120, 200], thrust_n=[200, 800, 1600], return_spring_n=45)
    >>> round(found.force_ratio, 6), round(found.return_spring_n, 6), round(found.scatter, 6)
    (10.0, 40.0, 0.0)
    """
    hand, thrust = np.asarray(hand_force_n, float), np.asarray(thrust_n, float)
    measured = _tells_spring(list(hand_force_n))
    spring = return_spring_n
    if measured:
        ratio = line_force_ratio(hand_force_n=list(hand_force_n), thrust_n=list(thrust_n))
        spring = float(np.mean(hand) - np.mean(thrust) / ratio) if ratio > 0 else 0.0
    if not measured or spring < 0:
        # A spring does not push the drill down: where the line says so, it goes through nought.
        spring = max(spring, 0.0)
        ratio = mean_force_ratio(hand_force_n=list(hand_force_n), thrust_n=list(thrust_n), return_spring_n=spring)
    expected = ratio * (hand - spring)
    if ratio <= 0 or not (expected > 0).all():
        return None
    freedom = max(len(hand) - (2 if measured else 1), 1)
    scatter = float(np.sqrt(np.sum((thrust / expected - 1) ** 2) / freedom))
    return ScaleTest(ratio, spring, measured, scatter)
