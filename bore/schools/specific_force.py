"""School A: specific cutting force (Kienzle; VDI 3206, DIN 6584; corrections after Tschätsch)."""

from bore.base.elementwise import Column, choose, most
from bore.base.formula import formula
from bore.job.columns import Columns
from bore.mechanics.kinematics import chip_thickness_mm, sin_edge_angle
from bore.quantities.units import MM_PER_INCH, N_PER_LBF
from bore.schools import diameter_feed
from bore.schools.wear import WEAR

ID = "specific-force"
NAME = "Specific cutting force"
REFERENCE_RAKE_DEG = {"K": 2.0}
STEEL_RAKE_DEG = 6.0


def applies(columns: Columns) -> str | None:
    """Why the school does not apply, or None where it does: it stands for every family."""
    return None


@formula("Rake correction", "K_γ = 1 − 0.015 (γ − γ0)", "", "kienzle")
def rake_factor(*, rake_deg: float, reference_rake_deg: float) -> float:
    """1.5 % less force for each degree of rake above the reference (+6° steel, +2° iron).

    >>> rake_factor(rake_deg=16.0, reference_rake_deg=6.0)
    0.85
    """
    return 1 - 0.015 * (rake_deg - reference_rake_deg)


@formula("Cutting-speed correction", "K_v = 2.023 / vc^0.153 to 100 m/min, 1.380 / vc^0.07 above", "", "kienzle")
def speed_factor(*, cutting_speed_m_min: Column) -> Column:
    """The books' cutting-speed factor, for 20 m/min and up; below 20 it is held at its value there.

    >>> round(speed_factor(cutting_speed_m_min=30.0), 2)
    1.2
    """
    speed = most(cutting_speed_m_min, 20.0)
    return choose(speed <= 100, 2.023 / speed**0.153, 1.380 / speed**0.07)


@formula("Specific cutting force", "kc = kc1.1 · h^(−mc) · compression · rake · speed · wear", "N/mm²", "kienzle")
def specific_force_n_mm2(
    *,
    kc11_n_mm2: Column,
    mc: Column,
    chip_thickness_mm: Column,
    compression: float,
    rake_factor: float,
    speed_factor: Column,
    wear_factor: float,
) -> Column:
    """Specific cutting force, N/mm², `kc = kc1.1 h^(−mc)` times the corrections.

    >>> round(specific_force_n_mm2(kc11_n_mm2=2220, mc=0.14, chip_thickness_mm=1.0, compression=1, rake_factor=1,
    ...                            speed_factor=1, wear_factor=1))
    2220
    """
    return kc11_n_mm2 * chip_thickness_mm**-mc * (compression * rake_factor * speed_factor * wear_factor)


@formula("Torque by specific cutting force", "M = kc · f · (D² − d0²) / 8000 · friction", "N·m", "kienzle")
def torque_nm(
    *, specific_force_n_mm2: Column, feed_mm_rev: Column, diameter_mm: Column, start_diameter_mm: Column, friction: float = 1.0
) -> Column:
    """Torque, N·m: each half of the chip's section times kc acts at the middle of its lip; guide pads of a gun drill
    rub half as much again, lands of a reamer a third.

    >>> round(torque_nm(specific_force_n_mm2=4000, feed_mm_rev=0.2, diameter_mm=10, start_diameter_mm=0), 6)
    10.0
    """
    return specific_force_n_mm2 * feed_mm_rev * (diameter_mm**2 - start_diameter_mm**2) / 8000 * friction


@formula("Thrust of the lips", "T_lips = 0.5 (Kd_T / Kd_M) · kc · f · (D − max(d0, c)) / 2 · sin κ", "N", "kienzle")
def lip_thrust_n(
    *,
    specific_force_n_mm2: Column,
    feed_mm_rev: Column,
    diameter_mm: Column,
    inner_diameter_mm: Column,
    point_angle_deg: Column,
    thrust_share: Column,
) -> Column:
    """Thrust of both lips, N: about half the cutting force, more in metals that push back (Kd_T over Kd_M)."""
    width = (diameter_mm - inner_diameter_mm) / 2
    return 0.5 * thrust_share * specific_force_n_mm2 * feed_mm_rev * width * sin_edge_angle(point_angle_deg)


@formula("Thrust of a single lip", "T = 0.6 · kc · f · (D − d0) / 2", "N", "common-practice")
def single_lip_thrust_n(
    *, specific_force_n_mm2: Column, feed_mm_rev: Column, diameter_mm: Column, start_diameter_mm: Column, force_share: float
) -> Column:
    """Thrust of a gun drill, N: about 0.6 of its cutting force (0.5-0.7)."""
    return force_share * specific_force_n_mm2 * feed_mm_rev * (diameter_mm - start_diameter_mm) / 2


@formula("Thrust of the chisel", "T_chisel = W (2 Kd · f^0.8 · D^0.8 · 2.2 ρ^0.8) + indentation   (inch, lbf)", "N", "shaw-oxford")
def chisel_thrust_n(
    *, kd_thrust_lbf_in2: Column, feed_mm_rev: Column, diameter_mm: Column, chisel_ratio: Column, wear_factor: float, indentation_n: Column
) -> Column:
    """Thrust of the chisel edge from solid, N, as the diameter-and-feed school has it."""
    feed, diameter = feed_mm_rev / MM_PER_INCH, diameter_mm / MM_PER_INCH
    cutting = 2 * kd_thrust_lbf_in2 * feed**0.8 * diameter**0.8 * 2.2 * chisel_ratio**0.8
    return cutting * wear_factor * N_PER_LBF + indentation_n


@formula("Thrust by specific cutting force", "T = T_lips + T_chisel + spring", "N", "kienzle")
def total_thrust_n(*, lip_thrust_n: Column, chisel_thrust_n: Column, pin_spring_n: Column) -> Column:
    """Thrust of lips and chisel together, and of the spring under an annular cutter's pin, N."""
    return lip_thrust_n + chisel_thrust_n + pin_spring_n


def thrust_floor_n(columns: Columns) -> Column:
    """The part of the thrust that stands at any feed, N: the chisel's indentation, as school B has it, and a pin's spring."""
    return diameter_feed.chisel_indentation_n(columns) + columns.pin_spring_n


def _specific_force(columns: Columns, feed_mm_rev: Column) -> Column:
    rake = 1.0
    if columns.rake_deg is not None:
        reference = REFERENCE_RAKE_DEG.get(columns.iso_group, STEEL_RAKE_DEG)
        rake = rake_factor(rake_deg=columns.rake_deg, reference_rake_deg=reference)
    speed = speed_factor(cutting_speed_m_min=columns.cutting_speed_m_min) if columns.speed_factor else 1.0
    thickness = chip_thickness_mm(feed_mm_rev=feed_mm_rev, edges=columns.edges, point_angle_deg=columns.point_angle_deg)
    return specific_force_n_mm2(
        kc11_n_mm2=columns.kc11_n_mm2,
        mc=columns.mc,
        chip_thickness_mm=thickness,
        compression=columns.family.compression,
        rake_factor=rake,
        speed_factor=speed,
        wear_factor=WEAR[columns.wear],
    )


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed, N·m."""
    return torque_nm(
        specific_force_n_mm2=_specific_force(columns, feed_mm_rev),
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        start_diameter_mm=columns.start_diameter_mm,
        friction=columns.family.friction,
    )


def _lips(columns: Columns, feed_mm_rev: Column) -> Column:
    force = _specific_force(columns, feed_mm_rev)
    if columns.family.force_share is not None:
        return single_lip_thrust_n(
            specific_force_n_mm2=force,
            feed_mm_rev=feed_mm_rev,
            diameter_mm=columns.diameter_mm,
            start_diameter_mm=columns.start_diameter_mm,
            force_share=columns.family.force_share,
        )
    return lip_thrust_n(
        specific_force_n_mm2=force,
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        inner_diameter_mm=most(columns.start_diameter_mm, columns.chisel_ratio * columns.diameter_mm),
        point_angle_deg=columns.point_angle_deg,
        thrust_share=columns.kd_thrust_lbf_in2 / columns.kd_torque_lbf_in2,
    )


def _chisel(columns: Columns, feed_mm_rev: Column) -> Column:
    """The chisel's thrust: none where there is no chisel, or a pilot has taken its metal away."""
    if not columns.family.has_chisel:
        return 0.0
    chisel = chisel_thrust_n(
        kd_thrust_lbf_in2=columns.kd_thrust_lbf_in2,
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        chisel_ratio=columns.chisel_ratio,
        wear_factor=WEAR[columns.wear],
        indentation_n=diameter_feed.chisel_indentation_n(columns),
    )
    return choose(columns.start_diameter_mm > 0, 0.0, chisel)


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """Thrust of this job at a feed, N."""
    lips, chisel = _lips(columns, feed_mm_rev), _chisel(columns, feed_mm_rev)
    return total_thrust_n(lip_thrust_n=lips, chisel_thrust_n=chisel, pin_spring_n=columns.pin_spring_n)
