"""What measured cuts make of a prediction: a factor on its middle, and the share of its spread that is left."""

from typing import Protocol

from bore.base.elementwise import Column, exp, least, most, root
from bore.base.immutable import immutable

# The half-width of a band that holds nine in ten, in standard deviations of the normal law.
NINETY = 1.645
# No log widens a band further.
WIDEST = 1.3


def spread_wide(*, quality: Column, variance: Column, scatter: Column) -> Column:
    """Half-width of the band that holds nine in ten of the next, in logarithms: `q √(V + c²)`.

    >>> spread_wide(quality=2.0, variance=0.03, scatter=0.01)
    0.4
    """
    return quality * root(variance + scatter)


def share_left(wide: Column, half_width: Column, unknown_wear: Column) -> Column:
    """The share of a band's own half-width that is left; an edge whose wear is not known may widen it, to what that wear may do, and no
    further than `WIDEST`.

    >>> share_left(0.1, 0.2, 0.0), share_left(0.9, 0.2, 0.2), round(share_left(0.25, 0.2, 0.2), 2)
    (0.5, 1.3, 1.25)
    """
    return least(wide / half_width, root(1 + (unknown_wear / half_width) ** 2), WIDEST)


class Sets(Protocol):
    """What sets a band right: by its half-width, in logarithms, a factor on the middle and the share of the spread that is left."""

    @property
    def factor(self) -> float:
        """On the middle, where no band is at hand."""

    @property
    def neutral(self) -> bool:
        """Whether nothing is set right."""

    def at(self, half_width: Column) -> tuple[Column, Column]:
        """Factor and share of the spread left of a band of such a half-width."""


@immutable
class Calibration:
    """A factor on a band's middle and the share of its spread that is left, said as they are."""

    factor: float = 1.0
    spread_left: float = 1.0

    @property
    def neutral(self) -> bool:
        """Whether nothing is set right."""
        return self.factor == 1.0 and self.spread_left == 1.0

    def at(self, half_width: Column) -> tuple[Column, Column]:
        """The same of every band."""
        return self.factor, self.spread_left


@immutable(kw_only=True)
class Experience:
    """What the logged cuts of a shop say of a job, for a band of any half-width h: what a band is wider than the narrowest, h₀, is the
    size's own spread, `σ = √(h² − h₀²) / 1.645`, and with it `mean = m + σ m_s`, `V = v + 2 σ c + σ² v_s`; then
    `factor = exp(mean)`, no further than `bound`, and `spread_left = q √(V + c²) / h` (see `bore.cuts.learning`).

    `cuts`: how many were logged of the very pairing of metal, cutter and machine; `others`: how many besides."""

    mean: float
    mean_size: float
    variance: float
    cross: float
    variance_size: float
    narrowest: float
    scatter: float
    quality: float
    bound: float
    unknown_wear: float
    cuts: int
    others: int
    neutral: bool = False

    @property
    def factor(self) -> float:
        """On the middle of the narrowest band."""
        return float(self.at(self.narrowest)[0])

    def at(self, half_width: Column) -> tuple[Column, Column]:
        """Factor and share of the spread left of a band of such a half-width."""
        size = root(most(half_width**2 - self.narrowest**2, 0.0)) / NINETY
        mean = least(most(self.mean + size * self.mean_size, -self.bound), self.bound)
        variance = most(self.variance + 2 * size * self.cross + size**2 * self.variance_size, 0.0)
        wide = spread_wide(quality=self.quality, variance=variance, scatter=self.scatter)
        return exp(mean), share_left(wide, half_width, self.unknown_wear)


NONE = Calibration()


@immutable
class Calibrations:
    """One for torque (and so power), one for thrust; and one for torque as the machine's own motor is read to give it, where it was read:
    what is read there and what the motor's plate says share the meter's fault."""

    torque: Sets = NONE
    thrust: Sets = NONE
    at_meter: Sets | None = None
