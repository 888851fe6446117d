"""School D: the power-law handbook (Kosilova & Meshcheryakov)."""

import math
from functools import cache

from bore.base.elementwise import Column, choose, every
from bore.base.formula import formula, silent
from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.job.columns import Columns
from bore.schools import diameter_feed
from bore.schools.wear import EDGES_OF_STEEL, WEAR

ID = "power-law"
NAME = "Power law"
# The handbook's thrust stands for points with a thinned web.
THINNED_RATIO = 0.10


@immutable
class Row:
    """One row of the handbook: constants and exponents for torque and thrust, and what its Kp refers to."""

    c_torque: float
    q_torque: float
    y_torque: float
    c_thrust: float
    q_thrust: float
    y_thrust: float
    reference: str
    reference_value: float
    reference_power: float


@cache
def handbook_rows() -> dict[tuple[str, str], Row]:
    """Every row by metal and edge."""
    numbers = ("c_torque", "q_torque", "y_torque", "c_thrust", "q_thrust", "y_thrust")
    return {
        (row["row"], row["edge"]): Row(
            **{name: float(row[name]) for name in numbers},
            reference=row["reference"],
            reference_value=float(row["reference_value"]),
            reference_power=float(row["reference_power"]),
        )
        for row in rows("power_law.csv")
    }


def thrust_floor_n(columns: Columns) -> Column:
    """The part of the thrust that stands at any feed, N: none in a pure power of the feed."""
    return 0.0


def _row(columns: Columns) -> Row | None:
    edge = "hss" if columns.substrate in EDGES_OF_STEEL else "carbide"
    return handbook_rows().get((columns.power_law_row or "", edge))


def applies(columns: Columns) -> str | None:
    """Why the school does not apply, or None where it does: HSS and cobalt in its metals, carbide in iron."""
    if columns.power_law_row is None:
        return "the power-law handbook has no row for this metal"
    row = _row(columns)
    if row is None:
        return "the power-law handbook has no row for carbide in this metal"
    if row.reference != "none" and getattr(columns, row.reference) is None:
        return "hardness or strength of the metal is not known"
    return None


@formula("Metal factor", "Kp = (value / reference)^power", "", "kosilova")
def metal_factor(*, value: float, reference_value: float, power: float) -> float:
    """How the handbook moves its row to this metal: (Rm/750)^0.75 in steel, (HB/190)^0.6 in grey iron.

    >>> metal_factor(value=750.0, reference_value=750.0, power=0.75)
    1.0
    """
    return math.pow(value / reference_value, power)


@formula("Torque by power law", "M = 10 · C_M · D^q · f^y · Kp · W · pilot", "N·m", "kosilova")
def torque_nm(
    *,
    c_torque: float,
    diameter_mm: Column,
    q: float,
    feed_mm_rev: Column,
    y: float,
    metal_factor: float,
    wear_factor: float,
    pilot_factor: Column,
) -> Column:
    """Torque, N·m; D mm, f mm/rev."""
    return 10 * c_torque * diameter_mm**q * feed_mm_rev**y * metal_factor * wear_factor * pilot_factor


@formula("Thrust by power law", "T = 10 · C_P · D^q · f^y · Kp · W · point · pilot", "N", "kosilova")
def thrust_n(
    *,
    c_thrust: float,
    diameter_mm: Column,
    q: float,
    feed_mm_rev: Column,
    y: float,
    metal_factor: float,
    wear_factor: float,
    point_factor: Column,
    pilot_factor: Column,
) -> Column:
    """Thrust, N; D mm, f mm/rev. The point factor moves it from a thinned web to this chisel, as school B does."""
    return 10 * c_thrust * diameter_mm**q * feed_mm_rev**y * metal_factor * wear_factor * point_factor * pilot_factor


def _metal(columns: Columns, row: Row) -> float:
    if row.reference == "none":
        return 1.0
    return metal_factor(value=getattr(columns, row.reference), reference_value=row.reference_value, power=row.reference_power)


def _b_thrust(columns: Columns, feed_mm_rev: Column, ratio: Column) -> Column:
    """School B's sharp thrust from solid with a given chisel ratio."""
    indentation = diameter_feed.indentation_n(
        kd_thrust_lbf_in2=columns.kd_thrust_lbf_in2, diameter_mm=columns.diameter_mm, chisel_ratio=ratio, wear_factor=1.0
    )
    return diameter_feed.thrust_n(
        kd_thrust_lbf_in2=columns.kd_thrust_lbf_in2,
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        factor_b=diameter_feed.thrust_factor(ratio=ratio, solid=True),
        wear_factor=1.0,
        indentation_n=indentation,
    )


def _pilot_torque_factor(columns: Columns) -> Column:
    """School B with the pilot over school B from solid (feed and diameter cancel)."""
    if every(columns.start_diameter_mm <= 0):
        return 1.0
    ratio = columns.start_diameter_mm / columns.diameter_mm
    solid = diameter_feed.torque_factor(ratio=columns.chisel_ratio, solid=True)
    return choose(ratio > 0, diameter_feed.lip_torque_factor(ratio) / solid, 1.0)


def _pilot_thrust_factor(columns: Columns, feed_mm_rev: Column) -> Column:
    if every(columns.start_diameter_mm <= 0):
        return 1.0
    own = diameter_feed.thrust(columns, feed_mm_rev) / WEAR[columns.wear]
    return choose(columns.start_diameter_mm > 0, own / _b_thrust(columns, feed_mm_rev, columns.chisel_ratio), 1.0)


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed, N·m."""
    row = _row(columns)
    assert row is not None
    with silent():
        pilot = _pilot_torque_factor(columns)
    return torque_nm(
        c_torque=row.c_torque,
        diameter_mm=columns.diameter_mm,
        q=row.q_torque,
        feed_mm_rev=feed_mm_rev,
        y=row.y_torque,
        metal_factor=_metal(columns, row),
        wear_factor=WEAR[columns.wear],
        pilot_factor=pilot,
    )


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """Thrust of this job at a feed, N."""
    row = _row(columns)
    assert row is not None
    with silent():
        point = _b_thrust(columns, feed_mm_rev, columns.chisel_ratio) / _b_thrust(columns, feed_mm_rev, THINNED_RATIO)
        pilot = _pilot_thrust_factor(columns, feed_mm_rev)
    return thrust_n(
        c_thrust=row.c_thrust,
        diameter_mm=columns.diameter_mm,
        q=row.q_thrust,
        feed_mm_rev=feed_mm_rev,
        y=row.y_thrust,
        metal_factor=_metal(columns, row),
        wear_factor=WEAR[columns.wear],
        point_factor=point,
        pilot_factor=pilot,
    )
