"""Chips packing in the flutes: what depth since the last clearing does to torque."""

from bore.base.elementwise import Column, least, most
from bore.base.formula import formula

FREE_DIAMETERS = 3.0
SHORT_CHIPS, GUMMY = 0.5, 1.5
# A chip-break lift clears half of what a full retract does.
CHIP_BREAK_SHARE = 0.5
DEEPEST_COUNTED = 60.0


@formula("Depth packed with chips", "x = depth/D − 3, since the last full retract", "", "common-practice")
def packed_depth(*, depth_mm: Column, diameter_mm: Column) -> Column:
    """Depth since the last clearing beyond the three diameters that clear themselves, in diameters; at most 60 counted.

    >>> packed_depth(depth_mm=50.0, diameter_mm=10.0)
    2.0
    """
    return least(most(depth_mm / diameter_mm - FREE_DIAMETERS, 0.0), DEEPEST_COUNTED)


@formula("Torque factor of packed chips", "k = 1 + (0.12 x + 0.03 x²) · chip", "", "common-practice")
def packing_factor(*, packed_depth: Column, chip_factor: float) -> Column:
    """How far torque has risen with chips in the flutes; half the excess for short chips or parabolic flutes, half as
    much again in gummy metal. ×1.5 near 5 D more than clears itself, ×2-3 at 8 D is what practice sees.

    >>> round(packing_factor(packed_depth=5.0, chip_factor=1.0), 2)
    2.35
    """
    return 1 + (0.12 * packed_depth + 0.03 * packed_depth**2) * chip_factor


def chip_factor(chip: str, flute: str, gummy: bool) -> float:
    """How much the chip and the flute change the excess (common practice).

    >>> chip_factor("short", "standard", False), chip_factor("long", "standard", True)
    (0.5, 1.5)
    """
    easy = chip in ("short", "powder") or flute == "parabolic"
    return (SHORT_CHIPS if easy else 1.0) * (GUMMY if gummy else 1.0)
