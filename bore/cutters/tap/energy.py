"""Tapping by specific energy: so much work for each cubic millimetre of the thread's groove."""

from bore.base.elementwise import Column
from bore.base.formula import formula
from bore.cutters.tap.force import chip_mm, grooves
from bore.job.columns import Columns
from bore.schools.specific_energy import ID, NAME, energy_w_s_mm3
from bore.schools.wear import WEAR

__all__ = ["ID", "NAME", "applies", "thrust", "torque"]
thrust = None


def applies(columns: Columns) -> str | None:
    """It stands for every tap."""
    return None


@formula("Torque of a tap by specific energy", "M = u · A · D / 2", "N·m", "derived")
def tap_work_nm(*, energy_w_s_mm3: Column, groove_mm2: Column, diameter_mm: Column) -> Column:
    """Torque of tapping, N·m: the groove's section swept around the thread, times its energy, over a turn.

    >>> round(tap_work_nm(energy_w_s_mm3=3.0, groove_mm2=0.5, diameter_mm=10.0), 2)
    7.5
    """
    return energy_w_s_mm3 * groove_mm2 * diameter_mm / 2


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job, N·m."""
    energy = energy_w_s_mm3(
        table_energy_w_s_mm3=columns.specific_energy_w_s_mm3, chip_thickness_mm=chip_mm(columns), wear_factor=WEAR[columns.wear]
    )
    return tap_work_nm(energy_w_s_mm3=energy, groove_mm2=grooves(columns)[0], diameter_mm=columns.diameter_mm) + 0 * feed_mm_rev
