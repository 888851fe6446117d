"""What holds the drill: the torque at which it slips."""

from functools import cache

from bore.base.elementwise import Column, along_logarithms
from bore.base.formula import formula
from bore.base.sources import rows
from bore.machines import kinds

# What a taper without a tang slot is seated with, kN of thrust: soft and hard mark.
SEATING_KN = (2.0, 3.0)
# How far past the usual top speed of its kind a chuck that says none may run: till then a remark, then tight, then not at all (common practice).
OVER_USUAL_TOP = (1.25, 1.5)


@cache
def _chuck_table(grip: str) -> tuple[list[float], list[float], list[float], list[float]]:
    table = [row for row in rows("chuck_slip.csv") if row["grip"] == grip]
    return tuple([float(row[name]) for row in table] for name in ("capacity_mm", "low_nm", "high_nm", "top_rpm"))  # type: ignore[return-value]


@formula("Torque at which the chuck slips", "M = M_table(capacity) · shank / capacity", "N·m", "common-practice")
def chuck_slip_nm(*, capacity_mm: float, shank_diameter_mm: Column, grip: str, end: str) -> Column:
    """Low or high end of the slip torque of a drill chuck, N·m; a smaller shank slips earlier (common practice).

    >>> round(chuck_slip_nm(capacity_mm=13.0, shank_diameter_mm=13.0, grip="keyed", end="low"), 3)
    25.0
    """
    capacities, low, high, _ = _chuck_table(grip)
    return along_logarithms(capacity_mm, capacities, low if end == "low" else high) * shank_diameter_mm / capacity_mm


def chuck_top_rpm(capacity_mm: float, grip: str) -> float:
    """Usual top speed of a chuck, rpm (common practice)."""
    capacities, _, _, top = _chuck_table(grip)
    return float(round(float(along_logarithms(capacity_mm, capacities, top))))


@formula("Friction torque of the taper", "M = m_size · (T + seat)", "N·m", "iso-296")
def taper_friction_nm(*, size: int, thrust_n: Column, seating_kn: float) -> Column:
    """Torque a Morse taper carries by friction, N·m: its N·m per kN at μ 0.1, times thrust (and seating) in kN.

    >>> round(taper_friction_nm(size=2, thrust_n=8800.0, seating_kn=0.0), 2)
    57.2
    """
    return kinds.taper(size).friction_nm_per_kn * (thrust_n / 1000 + seating_kn)


@formula("Friction and tang together", "M = M_friction + M_tang", "N·m", "derived")
def taper_with_tang_nm(*, friction_nm: Column, size: int) -> Column:
    """Torque a Morse taper carries by friction and its tang, N·m (tang elastic, derived)."""
    return friction_nm + kinds.taper(size).tang_nm


@cache
def _sleeve(holder: str, size: str | None) -> tuple[list[float], list[float]]:
    table = [row for row in rows("sleeve_slip.csv") if row["holder"] == holder and row["size"] in ("", size)]
    return [float(row["bore_mm"]) for row in table], [float(row["slip_nm"]) for row in table]


@formula("Torque at which the holder slips", "M = M_table · shank / bore", "N·m", "common-practice")
def sleeve_slip_nm(*, holder: str, size: str | None, shank_diameter_mm: Column) -> Column:
    """Slip torque of a collet, hydraulic or shrink holder on a shank, N·m (common practice)."""
    bores, slips = _sleeve(holder, size)
    if len(bores) == 1:
        return slips[0] * shank_diameter_mm / bores[0]
    return along_logarithms(shank_diameter_mm, bores, slips)


def largest_shank_mm(holder: str, size: str | None) -> float | None:
    """Largest shank a collet size takes; None where the holder is made to the shank."""
    return _sleeve(holder, size)[0][0] if holder == "collet" else None


def bore_mm(capacity_mm: float | None, size: str | int | None) -> float | None:
    """The bore of a side-lock, mm: as it is said, or its size where that is a plain figure; None where nobody said.

    >>> bore_mm(None, "19"), bore_mm(25.0, None), bore_mm(None, "ER32")
    (19.0, 25.0, None)
    """
    if capacity_mm is not None:
        return capacity_mm
    written = str(size or "")
    return float(written) if written.replace(".", "", 1).isdigit() else None
