"""Tapping by specific cutting force: torque from pitch and diameter (the German textbooks' formula, from memory)."""

import math

from bore.base.elementwise import Column, least
from bore.base.formula import formula
from bore.job.columns import Columns
from bore.schools.specific_force import ID, NAME, specific_force_n_mm2
from bore.schools.wear import WEAR

__all__ = ["ID", "NAME", "applies", "thrust", "thrust_floor_n", "torque"]
# Height of a full 60° profile between the minor and major diameter of an internal thread, over the pitch (ISO 68-1).
FULL_HEIGHT = 0.5413
SQRT3 = 3**0.5


def applies(columns: Columns) -> str | None:
    """It stands for every tap."""
    return None


@formula("Section of the thread's groove", "A = h (P/8 + h / 3^0.5),  h = (D − d0)/2 at most 0.541 P", "mm²", "iso-68")
def groove_mm2(*, pitch_mm: Column, diameter_mm: Column, start_diameter_mm: Column) -> Column:
    """Section of the groove a tap cuts around a hole, mm²: the 60° profile from the hole to the major diameter.

    >>> round(groove_mm2(pitch_mm=1.0, diameter_mm=10.0, start_diameter_mm=10.0 - 1.0826), 4)
    0.2368
    """
    height = least((diameter_mm - start_diameter_mm) / 2, FULL_HEIGHT * pitch_mm)
    return height * (pitch_mm / 8 + height / SQRT3)


@formula("Chip of a tap's tooth", "h = 0.613 P / (flutes · chamfer threads)", "mm", "derived")
def tap_chip_mm(*, pitch_mm: float, edges: Column, chamfer_threads: float) -> Column:
    """Chip thickness at each tooth of a tap's chamfer, mm: the profile's height shared by the teeth of the chamfer.

    >>> round(tap_chip_mm(pitch_mm=1.5, edges=3, chamfer_threads=4), 4)
    0.0767
    """
    return 0.6134 * pitch_mm / (edges * chamfer_threads)


@formula("Torque of a tap by specific cutting force", "M = kc · P² · D / 8000 · A / A_usual", "N·m", "tabellenbuch")
def tap_torque_nm(
    *, specific_force_n_mm2: Column, pitch_mm: Column, diameter_mm: Column, groove_mm2: Column, usual_groove_mm2: Column
) -> Column:
    """Torque of tapping, N·m: kc P² D/8000 at the usual tap drill (D − P), less where the hole leaves less thread.

    >>> round(tap_torque_nm(specific_force_n_mm2=2350, pitch_mm=1.5, diameter_mm=10.0, groove_mm2=1.0, usual_groove_mm2=1.0), 1)
    6.6
    """
    return specific_force_n_mm2 * pitch_mm**2 * diameter_mm / 8000 * groove_mm2 / usual_groove_mm2


def chip_mm(columns: Columns) -> Column:
    """Chip thickness of this job's tap."""
    return tap_chip_mm(pitch_mm=columns.pitch_mm, edges=columns.edges, chamfer_threads=columns.chamfer_threads)


def grooves(columns: Columns) -> tuple[Column, Column]:
    """Section cut around the hole there is, and around the usual tap drill."""
    own = groove_mm2(pitch_mm=columns.pitch_mm, diameter_mm=columns.hole_diameter_mm, start_diameter_mm=columns.start_diameter_mm)
    usual = groove_mm2(
        pitch_mm=columns.pitch_mm, diameter_mm=columns.hole_diameter_mm, start_diameter_mm=columns.hole_diameter_mm - columns.pitch_mm
    )
    return own, usual


@formula("Metal a thread takes", "Q = A · s · n", "mm³/min", "derived")
def thread_removal_mm3_min(*, groove_mm2: Column, path_mm_rev: Column, speed_rpm: Column) -> Column:
    """Volume of metal removed by threading, mm³/min: the groove's section times the length of groove cut in a turn.

    >>> round(thread_removal_mm3_min(groove_mm2=0.7, path_mm_rev=29.0, speed_rpm=300))
    6090
    """
    return groove_mm2 * path_mm_rev * speed_rpm


def removal_mm3_min(columns: Columns, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """A tap cuts one turn of the groove in a turn, mm³/min."""
    around = math.pi * (columns.hole_diameter_mm + columns.start_diameter_mm) / 2
    return thread_removal_mm3_min(groove_mm2=grooves(columns)[0], path_mm_rev=around * feed_mm_rev / columns.pitch_mm, speed_rpm=speed_rpm)


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job, N·m; a tap's feed is its pitch."""
    force = specific_force_n_mm2(
        kc11_n_mm2=columns.kc11_n_mm2,
        mc=columns.mc,
        chip_thickness_mm=chip_mm(columns),
        compression=1.0,
        rake_factor=1.0,
        speed_factor=1.0,
        wear_factor=WEAR[columns.wear],
    )
    own, usual = grooves(columns)
    return (
        tap_torque_nm(
            specific_force_n_mm2=force, pitch_mm=columns.pitch_mm, diameter_mm=columns.diameter_mm, groove_mm2=own, usual_groove_mm2=usual
        )
        + 0 * feed_mm_rev
    )


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """A tap draws itself in: no thrust, N."""
    return 0 * feed_mm_rev + NO_THRUST_N


NO_THRUST_N = 1e-3


def thrust_floor_n(columns: Columns) -> Column:
    """No part of the thrust stands at any feed."""
    return 0.0
