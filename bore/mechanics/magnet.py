"""Statics of a magnetic base: what holds, where it first gaps, tips and slides."""

import math

from bore.base.elementwise import Column, between, least, most, root
from bore.base.formula import formula

G_M_S2 = 9.80665
WARM = 0.85
# Share of the pull by plate thickness, for a magnet rated on 25 mm.
THICKNESSES_MM = (6.0, 8.0, 10.0, 12.0, 16.0, 20.0, 25.0)
THICKNESS_SHARES = (0.2, 0.35, 0.5, 0.6, 0.75, 0.85, 1.0)
RATED_MM = 25.0
HALF_GAP_MM = 0.45
# Once a gap opens the pull dies in it: half as much again as the first gap is all that is left.
BEYOND_FIRST_GAP = 1.5


@formula("Share of the pull by thickness", "0.2 … 1 at 6, 8, 10, 12, 16, 20, 25 mm, scaled to the rated plate", "", "maxwell")
def thickness_share(*, thickness_mm: Column, rated_thickness_mm: float) -> Column:
    """Share of the rated pull a plate lets through (common practice, kinder than saturation theory).

    >>> round(thickness_share(thickness_mm=10.0, rated_thickness_mm=25.0), 2)
    0.5
    """
    return between(thickness_mm * RATED_MM / rated_thickness_mm, THICKNESSES_MM, THICKNESS_SHARES)


@formula("Share of the pull across a gap", "1 / (1 + g/0.45)²", "", "maxwell")
def gap_share(*, gap_mm: Column) -> Column:
    """Share of the pull across paint, zinc or scale of a thickness in mm.

    >>> [round(gap_share(gap_mm=g), 2) for g in (0.025, 0.085, 0.25, 0.5)]
    [0.9, 0.71, 0.41, 0.22]
    """
    return 1 / (1 + gap_mm / HALF_GAP_MM) ** 2


@formula("Pull of the base", "F = rated · thickness · gap · contact · 0.85 warm", "N", "maxwell")
def pull_n(*, rated_pull_n: float, thickness_share: Column, gap_share: Column, contact_share: float) -> Column:
    """What the base really holds, N, warm from work."""
    return rated_pull_n * thickness_share * gap_share * contact_share * WARM


@formula("Thrust at which the front edge unloads", "T = (F ± weight) / (1 + 6 (a + L/2)/L)", "N", "maxwell")
def first_gap_n(*, holding_n: Column, length_mm: float, overhang_mm: float) -> Column:
    """Thrust at which the pressure under the front edge reaches nought, N; overhang a from front edge to spindle.

    >>> round(first_gap_n(holding_n=10000.0, length_mm=200, overhang_mm=50) / 10000, 2)
    0.18
    """
    return holding_n / (1 + 6 * (overhang_mm + length_mm / 2) / length_mm)


@formula("Thrust that tips the base", "T = (F · L/2 ± weight moment) / (L + a)", "N", "maxwell")
def tip_n(*, pull_n: Column, length_mm: float, overhang_mm: float, weight_moment_nmm: float) -> Column:
    """Thrust that tips the base about its rear edge, N, were the pull to stay.

    >>> round(tip_n(pull_n=10000.0, length_mm=200, overhang_mm=50, weight_moment_nmm=0.0))
    4000
    """
    return most((pull_n * length_mm / 2 + weight_moment_nmm) / (length_mm + overhang_mm), 0.0)


@formula("Torque at which the base slides round", "M = r · ((μ N)² − W²)^0.5,  N = F − T ± weight", "N·m", "maxwell")
def slip_torque_nm(*, friction: float, normal_n: Column, sideways_n: float, mean_radius_mm: float) -> Column:
    """Torque that turns the base on the plate, N·m; on a wall its weight already uses part of the friction.

    >>> round(slip_torque_nm(friction=0.2, normal_n=8000.0, sideways_n=0.0, mean_radius_mm=56.5))
    90
    """
    grip = most(friction * normal_n, 0.0)
    return root(most(grip**2 - sideways_n**2, 0.0)) * mean_radius_mm / 1000


def mean_radius_mm(length_mm: float, width_mm: float) -> float:
    """Mean distance of a rectangle's points from its centre, mm (closed form).

    >>> round(mean_radius_mm(200, 80), 1), round(mean_radius_mm(160, 80), 1)
    (56.5, 47.5)
    """
    a, b = length_mm / 2, width_mm / 2
    d = math.hypot(a, b)
    return (2 * d + a * a / b * math.asinh(b / a) + b * b / a * math.asinh(a / b)) / 6


def hard_mark_n(first_gap_n: Column, tip_n: Column, lift_n: Column) -> Column:
    """The least of half again the first gap, tipping, and lifting straight off, N."""
    return least(BEYOND_FIRST_GAP * first_gap_n, tip_n, lift_n)
