"""Hardness and strength of steels, from one scale to another (ISO 18265, unalloyed and low-alloy steel; from memory)."""

from functools import cache

from bore.base.elementwise import between
from bore.base.errors import BadInput
from bore.base.sources import rows

SCALES = {"hb": "HB", "hv": "HV", "hrc": "HRC", "tensile_n_mm2": "N/mm²"}


UNITS = {"hb": "hb", "hbw": "hb", "hv": "hv", "hrc": "hrc", "n/mm²": "tensile_n_mm2", "n/mm2": "tensile_n_mm2", "mpa": "tensile_n_mm2"}


@cache
def _column(scale: str) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Values of a scale and the Brinell hardness beside each, where the table has both."""
    pairs = [(float(row[scale]), float(row["hb"])) for row in rows("hardness_conversion.csv") if row[scale]]
    return tuple(value for value, _ in pairs), tuple(hb for _, hb in pairs)


def brinell(value: float, scale: str, field: str = "material.hardness_hb") -> float:
    """Brinell hardness of a steel whose hardness or strength is given on another scale (`hv`, `hrc`, `tensile_n_mm2`).

    Straight lines between the printed rows; raises BadInput naming `field` outside the table, where the
    standard gives no conversion.

    >>> brinell(1030, "tensile_n_mm2"), brinell(40.8, "hrc")
    (304.0, 380.0)
    """
    values, hb = _column(scale)
    if not values[0] <= value <= values[-1]:
        accepted = f"{values[0]:g} to {values[-1]:g} {SCALES[scale]}"
        raise BadInput.at(field, f"{value:g} {SCALES[scale]} cannot be converted; accepted: {accepted}")
    return float(between(value, values, hb))


def other_scales(hardness_hb: float) -> dict[str, float]:
    """A Brinell hardness on every other scale that has one there.

    >>> other_scales(304)["hv"]
    320.0
    """
    found = {}
    for scale in ("hv", "hrc", "tensile_n_mm2"):
        values, hb = _column(scale)
        if hb[0] <= hardness_hb <= hb[-1]:
            found[scale] = float(between(hardness_hb, hb, values))
    return found
