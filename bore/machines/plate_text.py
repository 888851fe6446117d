"""What a motor's plate says, read as it is printed: `1.1 kW 400 V 2.6 A cos φ 0.81 1420 rpm 50 Hz S1`."""

import re
from collections.abc import Callable
from typing import Any

from bore.base.immutable import immutable
from bore.quantities.units import KW_PER_HP

METRIC_HP_KW = 0.73549875
_NUMBER = r"(\d+(?:[.,]\d+)?)"
INPUT = re.compile(r"\b(input|in|absorbed|p1|consumption)\b", re.I)


@immutable
class Reading:
    """A figure found on a plate: the text it stood in, the field it goes to, its value."""

    text: str
    field: str
    value: Any


@immutable
class PlateText:
    """Everything a plate's text said, and the part of it nothing was made of."""

    readings: tuple[Reading, ...]
    left: str


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _power(kw: float, whole: str, at: int) -> tuple[str, float]:
    """Power is the output, as motor plates print it, unless the words beside it say input."""
    beside = whole[max(0, at - 10) : at + 18]
    return ("machine.spindle.plate.input_kw" if INPUT.search(beside) else "machine.spindle.plate.output_kw"), round(kw, 5)


def _last(text: str) -> float:
    """Of two voltages or currents, star's or delta's: the last, which is the higher voltage with the lower current."""
    return _number(re.split(r"[/-]", text)[-1].strip())


_PAIR = r"(\d+(?:[.,]\d+)?(?:\s*[/-]\s*\d+(?:[.,]\d+)?)?)"
Make = Callable[[re.Match[str], str], tuple[str, Any]]
# Each pattern with the field it fills; the order matters where one unit's letters begin another's.
PATTERNS: tuple[tuple[re.Pattern[str], Make], ...] = (
    (re.compile(rf"{_NUMBER}\s*kW\b", re.I), lambda m, text: _power(_number(m[1]), text, m.start())),
    (re.compile(rf"{_NUMBER}\s*W\b", re.I), lambda m, text: _power(_number(m[1]) / 1000, text, m.start())),
    (re.compile(rf"{_NUMBER}\s*(?:PS|CV|ch|metric hp)\b"), lambda m, text: _power(_number(m[1]) * METRIC_HP_KW, text, m.start())),
    (re.compile(r"(\d+)\s*/\s*(\d+)\s*hp\b", re.I), lambda m, text: _power(int(m[1]) / max(int(m[2]), 1) * KW_PER_HP, text, m.start())),
    (re.compile(rf"{_NUMBER}\s*hp\b", re.I), lambda m, text: ("machine.spindle.plate.output_hp", _number(m[1]))),
    (
        re.compile(rf"(?:cos\s*(?:φ|phi|fi)|p\.?f\.?|power factor)\s*[:=]?\s*{_NUMBER}", re.I),
        lambda m, text: ("machine.spindle.plate.power_factor", _number(m[1])),
    ),
    (
        re.compile(rf"(?:η|eff(?:iciency)?\.?)\s*[:=]?\s*{_NUMBER}\s*(%?)", re.I),
        lambda m, text: ("machine.spindle.plate.motor_efficiency", round(_number(m[1]) / (100 if m[2] or _number(m[1]) > 1 else 1), 4)),
    ),
    (
        re.compile(rf"{_NUMBER}\s*(?:rpm|r/min|rev/min|U/min|/min|min[-⁻][1¹]|1/min)", re.I),
        lambda m, text: ("machine.spindle.plate.speed_rpm", _number(m[1])),
    ),
    (re.compile(r"(\d{2})(?:\s*/\s*\d{2})?\s*Hz\b", re.I), lambda m, text: ("machine.spindle.plate.frequency_hz", float(m[1]))),
    (re.compile(rf"{_PAIR}\s*V\b(?:\s*[ΔY△]/?[ΔY△]?)?"), lambda m, text: ("machine.spindle.plate.volts", _last(m[1]))),
    (re.compile(rf"{_PAIR}\s*A\b"), lambda m, text: ("machine.spindle.plate.amps", _last(m[1]))),
    (
        re.compile(r"\bS([1236])\b(?:\s*[-:]?\s*\d+\s*(?:%|min))?", re.I),
        lambda m, text: ("machine.spindle.duty", f"S{m[1]}"),
    ),
    (re.compile(r"\b(?:3\s*~|3\s*[- ]?ph(?:ase)?|three[- ]phase)", re.I), lambda m, text: ("machine.spindle.motor", "three-phase")),
    (
        re.compile(r"\b(?:1\s*~|1\s*[- ]?ph(?:ase)?|single[- ]phase)", re.I),
        lambda m, text: ("machine.spindle.motor", "single-phase-capacitor-run"),
    ),
    (re.compile(r"\bservo\b", re.I), lambda m, text: ("machine.spindle.motor", "servo")),
    (re.compile(r"\buniversal\b|\bbrush(?:es|ed)?\b", re.I), lambda m, text: ("machine.spindle.motor", "universal")),
)
MOST_LETTERS = 400


def read_plate(text: str) -> PlateText:
    """Read a motor plate's text; what no pattern takes is left over, to be shown. Power is output unless “input” stands by it.

    >>> [(one.text, one.value) for one in read_plate("0,55 kW 230 V 3.6 A cosφ 0.97 1400 rpm").readings]
    [('0,55 kW', 0.55), ('230 V', 230.0), ('3.6 A', 3.6), ('cosφ 0.97', 0.97), ('1400 rpm', 1400.0)]
    >>> read_plate("input 1100 W").readings[0].field
    'machine.spindle.plate.input_kw'
    """
    text = " ".join(text[:MOST_LETTERS].split())
    found: list[tuple[int, Reading]] = []
    left = text
    for pattern, make in PATTERNS:
        for match in pattern.finditer(left):
            field, value = make(match, text)
            if all(one.field != field for _, one in found):
                found.append((match.start(), Reading(match[0].strip(), field, value)))
        left = pattern.sub(lambda match: " " * len(match[0]), left)
    left = " ".join(re.sub(r"[·|;,]+(?=\s|$)", " ", INPUT.sub(" ", left)).split())
    return PlateText(tuple(one for _, one in sorted(found, key=lambda pair: pair[0])), left)
