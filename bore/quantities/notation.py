"""Figures as people type them, with or without a unit, read into working units; and echoed in both."""

import re

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.materials.conversion import SCALES, UNITS, brinell, other_scales
from bore.quantities.drill_sizes import read_drill_size
from bore.quantities.kinds import KINDS, LENGTH_UNITS, Kind

_TEXT = re.compile(r"^\s*([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*((?:1/)?[^\W\d_].*?|[\"”″])?\s*$")


READABLE = ("diameter", "hardness", *KINDS)


@immutable
class Reading:
    """A typed figure: the text, its value in working units, and what it is in each unit of the trade."""

    text: str
    value: float
    echo: str


def _echo(kind: Kind, value: float) -> str:
    if len(kind.shown) == 1:
        return f"{value:g} {kind.shown[0][0]}".strip()
    return " = ".join(f"{value / factor:.{digits}f} {unit}" for unit, factor, digits in kind.shown)


def _accepted(kind: Kind, system: str) -> str:
    unit = kind.plain[system]
    factor = kind.units[unit]
    named = {"n": "N", "kw": "kW", "n·m": "N·m", "n/mm": "N/mm"}.get(unit, unit)
    return f"{kind.low / factor:.3g} to {kind.high / factor:.4g} {named}".strip()


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
    return read_in(KINDS[name], text, system, field)


def read_in(kind: Kind, text: str, system: str = "metric", field: str = "value") -> Reading:
    """Read a typed figure in one of a kind's units; lengths also as drill sizes (`5/16`). Raises BadInput naming `field`.

    >>> read_in(KINDS["pressure"], "1000 psi").value
    68.948
    """
    if kind.units is LENGTH_UNITS and "/" in text:
        size = read_drill_size(text, field)
        return _within(kind, Reading(size.text, size.diameter_mm, _echo(kind, size.diameter_mm)), system, field)
    match = _TEXT.match(text.replace("°", " deg"))
    if not match:
        raise BadInput.at(field, f"“{text.strip()}” is not a figure; accepted: {_accepted(kind, system)}")
    unit = (match[2] or kind.plain[system]).lower().strip()
    if unit not in kind.units:
        known = ", ".join(sorted({"N" if known == "n" else known for known in kind.units if known.isascii() and known not in ('"', "")}))
        raise BadInput.at(field, f"“{match[2]}” is not a unit of this; accepted: {known or 'a bare number'}")
    value = float(match[1].replace(",", ".")) * kind.units[unit]
    return _within(kind, Reading(text.strip(), round(value, kind.digits), _echo(kind, value)), system, field)


def _within(kind: Kind, found: Reading, system: str, field: str) -> Reading:
    if not kind.low <= found.value <= kind.high:
        raise BadInput.at(field, f"“{found.text}” is out of range; accepted: {_accepted(kind, system)}")
    return found


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
