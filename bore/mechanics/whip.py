"""Whip: the speed at which a long gun-drill tube begins to swing between its supports."""

import math

from bore.base.elementwise import Column
from bore.base.formula import formula

SOUND_IN_STEEL_M_S = 5172.0
# Radius of gyration of a crimped tube over the head's diameter.
GYRATION = 0.27
# How much of it stands in its bush or pilot before it turns at speed, in diameters (common practice).
GUIDED_D = 2.0
# Keep this far below the first critical speed.
ROOM = 1.3


@formula("First whirling speed", "n = 60 · (π/2) · (k/L²) · (E/ρ)^0.5,  k = 0.27 D", "rpm", "euler")
def whirling_speed_rpm(*, diameter_mm: Column, span_mm: Column) -> Column:
    """Speed of the tube's first bending frequency between supports, rpm (steel, simply supported).

    >>> round(whirling_speed_rpm(diameter_mm=10.0, span_mm=400.0), -2)
    8200.0
    """
    gyration_m, span_m = GYRATION * diameter_mm / 1000, span_mm / 1000
    return 60 * math.pi / 2 * gyration_m / span_m**2 * SOUND_IN_STEEL_M_S


@formula("Span between supports", "L = (tube − 2 D guided) / (steady rests + 1)", "mm", "derived")
def span_mm(*, tube_length_mm: Column, diameter_mm: Column, steady_rests: int) -> Column:
    """Free span of the tube between bush or pilot, steady rests and driver, mm: before it turns at speed two diameters of it stand in
    what guides it (common practice), and those do not swing.

    >>> span_mm(tube_length_mm=496.0, diameter_mm=8.0, steady_rests=2)
    160.0
    """
    return (tube_length_mm - GUIDED_D * diameter_mm) / (steady_rests + 1)
