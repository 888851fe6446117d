"""Figures as people type them, with or without a unit, read into working units; and echoed in both."""

import re
from dataclasses import dataclass

from bore.errors import BadInput
from bore.materials.conversion import SCALES, UNITS, brinell, other_scales
from bore.quantities.drill_sizes import read_drill_size
from bore.quantities.units import MM_PER_INCH, N_PER_LBF

N_PER_KGF = 9.80665
_TEXT = re.compile(r"^\s*([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*((?:1/)?[^\W\d_].*?|[\"”″])?\s*$")


@dataclass(frozen=True, slots=True)
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
FORCE_UNITS = {"n": 1.0, "lbf": N_PER_LBF, "lb": N_PER_LBF, "kg": N_PER_KGF, "kgf": N_PER_KGF}
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
}


READABLE = ("diameter", "hardness", *KINDS)


@dataclass(frozen=True, slots=True)
class Reading:
    """A typed figure: the text, its value in working units, and what it is in each unit of the trade."""

    text: str
    value: float
    echo: str


def _echo(kind: Kind, value: float) -> str:
    return " = ".join(f"{value / factor:.{digits}f} {unit}" for unit, factor, digits in kind.shown)


def _accepted(kind: Kind, system: str) -> str:
    unit = kind.plain[system]
    factor = kind.units[unit]
    return f"{kind.low / factor:.3g} to {kind.high / factor:.4g} {'N' if unit == 'n' else unit}"


def read_quantity(name: str, text: str, system: str = "metric", field: str = "value") -> Reading:
    """Read a typed figure of a kind (one of `READABLE`).

    A number without a unit takes the system's own (`metric` or `inch`). Raises BadInput naming `field`.

    >>> read_quantity("feed", "7 thou").value
    0.1778
    >>> read_quantity("length", "1,25", "inch").value
    31.75
    """
    if name == "diameter":
        return _read_diameter(text, system, field)
    if name == "hardness":
        return _read_hardness(text, field)
    kind = KINDS[name]
    if name == "length" and "/" in text:
        size = read_drill_size(text, field)
        return Reading(size.text, size.diameter_mm, _echo(kind, size.diameter_mm))
    match = _TEXT.match(text)
    if not match:
        raise BadInput.at(field, f"“{text.strip()}” is not a figure; accepted: {_accepted(kind, system)}")
    unit = (match[2] or kind.plain[system]).lower().strip()
    if unit not in kind.units:
        known = ", ".join(sorted({"N" if known == "n" else known for known in kind.units if known.isascii() and known != '"'}))
        raise BadInput.at(field, f"“{match[2]}” is not a unit of this; accepted: {known}")
    value = float(match[1].replace(",", ".")) * kind.units[unit]
    if not kind.low <= value <= kind.high:
        raise BadInput.at(field, f"“{text.strip()}” is out of range; accepted: {_accepted(kind, system)}")
    return Reading(text.strip(), round(value, kind.digits), _echo(kind, value))


def _read_diameter(text: str, system: str, field: str) -> Reading:
    """A drill size; in the inch system a bare decimal like 0.75 or 1.25 is inches, as it is on an inch drawing."""
    bare = re.fullmatch(r"\s*\d+[.,]\d+\s*", text)
    size = read_drill_size(f"{text.strip()} in" if bare and system == "inch" else text, field)
    written = text.strip()
    return Reading(written, size.diameter_mm, _echo(KINDS["length"], size.diameter_mm))


def _read_hardness(text: str, field: str) -> Reading:
    """A hardness: Brinell, or for steel Vickers, Rockwell C or tensile strength, brought to Brinell by ISO 18265."""
    match = _TEXT.match(text)
    unit = UNITS.get((match[2] or "HB").lower().strip()) if match else None
    if match is None or unit is None:
        raise BadInput.at(field, f"“{text.strip()}” is not a hardness; accepted: 200 HB, or for steel 210 HV, 32 HRC, 1000 N/mm²")
    given = float(match[1].replace(",", "."))
    value = given if unit == "hb" else brinell(given, unit, field)
    shown = [f"{value:.0f} HB", *(f"{other:.0f} {SCALES[scale]}" for scale, other in other_scales(value).items())]
    return Reading(text.strip(), round(value, 1), " = ".join(shown) + (" in steel" if len(shown) > 1 else ""))
