"""What a run's metal, machine and hold are really like: drawn once, within what the check says, from the run's own seed."""

import hashlib

import numpy as np

from bore.base.immutable import immutable
from bore.practice.set_up import Array, Mark, SetUp

MODEL = "practice-1"


@immutable
class Truth:
    """The feed and torque a push really makes, over thrust; the share of the surge that comes; what each limit really bears; how far a
    point would walk."""

    feed: tuple[float, ...]
    torque: tuple[float, ...]
    surge: float
    bears: dict[str, float]
    walks: float


def fair_truth(set_up: SetUp) -> Truth:
    """Every draw in the middle."""
    over = set_up.over
    return Truth(
        tuple(over.feed[1].tolist()), tuple(over.torque[1].tolist()), 0.5, {name: mark.hard for name, mark in set_up.marks.items()}, 0.6745
    )


def drawn_truth(set_up: SetUp, seed: int | str) -> Truth:
    """Drawn from a seed: the same seed, the same run. What holds never gives way at the checked force, since no load is drawn beyond the
    check's own band and no capacity below its soft mark."""
    random = np.random.default_rng(int.from_bytes(hashlib.sha256(f"{MODEL}|{seed}".encode()).digest()[:8], "big"))
    u, v = (float(random.triangular(-1, 0, 1)) for _ in range(2))
    over = set_up.over
    share = float(random.triangular(0, 0.5, 1))
    bears = {name: _drawn(mark, float(random.uniform(-1, 1))) for name, mark in set_up.marks.items()}
    return Truth(_towards(over.feed, u), _towards(over.torque, 0.7 * u + 0.3 * v), share, bears, abs(float(random.normal())))


def _towards(band: tuple[Array, Array, Array], u: float) -> tuple[float, ...]:
    """`middle · (edge / middle)^|u|`, towards the high side where u is above nought."""
    low, middle, high = band
    edge = high if u > 0 else low
    safe = np.maximum(middle, 1e-12)
    return tuple((middle * (np.maximum(edge, 1e-12) / safe) ** abs(u)).tolist())


def _drawn(mark: Mark, v: float) -> float:
    return float(mark.hard * mark.room**v)
