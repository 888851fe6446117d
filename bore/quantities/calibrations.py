"""What measured cuts make of a prediction: a factor on its middle, and the share of its spread that is left."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Calibration:
    """A factor on a band's middle, the share of its spread that is left, and how far each logged cut moved it (in
    logarithms, in the order given)."""

    factor: float = 1.0
    spread_left: float = 1.0
    moved: tuple[float, ...] = ()


NONE = Calibration()


@dataclass(frozen=True, slots=True)
class Calibrations:
    """One for torque (and so power), one for thrust."""

    torque: Calibration = NONE
    thrust: Calibration = NONE
