"""Kinds of quantity as people type them: range in working units, the units each may be typed in, how it is echoed."""

from bore.base.immutable import immutable
from bore.quantities.units import KW_PER_HP, MM_PER_INCH, N_PER_LBF, NM_PER_LBF_IN

N_PER_KGF = 9.80665
KG_PER_LB = 0.45359237
BAR_PER_PSI = N_PER_LBF / MM_PER_INCH**2 * 10
L_PER_US_GALLON = 3.785411784


@immutable
class Kind:
    """A kind of quantity: its range in working units, and each unit it may be typed in with its factor."""

    low: float
    high: float
    digits: int
    units: dict[str, float]
    plain: dict[str, str]
    shown: tuple[tuple[str, float, int], ...]


INCH = {"in": MM_PER_INCH, "inch": MM_PER_INCH, '"': MM_PER_INCH, "”": MM_PER_INCH, "″": MM_PER_INCH}
LENGTH_UNITS = {"mm": 1.0, "cm": 10.0, **INCH}
FEED_UNITS = {
    "mm/rev": 1.0,
    "mm": 1.0,
    "in/rev": MM_PER_INCH,
    "in": MM_PER_INCH,
    "ipr": MM_PER_INCH,
    "thou": MM_PER_INCH / 1000,
    "thou/rev": MM_PER_INCH / 1000,
}
FORCE_UNITS = {"n": 1.0, "kn": 1000.0, "lbf": N_PER_LBF, "lb": N_PER_LBF, "kg": N_PER_KGF, "kgf": N_PER_KGF}
KINDS: dict[str, Kind] = {
    "length": Kind(0.05, 5000, 4, LENGTH_UNITS, {"metric": "mm", "inch": "in"}, (("mm", 1.0, 2), ("in", MM_PER_INCH, 3))),
    "feed": Kind(0.0005, 5, 5, FEED_UNITS, {"metric": "mm/rev", "inch": "in/rev"}, (("mm/rev", 1.0, 3), ("in/rev", MM_PER_INCH, 4))),
    "force": Kind(
        1, 800, 2, FORCE_UNITS, {"metric": "n", "inch": "lbf"}, (("N", 1.0, 0), ("lbf", N_PER_LBF, 0), ("kg on a scale", N_PER_KGF, 0))
    ),
    "time": Kind(0.2, 600, 2, {"s": 1.0, "sec": 1.0, "seconds": 1.0, "min": 60.0}, {"metric": "s", "inch": "s"}, (("s", 1.0, 1),)),
    "speed": Kind(
        1, 100000, 2, {"rpm": 1.0, "r/min": 1.0, "rev/min": 1.0, "1/min": 1.0}, {"metric": "rpm", "inch": "rpm"}, (("rpm", 1.0, 0),)
    ),
    "torque": Kind(
        0.01,
        100000,
        3,
        {"n·m": 1.0, "nm": 1.0, "n m": 1.0, "lbf·ft": NM_PER_LBF_IN * 12, "lbf ft": NM_PER_LBF_IN * 12, "lbf·in": NM_PER_LBF_IN},
        {"metric": "n·m", "inch": "lbf·ft"},
        (("N·m", 1.0, 1), ("lbf·ft", NM_PER_LBF_IN * 12, 1)),
    ),
    "power": Kind(
        0.001, 500, 4, {"kw": 1.0, "w": 0.001, "hp": KW_PER_HP}, {"metric": "kw", "inch": "hp"}, (("kW", 1.0, 2), ("hp", KW_PER_HP, 2))
    ),
    "horsepower": Kind(
        0.01, 500, 4, {"hp": 1.0, "kw": 1 / KW_PER_HP}, {"metric": "hp", "inch": "hp"}, (("hp", 1.0, 2), ("kW", 1 / KW_PER_HP, 2))
    ),
    "pressure": Kind(
        0,
        400,
        3,
        {"bar": 1.0, "mpa": 10.0, "psi": BAR_PER_PSI},
        {"metric": "bar", "inch": "psi"},
        (("bar", 1.0, 1), ("psi", BAR_PER_PSI, 0)),
    ),
    "flow": Kind(
        0,
        500,
        3,
        {"l/min": 1.0, "l": 1.0, "gal/min": L_PER_US_GALLON, "gpm": L_PER_US_GALLON},
        {"metric": "l/min", "inch": "gal/min"},
        (("l/min", 1.0, 1), ("US gal/min", L_PER_US_GALLON, 2)),
    ),
    "feed rate": Kind(
        0.05,
        50000,
        3,
        {"mm/min": 1.0, "in/min": MM_PER_INCH, "ipm": MM_PER_INCH},
        {"metric": "mm/min", "inch": "in/min"},
        (("mm/min", 1.0, 1), ("in/min", MM_PER_INCH, 2)),
    ),
    "mass": Kind(0.1, 5000, 3, {"kg": 1.0, "lb": KG_PER_LB}, {"metric": "kg", "inch": "lb"}, (("kg", 1.0, 1), ("lb", KG_PER_LB, 1))),
    "stiffness": Kind(
        1,
        1e6,
        2,
        {"n/mm": 1.0, "n/µm": 1000.0, "n/um": 1000.0, "lbf/in": N_PER_LBF / MM_PER_INCH},
        {"metric": "n/mm", "inch": "lbf/in"},
        (("N/mm", 1.0, 0), ("lbf/in", N_PER_LBF / MM_PER_INCH, 0)),
    ),
    "angle": Kind(-90, 360, 2, {"deg": 1.0, "degrees": 1.0}, {"metric": "deg", "inch": "deg"}, (("°", 1.0, 1),)),
    "minutes": Kind(0.01, 1000, 3, {"min": 1.0, "s": 1 / 60}, {"metric": "min", "inch": "min"}, (("min", 1.0, 1),)),
}


def plain_kind(unit: str, low: float, high: float) -> Kind:
    """A kind for a unit of which people type only one, or for a bare number (an empty unit)."""
    return Kind(low, high, 6, {unit.lower(): 1.0}, {"metric": unit.lower(), "inch": unit.lower()}, ((unit, 1.0, 3),))
