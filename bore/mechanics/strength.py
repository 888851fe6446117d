"""Strength and stiffness of the cutter itself: twisting off, buckling."""

import math

from bore.base.elementwise import Column, choose
from bore.base.formula import formula

STEEL_SHEAR_N_MM2 = 550.0


@formula("Breaking torque of the drill", "M_break = k · D³ · (10/D)^0.3 below 10 mm", "N·m", "common-practice")
def breaking_torque_nm(*, diameter_mm: Column, strength: float) -> Column:
    """Torque at which a twist drill breaks, N·m; D in mm, k 0.05 for HSS (0.04-0.06), 0.045 for solid carbide.
    Small drills have a thicker web for their size. Common practice, back-solved; how sure: low.

    >>> round(breaking_torque_nm(diameter_mm=10.0, strength=0.05), 6)
    50.0
    """
    thick_web = choose(diameter_mm < 10, (10 / diameter_mm) ** 0.3, 1.0)
    return strength * diameter_mm**3 * thick_web


@formula("Breaking torque of a steel body", "M_break = τ · share · π d³ / 16, τ = 550 N/mm²", "N·m", "derived")
def body_breaking_torque_nm(*, body_diameter_mm: Column, section_share: float) -> Column:
    """Torque at which a steel body or tube yields, N·m: τ W with W a share of the solid round's section
    (gun tube 0.15-0.25, spade and indexable bodies 0.4-0.5), τ 500-600 N/mm².

    >>> round(body_breaking_torque_nm(body_diameter_mm=10.0, section_share=1.0))
    108
    """
    return STEEL_SHEAR_N_MM2 * section_share * math.pi * body_diameter_mm**3 / 16 / 1000


@formula("Breaking torque of a ring", "M_break = τ · π (D⁴ − d⁴) / (16 D)", "N·m", "derived")
def ring_breaking_torque_nm(*, diameter_mm: float, inner_diameter_mm: float) -> float:
    """Torque at which a hollow steel cutter yields, N·m (torsion of a tube, τ 550 N/mm²).

    >>> round(ring_breaking_torque_nm(diameter_mm=20.0, inner_diameter_mm=10.0), 1)
    809.9
    """
    return STEEL_SHEAR_N_MM2 * math.pi * (diameter_mm**4 - inner_diameter_mm**4) / (16 * diameter_mm) / 1000


@formula("Buckling thrust", "T_cr = C · π² · E · I / L²,  I = i · D⁴", "N", "derived")
def buckling_thrust_n(
    *, end_factor: float, elasticity_n_mm2: float, inertia_share: float, diameter_mm: Column, free_length_mm: Column
) -> Column:
    """Euler's buckling load of a drill, N: C 0.25 with the point free, 2 located; I 0.01 D⁴ fluted, 0.015 D⁴ gun tube;
    E 210 000 N/mm² steel, 600 000 carbide.

    >>> round(buckling_thrust_n(end_factor=2, elasticity_n_mm2=210000, inertia_share=0.01, diameter_mm=3, free_length_mm=66))
    771
    """
    return end_factor * math.pi**2 * elasticity_n_mm2 * inertia_share * diameter_mm**4 / free_length_mm**2
