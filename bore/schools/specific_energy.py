"""School C: specific energy, or unit power: so many watt-seconds for each cubic millimetre."""

from bore.base.elementwise import Column
from bore.base.formula import formula
from bore.job.columns import Columns
from bore.mechanics.kinematics import chip_thickness_mm
from bore.schools.wear import WEAR

ID = "specific-energy"
NAME = "Specific energy"
TABLE_CHIP_MM = 0.25


def applies(columns: Columns) -> str | None:
    """Why the school does not apply, or None where it does: it gives the torque of every family."""
    return None


@formula("Specific energy at this chip", "u = u_table · (h / 0.25)^(−0.2) · W · family", "W·s/mm³", "unit-power")
def energy_w_s_mm3(*, table_energy_w_s_mm3: Column, chip_thickness_mm: Column, wear_factor: float, family_factor: float = 1.0) -> Column:
    """Specific energy, W·s/mm³, moved from the table's 0.25 mm chip to this one; thin chips cost more.
    The table has a chisel's work in it: 0.85 of it for families without one; guide pads and lands add their friction.

    >>> energy_w_s_mm3(table_energy_w_s_mm3=2.7, chip_thickness_mm=0.25, wear_factor=1.0)
    2.7
    """
    return table_energy_w_s_mm3 * (chip_thickness_mm / TABLE_CHIP_MM) ** -0.2 * wear_factor * family_factor


@formula("Torque by specific energy", "M = u · Q / ω = u · f · (D² − d0²) / 8", "N·m", "unit-power")
def torque_nm(*, energy_w_s_mm3: Column, feed_mm_rev: Column, diameter_mm: Column, start_diameter_mm: Column) -> Column:
    """Torque, N·m, from `P = u Q` and `M = P/ω`.

    >>> round(torque_nm(energy_w_s_mm3=0.5, feed_mm_rev=0.2, diameter_mm=10.0, start_diameter_mm=0.0), 3)
    1.25
    """
    return energy_w_s_mm3 * feed_mm_rev * (diameter_mm**2 - start_diameter_mm**2) / 8


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed, N·m."""
    thickness = chip_thickness_mm(feed_mm_rev=feed_mm_rev, edges=columns.edges, point_angle_deg=columns.point_angle_deg)
    energy = energy_w_s_mm3(
        table_energy_w_s_mm3=columns.specific_energy_w_s_mm3,
        chip_thickness_mm=thickness,
        wear_factor=WEAR[columns.wear],
        family_factor=columns.family.energy_share * columns.family.friction,
    )
    return torque_nm(
        energy_w_s_mm3=energy, feed_mm_rev=feed_mm_rev, diameter_mm=columns.diameter_mm, start_diameter_mm=columns.start_diameter_mm
    )


thrust = None
