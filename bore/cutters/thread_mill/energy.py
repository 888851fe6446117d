"""Thread milling by specific energy: the groove cut by every row of teeth at once."""

from bore.base.elementwise import Column, most
from bore.base.formula import formula
from bore.cutters.tap.force import grooves, thread_removal_mm3_min
from bore.job.columns import Columns
from bore.schools.specific_energy import ID, NAME, energy_w_s_mm3
from bore.schools.wear import WEAR

__all__ = ["ID", "NAME", "applies", "thrust", "thrust_floor_n", "torque"]
TWO_PI = 6.283185307179586
# A thread mill pushes sideways, hardly at all along its axis.
AXIAL_N = 1e-3
THINNEST_MM = 1e-4


def applies(columns: Columns) -> str | None:
    """It stands for every thread mill."""
    return None


@formula("Torque of a thread mill", "M = u · A · rows · f / (2π)", "N·m", "derived")
def thread_mill_torque_nm(*, energy_w_s_mm3: Column, groove_mm2: Column, thread_rows: Column, feed_mm_rev: Column) -> Column:
    """Torque, N·m: the volume a turn takes (groove section, rows in the metal, feed along the thread) times its energy.

    >>> round(thread_mill_torque_nm(energy_w_s_mm3=4.0, groove_mm2=0.5, thread_rows=10, feed_mm_rev=0.1), 3)
    0.318
    """
    return energy_w_s_mm3 * groove_mm2 * thread_rows * feed_mm_rev / TWO_PI


def removal_mm3_min(columns: Columns, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Every row of teeth in the metal cuts its length of feed in a turn, mm³/min."""
    path = feed_mm_rev * columns.depth_mm / columns.pitch_mm
    return thread_removal_mm3_min(groove_mm2=grooves(columns)[0], path_mm_rev=path, speed_rpm=speed_rpm)


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed along the thread, N·m."""
    thickness = most(feed_mm_rev / columns.edges, THINNEST_MM)
    energy = energy_w_s_mm3(
        table_energy_w_s_mm3=columns.specific_energy_w_s_mm3, chip_thickness_mm=thickness, wear_factor=WEAR[columns.wear]
    )
    in_metal = columns.depth_mm / columns.pitch_mm
    return thread_mill_torque_nm(energy_w_s_mm3=energy, groove_mm2=grooves(columns)[0], thread_rows=in_metal, feed_mm_rev=feed_mm_rev)


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """Hardly any thrust along the axis, N."""
    return 0 * feed_mm_rev + AXIAL_N


def thrust_floor_n(columns: Columns) -> Column:
    """No part of the thrust stands at any feed."""
    return 0.0
