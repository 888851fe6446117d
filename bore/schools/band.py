"""From what the schools say to one band: a middle, and how far it may lie either way."""

from collections.abc import Sequence

from bore.base.elementwise import Column, exp, least, log, most, root
from bore.base.formula import formula
from bore.quantities.bands import Band
from bore.quantities.calibrations import Sets

# The least the band is wide, as shares of the middle. Methods that count no chip compression lie lower than ours, the more so the
# smaller the drill: the low side of torque leaves them room (tests/outside/test_published_examples.py).
TORQUE_FLOOR, TORQUE_FLOOR_BELOW = 0.10, 0.20
THRUST_FLOOR = 0.20
ONE_METHOD_THRUST_FLOOR = 0.25


@formula("Middle of the band", "geometric mean of the schools", "", "derived")
def geometric_mean(*, values: Sequence[Column]) -> Column:
    """Geometric mean of what the schools say.

    >>> geometric_mean(values=[2.0, 8.0])
    4.0
    """
    if len(values) == 1:
        return values[0]
    product = values[0]
    for value in values[1:]:
        product = product * value
    return product ** (1 / len(values))


@formula("Edge of the band", "edge = middle · exp(± (ln²(outermost / middle) + s²)^0.5)", "", "derived")
def edge_of_band(*, middle: Column, outermost: Column, spread: Column, direction: int) -> Column:
    """How far the figure may lie one way: to the outermost school, widened in logarithms by the row's own spread.

    >>> round(edge_of_band(middle=100.0, outermost=100.0, spread=0.1, direction=1), 2)
    110.52
    """
    reach = root(log(outermost / middle) ** 2 + spread**2)
    return middle * exp(direction * reach)


def pooled(values: Sequence[Column], spread: Column, floor: float, bounds: Sequence[Column] = (), floor_below: float | None = None) -> Band:
    """The band of a quantity from what the schools say of it; `spread` is the metal row's, never below `floor`.
    `bounds` are schools that stand for the high side only: they move no middle; `floor_below` is the low side's own floor."""
    middle = geometric_mean(values=list(values))
    wide = most(spread, floor)
    below = wide if floor_below is None else most(spread, floor_below)
    low = edge_of_band(middle=middle, outermost=least(*values), spread=below, direction=-1)
    high = edge_of_band(middle=middle, outermost=most(*values, *bounds), spread=wide, direction=1)
    return Band(low, middle, high)


@formula("Middle set right by logged cuts", "middle = pooled · factor", "", "derived")
def middle_set_right(*, pooled: Column, factor: Column) -> Column:
    """The middle of a band, by what was measured of its like.

    >>> middle_set_right(pooled=100.0, factor=1.1)
    110.00000000000001
    """
    return pooled * factor


@formula("Edge set right by logged cuts", "edge = middle · (edge of the pooled / pooled)^(share of the spread left)", "", "derived")
def edge_set_right(*, middle: Column, edge: Column, pooled: Column, spread_left: Column) -> Column:
    """An edge of a band, drawn in to the share of its spread that logged cuts leave.

    >>> edge_set_right(middle=100.0, edge=400.0, pooled=100.0, spread_left=0.5)
    200.0
    """
    return middle * (edge / pooled) ** spread_left


def half_width(found: Band) -> Column:
    """Half a band's width in logarithms, `ln(high / low) / 2`.

    >>> round(half_width(Band(50.0, 100.0, 200.0)), 4)
    0.6931
    """
    return log(found.high / found.low) / 2


def calibrated(found: Band, by: Sets) -> Band:
    """A band set right by logged cuts, its middle by their factor, its spread drawn in to the share they leave.

    >>> from bore.quantities.calibrations import Calibration
    >>> calibrated(Band(50.0, 100.0, 200.0), Calibration(1.1, 0.5)).middle
    110.00000000000001
    """
    if by.neutral:
        return found
    factor, left = by.at(half_width(found))
    middle = middle_set_right(pooled=found.middle, factor=factor)
    low, high = (edge_set_right(middle=middle, edge=edge, pooled=found.middle, spread_left=left) for edge in (found.low, found.high))
    return Band(low, middle, high)
