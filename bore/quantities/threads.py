"""Threads: pitches, and the holes that are drilled for tapping and for bolts to pass."""

import re
from fractions import Fraction
from functools import cache

from bore.base.elementwise import along_logarithms
from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.quantities.units import MM_PER_INCH

# How much wider than its bolt a hole in site steelwork commonly is, mm.
SITE_MM = 2.0
FITS = {"fine": "fine_mm", "close": "fine_mm", "": "medium_mm", "medium": "medium_mm", "coarse": "wide_mm", "wide": "wide_mm"}
_METRIC = re.compile(r"^M\s*(\d+(?:[.,]\d+)?)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?\s+(.+)$", re.I)
_UNIFIED = re.compile(r"^(?:(\d+)[\s-]+)?(\d+)/(\d+)\s*-\s*(\d+)\s+tap(?:ping)?$", re.I)
_CLEARANCE = re.compile(r"^(?:(site|fine|close|medium|coarse|wide)\s+)?clearance(?:\s+(fine|medium|coarse))?$", re.I)
_TAP = re.compile(r"^tap(?:ping)?(?:\s+drill)?$", re.I)


@immutable
class Metric:
    """A metric size: coarse pitch, tap drill, and its clearance holes, mm."""

    diameter_mm: float
    coarse_mm: float
    tap_drill_mm: float
    fine_mm: float
    medium_mm: float
    wide_mm: float


@cache
def all_metric() -> dict[float, Metric]:
    """Every metric size of the table (ISO 261, 273 and 2306, from memory)."""
    found = {}
    for row in rows("thread_pitches.csv"):
        for key in row["source"].split():
            source(key)
        size = Metric(**{name: float(value) for name, value in row.items() if name.endswith("_mm")})
        found[size.diameter_mm] = size
    return found


def coarse_pitch_mm(diameter_mm: float) -> float:
    """Coarse pitch of an ISO metric thread, mm; between sizes the nearest size's, beyond them along its slope; nothing has none.

    >>> coarse_pitch_mm(10.0), coarse_pitch_mm(12.0), coarse_pitch_mm(0.0)
    (1.5, 1.75, 0.0)
    """
    if diameter_mm <= 0:
        return 0.0
    sizes = list(all_metric().values())
    if sizes[0].diameter_mm * 0.9 <= diameter_mm <= sizes[-1].diameter_mm * 1.1:
        return min(sizes, key=lambda size: abs(size.diameter_mm / diameter_mm - 1)).coarse_mm
    beyond = along_logarithms(diameter_mm, [size.diameter_mm for size in sizes], [size.coarse_mm for size in sizes])
    return round(float(beyond), 2)


def tap_drill_mm(diameter_mm: float, pitch_mm: float | None = None) -> float:
    """Tap drill, mm: the table's for a coarse thread, major less pitch for any other.

    >>> tap_drill_mm(12.0), tap_drill_mm(10.0, 1.0)
    (10.2, 9.0)
    """
    size = all_metric().get(diameter_mm)
    if size is not None and pitch_mm in (None, size.coarse_mm):
        return size.tap_drill_mm
    return round(diameter_mm - (pitch_mm or coarse_pitch_mm(diameter_mm)), 3)


# Twice the depth of an internal 60° thread over its pitch, 5/8 H a side (ISO 68-1); of an external one, from which the trade counts its
# per cent of thread (Machinery's Handbook, from memory).
METRIC_DEPTH, EXTERNAL_DEPTH = 1.0825, 1.299038


def thread_share(diameter_mm: float, start_diameter_mm: float, pitch_mm: float, depth: float = METRIC_DEPTH) -> float:
    """Share of the full thread's height a hole leaves, `(D − d) / (depth · P)`; depth: twice the thread's over its pitch.

    >>> round(thread_share(10.0, 8.5, 1.5), 2)
    0.92
    """
    return (diameter_mm - start_diameter_mm) / (depth * pitch_mm)


def read_thread_hole(text: str, field: str) -> tuple[float, str] | None:
    """A hole named by its thread or bolt: `M10 tap`, `M10x1 tap`, `3/8-16 tap`, `M12 clearance`, `M12 site clearance`.

    Diameter in mm and the notation's name; None where the text is no such thing. Raises BadInput naming `field`
    for a size that is not in the table.
    """
    if match := _UNIFIED.match(text):
        major = (int(match[1] or 0) + Fraction(int(match[2]), int(match[3]) or 1)) * MM_PER_INCH
        return round(float(major) - MM_PER_INCH / int(match[4]), 3), "tap"
    match = _METRIC.match(text)
    if match is None:
        return None
    diameter = float(match[1].replace(",", "."))
    rest = match[3].strip()
    if _TAP.match(rest):
        return tap_drill_mm(diameter, float(match[2].replace(",", ".")) if match[2] else None), "tap"
    clearance = _CLEARANCE.match(rest)
    if clearance is None:
        return None
    fit = (clearance[1] or clearance[2] or "").lower()
    if fit == "site":
        return diameter + SITE_MM, "clearance"
    size = all_metric().get(diameter)
    if size is None:
        known = ", ".join(f"M{one:g}" for one in all_metric())
        raise BadInput.at(field, f"M{diameter:g} has no clearance hole in the table; accepted: {known}")
    return float(getattr(size, FITS[fit])), "clearance"
