"""What two cuts have in common, as columns of standard deviations: a cut is a row, and where two rows meet they move together.

The shares of the state's variance are our own choice, tried on simulated shops; hole-to-hole scatter is common practice.
"""

import math
from collections.abc import Iterator

from bore.base.immutable import immutable
from bore.cuts.logged import Of
from bore.quantities.calibrations import NINETY

# How far alike holes scatter, in logarithms.
HOLE_TO_HOLE = 0.07
# How far a prediction is out per full life of an edge, beyond its own law; how much where the wear was guessed; each year's drift.
WEAR, GUESSED_WEAR, A_YEAR = 0.15, 0.125, 0.05
# Cuts within such a ratio of diameters share what is left of the size.
SIZE_STEP = math.log(1.15)
SHARES: dict[str, dict[str, float]] = {
    "torque": {"group": 0.15, "metal": 0.25, "pair": 0.10, "family": 0.12, "cutter": 0.10, "edge": 0.08, "machine": 0.20},
    "thrust": {"group": 0.12, "metal": 0.20, "pair": 0.08, "family": 0.15, "cutter": 0.15, "edge": 0.20, "machine": 0.10},
}


@immutable
class Prior:
    """The spread of the state before any cut: that of the narrowest band there is, less what holes scatter by themselves."""

    quantity: str
    narrowest: float

    @property
    def variance(self) -> float:
        """`s² = max(τ² − 0.07², τ²/2)`, τ the narrowest half-width over 1.645."""
        tau = self.narrowest / NINETY
        return max(tau**2 - HOLE_TO_HOLE**2, tau**2 / 2)

    @property
    def scatter(self) -> float:
        """What is left beside the state: `c² = τ² − s²`."""
        return (self.narrowest / NINETY) ** 2 - self.variance

    def columns(self, of: Of, half_width: float, used: float) -> Iterator[tuple[tuple[str, ...], float]]:
        """Each column a cut has, by its name, with its standard deviation."""
        names = {
            "group": (of.group,),
            "metal": (of.metal,),
            "pair": (of.metal, of.family),
            "family": (of.family,),
            "cutter": (of.cutter,),
            "edge": (of.cutter, of.edge),
            "machine": (of.machine,),
        }
        for column, share in SHARES[self.quantity].items():
            yield (column, *names[column]), math.sqrt(share * self.variance)
        wider = half_width**2 - self.narrowest**2
        if wider > 0:
            yield self.size_column(of), math.sqrt(wider) / NINETY
        if used > 0:
            yield ("wear", of.family), WEAR * used

    def size_column(self, of: Of) -> tuple[str, ...]:
        """The column that cuts of nearly one diameter share."""
        place = "" if of.diameter_mm is None else str(math.floor(math.log(of.diameter_mm) / SIZE_STEP))
        return "size", of.metal, of.family, place
