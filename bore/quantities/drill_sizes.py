"""Drill sizes as they are written on drawings and drill indexes, read into millimetres."""

import re
from fractions import Fraction

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.quantities.threads import read_thread_hole
from bore.quantities.units import MM_PER_INCH

ACCEPTED = '20, 20 mm, 6,5, 1/2, 1-1/4 in, 0.201", #7, No. 7, a letter A to Z, M10 tap or M12 clearance'
LARGEST_MM = 150.0
SMALLEST_MM = 0.1

_NUMBER = r"(?:\d+(?:[.,]\d*)?|[.,]\d+)"
_MM = re.compile(rf"^({_NUMBER})\s*(?:mm)?$", re.I)
_INCH = re.compile(rf"^({_NUMBER})\s*(?:\"|''|”|″|in\.?|inch(?:es)?)$", re.I)
_FRACTION = re.compile(r"^(?:(\d+)[\s-]+)?(\d+)\s*/\s*(\d+)\s*(?:\"|''|”|″|in\.?|inch(?:es)?)?$", re.I)
_GAUGE = re.compile(r"^(?:#|no\.?|number|wire)\s*(\d{1,2})$", re.I)
_LETTER = re.compile(r"^(?:letter\s+)?([A-Z])$", re.I)
_BARE_INCH = re.compile(r"^[.,]\d+$")


@immutable
class DrillSize:
    """A drill size as it was written and what it is in millimetres."""

    text: str
    diameter_mm: float
    notation: str


def _gauge_sizes() -> dict[str, float]:
    return {row["size"]: float(row["diameter_in"]) for row in rows("drill_gauge.csv")}


GAUGE_INCHES = _gauge_sizes()


def _decimal(text: str) -> float:
    return float(text.replace(",", "."))


def _read(text: str, field: str) -> tuple[float, str]:
    if _BARE_INCH.match(text):
        # Drill charts write decimal inches without the nought: .201 is a number 7, not a fifth of a millimetre.
        return _decimal(text) * MM_PER_INCH, "inch"
    if match := _MM.match(text):
        return _decimal(match[1]), "mm"
    if match := _INCH.match(text):
        return _decimal(match[1]) * MM_PER_INCH, "inch"
    if threaded := read_thread_hole(text, field):
        return threaded
    if match := _FRACTION.match(text):
        if int(match[3]) == 0:
            raise BadInput.at(field, f"“{text}” divides by nought; accepted: {ACCEPTED}")
        return float(int(match[1] or 0) + Fraction(int(match[2]), int(match[3]))) * MM_PER_INCH, "fraction"
    if match := _GAUGE.match(text):
        if match[1].lstrip("0") not in GAUGE_INCHES:
            raise BadInput.at(field, f"there is no number {match[1]} drill; number sizes run from 1 to 80")
        return GAUGE_INCHES[match[1].lstrip("0")] * MM_PER_INCH, "number"
    if match := _LETTER.match(text):
        return GAUGE_INCHES[match[1].upper()] * MM_PER_INCH, "letter"
    raise BadInput.at(field, f"“{text}” is not a drill size; accepted: {ACCEPTED}")


def read_drill_size(text: str, field: str = "hole.diameter_mm") -> DrillSize:
    """Read a drill size in any notation of the trade.

    Raises BadInput naming `field` when the text is no size, or one outside 0.1 to 150 mm.

    >>> read_drill_size("1-1/4 in").diameter_mm
    31.75
    >>> round(read_drill_size("#7").diameter_mm, 4)
    5.1054
    """
    written = " ".join(text.split())
    diameter_mm, notation = _read(written, field)
    if not SMALLEST_MM <= diameter_mm <= LARGEST_MM:
        raise BadInput.at(field, f"“{written}” is {diameter_mm:.4g} mm; accepted: {SMALLEST_MM:g} to {LARGEST_MM:g} mm")
    return DrillSize(written, round(diameter_mm, 6), notation)


def _standard_sizes() -> list[tuple[str, float]]:
    metric = [(f"{tenths / 10:g} mm", tenths / 10) for tenths in range(3, 141)]
    metric += [(f"{halves / 2:g} mm", halves / 2) for halves in range(29, 65)]
    metric += [(f"{whole} mm", float(whole)) for whole in range(33, 101)]
    fractions = [(f"{Fraction(k, 64)} in", k / 64 * MM_PER_INCH) for k in range(1, 65)]
    fractions += [(f"{k // 32}-{Fraction(k % 32, 32)} in", k / 32 * MM_PER_INCH) for k in range(33, 112) if k % 32]
    gauge = [(f"#{name}" if name.isdigit() else name, inch * MM_PER_INCH) for name, inch in GAUGE_INCHES.items()]
    return metric + fractions + gauge


# Two sizes nearer than this have one name, mm.
SAME_NAME_MM = 0.004
STANDARD_SIZES = sorted(_standard_sizes(), key=lambda size: size[1])


def size_words(diameter_mm: float) -> str:
    """A size as the crib names it: metric where it is a stock size of that, else by its number, letter or fraction.

    >>> size_words(20.0), size_words(2.8194), size_words(10.31875), size_words(19.804)
    ('20 mm', '#34', '13/32 in', '19.8 mm')
    """
    near = [size for size in STANDARD_SIZES if abs(size[1] - diameter_mm) <= SAME_NAME_MM]
    named = next((name for name, _ in near if name.endswith("mm")), None) or next((name for name, _ in near), None)
    return named or f"{diameter_mm:.4g} mm"


def a_size(diameter_mm: float) -> str:
    """A size with its article.

    >>> a_size(8.0), a_size(5.0), a_size(2.8194)
    ('an 8 mm', 'a 5 mm', 'a #34')
    """
    return with_article(size_words(diameter_mm))


def with_article(words: str) -> str:
    """Something that begins with a size, with its article.

    >>> with_article("8 mm cobalt twist drill"), with_article("10 mm insert drill")
    ('an 8 mm cobalt twist drill', 'a 10 mm insert drill')
    """
    return f"{'an' if words[0] == '8' or words.startswith(('11', '18', 'F ', 'H ', 'L ', 'M ', 'N ', 'R ', 'S ', 'X ')) else 'a'} {words}"


def nearest_sizes(diameter_mm: float, count: int = 5) -> list[DrillSize]:
    """The stock sizes (metric, fractional, number, letter) nearest a diameter, nearest first."""
    nearest = sorted(STANDARD_SIZES, key=lambda size: abs(size[1] - diameter_mm))[:count]
    return [DrillSize(name, round(size, 4), "stock") for name, size in nearest]
