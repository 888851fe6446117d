"""Fits of holes by their letter: how far above its nominal size a hole may lie (ISO 286-1, ISO 286-2, from memory)."""

from functools import cache

from bore.base.errors import BadInput
from bore.base.sources import rows, source
from bore.quantities.tolerances import grade_um

UM_PER_MM = 1000.0
# Holes that lie wholly above their nominal size, and those whose deviation is the shaft's turned over, with the grade up to which the
# step to the next finer one is added.
ABOVE = ("D", "E", "F", "G")
OVER = {"K": 8, "M": 8, "N": 8, "P": 7}
LARGEST_MM, SMALL_MM, FINEST_OVER = 120.0, 3.0, 6
LETTERS = ("D", "E", "F", "G", "H", "JS", "K", "M", "N", "P")


@cache
def _table() -> tuple[dict[str, str], ...]:
    found = rows("hole_deviations.csv")
    for row in found:
        source(row["source"])
    return found


def _deviation_um(letter: str, diameter_mm: float) -> float:
    row = next(row for row in _table() if diameter_mm <= float(row["to_mm"]))
    return float(row[f"{letter.lower()}_um"])


def hole_limits_mm(diameter_mm: float, letter: str, grade: int, field: str) -> tuple[float, float]:
    """The least and the most a hole of a fit may be, mm. Raises BadInput naming `field` for a letter or a size it does not know.

    >>> hole_limits_mm(20, "H", 7, ""), hole_limits_mm(20, "P", 7, ""), hole_limits_mm(20, "F", 7, "")
    ((20.0, 20.021), (19.965, 19.986), (20.02, 20.041))
    """
    if letter not in LETTERS:
        raise BadInput.at(field, f"the fit {letter}{grade} is not known; accepted: {', '.join(LETTERS)}")
    width = grade_um(grade, diameter_mm)
    if letter == "H":
        low = 0.0
    elif letter == "JS":
        low = -width / 2
    elif diameter_mm > LARGEST_MM:
        raise BadInput.at(field, f"the fit {letter}{grade} is not known at {diameter_mm:g} mm; accepted: to {LARGEST_MM:g} mm")
    elif letter in ABOVE:
        low = _deviation_um(letter, diameter_mm)
    elif grade < FINEST_OVER:
        raise BadInput.at(field, f"the fit {letter}{grade} is not known; accepted: {letter}{FINEST_OVER} and coarser")
    else:
        low = _upper_um(letter, grade, diameter_mm) - width
    return round(diameter_mm + low / UM_PER_MM, 4), round(diameter_mm + (low + width) / UM_PER_MM, 4)


def _upper_um(letter: str, grade: int, diameter_mm: float) -> float:
    """The upper deviation of a hole from K to P, µm: the shaft's turned over, and above 3 mm, where the grade is fine, raised by the
    step to the next finer one. A coarse K, and a coarse N above 3 mm, end at the nominal size."""
    small = diameter_mm <= SMALL_MM
    if grade > OVER[letter] and (letter == "K" or (letter == "N" and not small)):
        return 0.0
    step = 0.0 if small or grade > OVER[letter] else grade_um(grade, diameter_mm) - grade_um(grade - 1, diameter_mm)
    return step - _deviation_um(letter, diameter_mm)


def reaming_allowance_mm(diameter_mm: float) -> float:
    """What is left on the diameter for a reamer, mm: a tenth to three tenths, more the wider (common practice).

    >>> reaming_allowance_mm(10.0), reaming_allowance_mm(25.0)
    (0.15, 0.3)
    """
    table = [(float(row["to_mm"]), float(row["left_mm"])) for row in rows("reaming_allowances.csv")]
    return next((left for to_mm, left in table if diameter_mm <= to_mm), table[-1][1])
