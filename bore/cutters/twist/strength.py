"""Twist drills: the torque that breaks them."""

from bore.elementwise import Column, choose
from bore.formula import formula

TORSION_N_MM2 = {"hss": 0.05, "hss-co": 0.05, "carbide": 0.045, "carbide-tipped": 0.05}


@formula("Breaking torque of the drill", "M_break = k · D³ · (10/D)^0.3 below 10 mm", "N·m", "common-practice")
def breaking_torque_nm(*, diameter_mm: Column, strength: float) -> Column:
    """Torque at which a twist drill breaks, N·m; D in mm, k 0.05 for HSS (0.04-0.06), 0.045 for solid carbide.
    Small drills have a thicker web for their size. Common practice, back-solved; how sure: low.

    >>> round(breaking_torque_nm(diameter_mm=10.0, strength=0.05), 6)
    50.0
    """
    thick_web = choose(diameter_mm < 10, (10 / diameter_mm) ** 0.3, 1.0)
    return strength * diameter_mm**3 * thick_web
