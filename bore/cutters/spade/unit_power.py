"""Spade drills by the handbook's own unit power: torque, and thrust with it (Machinery's Handbook, from memory)."""

from functools import cache

from bore.base.elementwise import Column
from bore.base.formula import formula
from bore.base.sources import rows, source
from bore.cutters.family import folder
from bore.job.columns import Columns
from bore.quantities.units import W_S_PER_MM3_PER_HP_IN3_MIN
from bore.schools.specific_energy import ID, NAME, torque_nm
from bore.schools.wear import WEAR

__all__ = ["ID", "NAME", "applies", "thrust", "thrust_floor_n", "torque"]
THRUST_SHARE = 0.375
ANY_HARDNESS = 120.0


@cache
def _table() -> tuple[tuple[str, float, float, float], ...]:
    found = []
    for row in rows("unit_power.csv", folder(__file__)):
        source(row["source"])
        found.append((row["metal"], float(row["from_hb"] or 0), float(row["to_hb"] or 1e9), float(row["unit_hp_in3_min"])))
    return tuple(found)


def unit_power_hp_in3_min(metal: str, hardness_hb: float | None) -> float | None:
    """Unit power of a metal at a hardness, hp/(in³/min) at the cutter; None where the handbook has no row.
    Where two rows meet, the softer metal's stands.

    >>> unit_power_hp_in3_min("steel", 190), unit_power_hp_in3_min("titanium", 160)
    (0.79, None)
    """
    hb = ANY_HARDNESS if hardness_hb is None else hardness_hb
    fits = [unit for name, low, high, unit in _table() if name == metal and low <= hb <= high]
    return fits[0] if fits else None


def applies(columns: Columns) -> str | None:
    """Why the school does not apply, or None where it does."""
    unit = unit_power_hp_in3_min(columns.metal, columns.hardness_hb)
    return None if unit else "the handbook has no spade-drill row for this metal at this hardness"


@formula("Unit power of a spade drill", "u = 2.730 · hp/(in³/min) · W", "W·s/mm³", "machinery-spade")
def spade_energy_w_s_mm3(*, unit_hp_in3_min: float, wear_factor: float) -> float:
    """Unit power of a spade drill as specific energy, W·s/mm³; the table stands for sharp blades.

    >>> round(spade_energy_w_s_mm3(unit_hp_in3_min=0.94, wear_factor=1.0), 3)
    2.567
    """
    return unit_hp_in3_min * W_S_PER_MM3_PER_HP_IN3_MIN * wear_factor


@formula("Thrust of a spade drill", "T = 0.375 · u · f · (D − d0), u in N/mm²", "N", "machinery-spade")
def spade_thrust_n(*, energy_w_s_mm3: Column, feed_mm_rev: Column, diameter_mm: Column, start_diameter_mm: Column) -> Column:
    """Thrust, N; the same as 148 500 · hp · f · D in pounds and inches.

    >>> round(spade_thrust_n(energy_w_s_mm3=2.566, feed_mm_rev=0.254, diameter_mm=50.8, start_diameter_mm=0.0) / 4.448222)
    2791
    """
    return THRUST_SHARE * 1000 * energy_w_s_mm3 * feed_mm_rev * (diameter_mm - start_diameter_mm)


def _energy(columns: Columns) -> float:
    unit = unit_power_hp_in3_min(columns.metal, columns.hardness_hb)
    assert unit is not None
    return spade_energy_w_s_mm3(unit_hp_in3_min=unit, wear_factor=WEAR[columns.wear])


def torque(columns: Columns, feed_mm_rev: Column) -> Column:
    """Torque of this job at a feed, N·m."""
    return torque_nm(
        energy_w_s_mm3=_energy(columns),
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        start_diameter_mm=columns.start_diameter_mm,
    )


def thrust(columns: Columns, feed_mm_rev: Column) -> Column:
    """Thrust of this job at a feed, N."""
    return spade_thrust_n(
        energy_w_s_mm3=_energy(columns),
        feed_mm_rev=feed_mm_rev,
        diameter_mm=columns.diameter_mm,
        start_diameter_mm=columns.start_diameter_mm,
    )


def thrust_floor_n(columns: Columns) -> Column:
    """The part of the thrust that stands at any feed, N: none in a pure power of the feed."""
    return 0.0
