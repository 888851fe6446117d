"""Reading a program back: a speed and a feed rate, or a plain G-code block, as feed per revolution."""

import re

from bore.base.errors import BadInput
from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.quantities.units import MM_PER_INCH

ACCEPTED = "S300 F127, 300 rpm 127 mm/min, 300 rpm 5 in/min, or a G-code block such as G81 Z-20 R2 F127 with its S"
LONGEST = 20_000
_NUMBER = r"([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))"
_WORD = re.compile(rf"([A-Z])\s*{_NUMBER}", re.I)
_SPEED = re.compile(rf"{_NUMBER}\s*(?:rpm|r/min|rev/min|1/min)\b", re.I)
_RATE = re.compile(rf"{_NUMBER}\s*(mm/min|mmpm|in/min|ipm|in\.?\s*(?:per|a)\s*min(?:ute)?|inch/min)", re.I)
_PER_REV = re.compile(rf"{_NUMBER}\s*(mm/rev|in/rev|ipr)\b", re.I)
_COMMENT = re.compile(r"\([^)]*\)|;.*$", re.M)
CYCLES = {81: "drill", 82: "drill and dwell", 83: "peck, full retract", 73: "peck, chip-break", 84: "tap", 85: "ream, feed out"}


@immutable
class Programmed:
    """What a program sets: speed, feed rate and the feed per revolution they make; and what a canned cycle says besides."""

    speed_rpm: float
    feed_rate_mm_min: float
    feed_mm_rev: float
    units: str
    cycle: str | None
    depth_mm: float | None
    peck_mm: float | None


@formula("Feed per revolution a program hides", "f = F / S", "mm/rev", "kinematics")
def hidden_feed_mm_rev(*, feed_rate_mm_min: float, speed_rpm: float) -> float:
    """Feed per revolution of a programmed speed and feed rate, mm/rev.

    >>> round(hidden_feed_mm_rev(feed_rate_mm_min=127, speed_rpm=300), 4)
    0.4233
    """
    return feed_rate_mm_min / speed_rpm


def _figure(text: str) -> float:
    return float(text.replace(",", "."))


def read_program(text: str, field: str = "program", inch: bool = False) -> Programmed:
    """Read a program's speed and feed; words hold from line to line, the last of each counts. `inch`: what a block means that says neither
    G20 nor G21.

    Raises BadInput naming `field` for what cannot be read, in words.

    >>> round(read_program("S300 F127").feed_mm_rev, 3), round(read_program("300 rpm 5 in/min").feed_mm_rev, 3)
    (0.423, 0.423)
    >>> round(read_program("S300 F5", inch=True).feed_mm_rev, 3), round(read_program("G21 S300 F127", inch=True).feed_mm_rev, 3)
    (0.423, 0.423)
    """
    if not text.strip() or len(text) > LONGEST:
        raise BadInput.at(field, f"is needed; accepted: {ACCEPTED}")
    plain = _COMMENT.sub(" ", text)
    found = _in_words(plain, field) or _in_code(plain, field, inch)
    if found is None:
        raise BadInput.at(field, f"“{' '.join(text.split())[:60]}” has no speed and feed; accepted: {ACCEPTED}")
    return found


def _in_words(text: str, field: str) -> Programmed | None:
    """`300 rpm 5 in/min`, in either order; or with a feed per revolution."""
    speed = _SPEED.search(text)
    if speed is None:
        return None
    rpm = _positive(speed[1], "speed", field)
    per_rev, rate = _PER_REV.search(text), _RATE.search(text)
    if per_rev is not None:
        inch = per_rev[2].lower() != "mm/rev"
        feed = _positive(per_rev[1], "feed", field) * (MM_PER_INCH if inch else 1.0)
        return Programmed(rpm, feed * rpm, feed, "inch" if inch else "metric", None, None, None)
    if rate is None:
        raise BadInput.at(field, f"{rpm:g} rpm has no feed beside it; accepted: {ACCEPTED}")
    inch = not rate[2].lower().startswith("mm")
    value = _positive(rate[1], "feed", field) * (MM_PER_INCH if inch else 1.0)
    return Programmed(rpm, value, hidden_feed_mm_rev(feed_rate_mm_min=value, speed_rpm=rpm), "inch" if inch else "metric", None, None, None)


def _positive(text: str, name: str, field: str) -> float:
    value = _figure(text)
    if value <= 0:
        raise BadInput.at(field, f"{name} {text} must be above nought; accepted: {ACCEPTED}")
    return value


def _in_code(text: str, field: str, inch: bool) -> Programmed | None:
    """A plain block of G-code (ISO 6983): S, F, G20/G21, G94/G95, and a canned cycle's Z, R and Q."""
    words: dict[str, str] = {}
    codes: list[float] = []
    for letter, value in _WORD.findall(text):
        if letter.upper() == "G":
            codes.append(_figure(value))
        else:
            words[letter.upper()] = value
    if 96 in codes:
        raise BadInput.at(field, "G96 sets a cutting speed, not a spindle speed; accepted: a block under G97, with S in rpm")
    if "S" not in words or "F" not in words:
        return None
    factor = MM_PER_INCH if 20 in codes or (inch and 21 not in codes) else 1.0
    speed, feed = _positive(words["S"], "S", field), _positive(words["F"], "F", field) * factor
    rate = feed * speed if 95 in codes else feed
    cycle = next((int(code) for code in reversed(codes) if code in CYCLES), None)
    depth = -_figure(words["Z"]) * factor if cycle is not None and "Z" in words else None
    peck = abs(_figure(words["Q"])) * factor if cycle in (73, 83) and "Q" in words else None
    per_rev = hidden_feed_mm_rev(feed_rate_mm_min=rate, speed_rpm=speed)
    return Programmed(speed, rate, per_rev, "inch" if factor != 1 else "metric", CYCLES.get(cycle) if cycle else None, depth, peck)
