"""School B: torque and thrust from powers of diameter and feed (Shaw & Oxford 1957; Machinery's Handbook).

The constants belong to inch and pound-force; the conversion stands inside the formulas.
"""

from bore.base.elementwise import Column, Mask, choose
from bore.base.formula import formula
from bore.job.columns import Columns
from bore.quantities.units import MM_PER_INCH, N_PER_LBF, NM_PER_LBF_IN
from bore.schools.wear import WEAR

ID = "diameter-feed"
NAME = "Diameter and feed"


def applies(columns: Columns) -> str | None:
    """Why the school does not apply, or None where it does: it stands for drills with a chisel edge."""
    return None


def lip_torque_factor(ratio: Column) -> Column:
    """The lips' part of factor A, `(1 − ρ²)/(1 + ρ)^0.2`.

    ρ is chisel length over diameter, or pilot over diameter where the pilot is wider than the chisel.
    """
    return (1 - ratio**2) / (1 + ratio) ** 0.2


def lip_thrust_factor(ratio: Column) -> Column:
    """The lips' part of factor B, `(1 − ρ)/(1 + ρ)^0.2`."""
    return (1 - ratio) / (1 + ratio) ** 0.2


@formula("Chisel factor for torque", "A = (1 − ρ²)/(1 + ρ)^0.2 + 3.2 ρ^1.8, lips only with a pilot", "", "shaw-oxford")
def torque_factor(*, ratio: Column, solid: Mask) -> Column:
    """Factor A of the torque formula; with a pilot wider than the chisel only the lips' part, ρ = d0/D.

    >>> round(torque_factor(ratio=0.18, solid=True), 3)
    1.082
    """
    return lip_torque_factor(ratio) + choose(solid, 3.2 * ratio**1.8, 0.0)


@formula("Chisel factor for thrust", "B = (1 − ρ)/(1 + ρ)^0.2 + 2.2 ρ^0.8, lips only with a pilot", "", "shaw-oxford")
def thrust_factor(*, ratio: Column, solid: Mask) -> Column:
    """Factor B of the thrust formula; with a pilot wider than the chisel only the lips' part, ρ = d0/D.

    >>> round(thrust_factor(ratio=0.18, solid=True), 3)
    1.351
    """
    return lip_thrust_factor(ratio) + choose(solid, 2.2 * ratio**0.8, 0.0)


@formula("Torque by diameter and feed", "M = Kd · f^0.8 · D^1.8 · A · W   (inch, lbf)", "N·m", "shaw-oxford")
def torque_nm(*, kd_torque_lbf_in2: Column, feed_mm_rev: Column, diameter_mm: Column, factor_a: Column, wear_factor: float) -> Column:
    """Torque, N·m, `M = Kd f^0.8 D^1.8 A W` in lbf·in with f and D in inches (Machinery's Handbook, from memory).

    >>> round(torque_nm(kd_torque_lbf_in2=24000, feed_mm_rev=0.2032, diameter_mm=22.225, factor_a=1.085, wear_factor=1.3), 1)
    63.2
    """
    feed, diameter = feed_mm_rev / MM_PER_INCH, diameter_mm / MM_PER_INCH
    return kd_torque_lbf_in2 * feed**0.8 * diameter**1.8 * factor_a * wear_factor * NM_PER_LBF_IN


@formula("Thrust by diameter and feed", "T = 2 Kd · f^0.8 · D^0.8 · B · W + indentation   (inch, lbf)", "N", "shaw-oxford")
def thrust_n(
    *, kd_thrust_lbf_in2: Column, feed_mm_rev: Column, diameter_mm: Column, factor_b: Column, wear_factor: float, indentation_n: Column
) -> Column:
    """Thrust, N, `T = 2 Kd f^0.8 D^0.8 B W + Kd D² J W` in lbf with f and D in inches (as above)."""
    feed, diameter = feed_mm_rev / MM_PER_INCH, diameter_mm / MM_PER_INCH
    return 2 * kd_thrust_lbf_in2 * feed**0.8 * diameter**0.8 * factor_b * wear_factor * N_PER_LBF + indentation_n


@formula("Indentation under the chisel", "T_chisel = Kd · D² · ρ² · W   (inch, lbf)", "N", "shaw-oxford")
def indentation_n(*, kd_thrust_lbf_in2: Column, diameter_mm: Column, chisel_ratio: Column, wear_factor: float) -> Column:
    """The thrust term that stands at any feed, N: what it takes to press the chisel in at all (term J, J = ρ²).

    >>> round(indentation_n(kd_thrust_lbf_in2=18000, diameter_mm=13.0, chisel_ratio=0.18, wear_factor=1.0))
    680
    """
    return kd_thrust_lbf_in2 * (diameter_mm / MM_PER_INCH) ** 2 * chisel_ratio**2 * wear_factor * N_PER_LBF


def chisel_indentation_n(columns: Columns) -> Column:
    """The indentation term of this job: none once a pilot has taken the chisel's metal away."""
    full = indentation_n(
        kd_thrust_lbf_in2=columns.kd_thrust_lbf_in2,
        diameter_mm=columns.diameter_mm,
        chisel_ratio=columns.chisel_ratio,
        wear_factor=WEAR[columns.wear],
    )
    return choose(columns.start_diameter_mm > 0, 0.0, full)


def thrust_floor_n(columns: Columns) -> Column:
    """The part of the thrust that stands at any feed, N."""
    return chisel_indentation_n(columns)


def _ratio(columns: Columns) -> tuple[Column, Mask]:
    solid = columns.start_diameter_mm <= 0
    return choose(solid, columns.chisel_ratio, columns.start_diameter_mm / columns.diameter_mm), solid


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed, N·m."""
    ratio, solid = _ratio(columns)
    return torque_nm(
        kd_torque_lbf_in2=columns.kd_torque_lbf_in2,
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        factor_a=torque_factor(ratio=ratio, solid=solid),
        wear_factor=WEAR[columns.wear],
    )


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """Thrust of this job at a feed, N."""
    ratio, solid = _ratio(columns)
    return thrust_n(
        kd_thrust_lbf_in2=columns.kd_thrust_lbf_in2,
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        factor_b=thrust_factor(ratio=ratio, solid=solid),
        wear_factor=WEAR[columns.wear],
        indentation_n=chisel_indentation_n(columns),
    )


def lip_thrust_share(columns: Columns, feed_mm_rev: Column) -> Column:
    """The lips' share of this job's thrust; what is left when the chisel lets go. All of it where there is no chisel.

    Of the cutting term the lips take their own part of factor B, of the indentation none.
    """
    if not columns.family.has_chisel:
        return 1.0
    whole = thrust(columns, feed_mm_rev)
    ratio = columns.chisel_ratio
    cutting = whole - chisel_indentation_n(columns)
    lips = cutting * lip_thrust_factor(ratio) / thrust_factor(ratio=ratio, solid=True) / whole
    return choose(columns.start_diameter_mm > 0, 1.0, lips)
