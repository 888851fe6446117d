"""Speeds, pulleys and curves as they are typed or pasted from a sheet: one line or one item each."""

import re
from dataclasses import replace
from typing import Any

from bore.base.errors import BadInput
from bore.quantities.kinds import KINDS
from bore.quantities.notation import read_in
from bore.quantities.units import MM_PER_INCH, NM_RPM_PER_KW

_NUMBER = r"\d+(?:[.,]\d+)?"
_ITEMS = re.compile(r"[;\n]+|,\s+")
_PAIR = re.compile(
    rf"^(?:(?P<name>[^:=]{{1,60}})[:=]\s*)?(?P<motor>{_NUMBER})\s*(?P<unit>mm|in|\")?\s*(?:/|to|→|-|:)\s*(?P<spindle>{_NUMBER})\s*(?:mm|in|\")?"
    rf"(?:\s*via\s*(?P<idler_in>{_NUMBER})\s*/\s*(?P<idler_out>{_NUMBER}))?(?:\s*(?:gear|reduction|÷)\s*(?P<reduction>{_NUMBER}))?"
    rf"(?:\s*@\s*(?P<measured>{_NUMBER})\s*(?:rpm)?)?$",
    re.I,
)
_SPEED = re.compile(rf"^(?:(?P<name>.{{0,60}}?\S)[\s:=,]+)?(?P<rpm>{_NUMBER})\s*(?:rpm)?$", re.I)
_RANGE = re.compile(rf"^(?:(?P<name>.{{0,60}}?\S)[\s:=,]+)?(?P<low>{_NUMBER})\s*(?:-|–|to|\.\.)\s*(?P<high>{_NUMBER})\s*(?:rpm)?$", re.I)
_POINT = re.compile(rf"^({_NUMBER})\s*(?:rpm)?[\s,;:\t]+({_NUMBER})\s*(kW|W|hp|N·m|Nm|N m)?$", re.I)
_READING = re.compile(rf"^({_NUMBER}\s*[a-z]*)\s*[\s/→:]\s*({_NUMBER}\s*[a-z]*)$", re.I)
# Whole figures one after another with nothing but a stroke, a space, a comma, a line or `rpm` between.
_BETWEEN = re.compile(r"\s*(?:rpm)?\s*[/,\s]\s*(?=\d)", re.I)
_IN_A_ROW = re.compile(r"^\d{2,5}(?:\s*(?:rpm)?\s*[/,\s]\s*\d{2,5})+\s*(?:rpm)?$", re.I)
MOST = 60
Items = list[dict[str, Any]]


def _figure(text: str) -> float:
    return float(text.replace(",", "."))


def _items(text: str, field: str) -> list[str]:
    items = [item.strip() for item in _ITEMS.split(text[:6000]) if item.strip()]
    if not 1 <= len(items) <= MOST:
        raise BadInput.at(field, f"{len(items)} items; accepted: 1 to {MOST}, one a line or parted by semicolons")
    return items


def read_pulleys(text: str, system: str = "metric") -> Items:
    """Pulley pairs, motor to spindle: `50/125; 70/105`, with a name before a colon, an idler as `via 90/60`, a back gear as
    `gear 6`, a tachometer's reading as `@ 580`. Lengths in mm, or inches where the system says so. Raises BadInput.

    >>> read_pulleys("A: 50/125; 60/90 via 100/70 gear 6")[1]["reduction"]
    6.0
    """
    field = "machine.spindle.train"
    found: Items = []
    for item in _items(text, field):
        match = _PAIR.match(item)
        if match is None:
            raise BadInput.at(field, f"“{item}” is no pair of pulleys; accepted: 50/125, A: 50/125, 50/125 via 90/60, 50/125 @ 580")
        scale = MM_PER_INCH if (match["unit"] or ("in" if system == "inch" else "mm")).lower() in ("in", '"') else 1.0
        pair: dict[str, Any] = {"motor_pulley_mm": _figure(match["motor"]) * scale, "spindle_pulley_mm": _figure(match["spindle"]) * scale}
        if match["name"]:
            pair["name"] = match["name"].strip()
        if match["idler_in"]:
            pair |= {"idler_in_mm": _figure(match["idler_in"]) * scale, "idler_out_mm": _figure(match["idler_out"]) * scale}
        if match["reduction"]:
            pair["reduction"] = _figure(match["reduction"])
        if match["measured"]:
            pair["measured_rpm"] = _figure(match["measured"])
        found.append(pair)
    return found


def parted_speeds(text: str) -> str:
    """Speeds in a row, as a plate or a hand has them (`480/900/1400/2200`, with spaces or commas), parted by semicolons; other text as it is.

    >>> parted_speeds("480/900/1400/2200"), parted_speeds("480 900,1400"), parted_speeds("low 1: 63; 60-4000"), parted_speeds("212,5; 300")
    ('480; 900; 1400; 2200', '480; 900; 1400', 'low 1: 63; 60-4000', '212,5; 300')
    """
    return "; ".join(_BETWEEN.split(text.strip(" ,/"))) if _IN_A_ROW.match(text.strip(" ,/")) else text


def read_speeds(text: str) -> Items:
    """Speeds of a spindle: `280; 450; 700`, named as `low 1: 63`, a range as `60-4000`. Raises BadInput.

    >>> read_speeds("low 1: 63; 50-10000")
    [{'name': 'low 1', 'speed_rpm': 63.0}, {'min_rpm': 50.0, 'max_rpm': 10000.0}]
    """
    field = "machine.spindle.stages"
    found: Items = []
    for item in _items(parted_speeds(text), field):
        ranged, fixed = _RANGE.match(item), _SPEED.match(item)
        if ranged:
            stage: dict[str, Any] = {"min_rpm": _figure(ranged["low"]), "max_rpm": _figure(ranged["high"])}
        elif fixed:
            stage = {"speed_rpm": _figure(fixed["rpm"])}
        else:
            raise BadInput.at(field, f"“{item}” is no speed; accepted: 280, low 1: 63, 60-4000, parted by semicolons or lines")
        name = (ranged or fixed)["name"]  # type: ignore[index]
        found.append(({"name": name.strip(" :=,")} if name else {}) | stage)
    return found


def read_curve(text: str, unit: str = "kW") -> list[list[float]]:
    """Points of a spindle's curve pasted from a sheet, a speed and a power or torque a line: `1500 9`, `400; 420 N·m`.

    unit: what a bare second figure is, kW or N·m. Torque becomes power, P = M n / 9549. Points come back by rising speed as
    [rpm, kW]. Raises BadInput.

    >>> read_curve("1500 rpm 9 kW; 500 57.3 N·m")
    [[500.0, 3.0002], [1500.0, 9.0]]
    """
    field = "machine.spindle.stages[].curve"
    points: dict[float, float] = {}
    for item in _items(text.replace("\t", " "), field):
        match = _POINT.match(item)
        if match is None:
            raise BadInput.at(field, f"“{item}” is no point; accepted: a speed and a power or torque, 1500 9 kW or 500 57 N·m")
        rpm, value, said = _figure(match[1]), _figure(match[2]), (match[3] or unit).lower()
        kw = {"kw": value, "w": value / 1000, "hp": value * 0.745699872}.get(said, value * rpm / NM_RPM_PER_KW)
        points[rpm] = round(kw, 4)
    if len(points) < 2:
        raise BadInput.at(field, "one point is no curve; accepted: at least two speeds")
    return [[rpm, kw] for rpm, kw in sorted(points.items())]


def read_readings(text: str, system: str = "metric") -> Items:
    """Readings of a scale under the quill, pull then what the scale read: `100 N 58 kg; 150 N / 95 kg`. Raises BadInput.

    >>> read_readings("100 N 50 kg")
    [{'hand_force_n': 100.0, 'thrust_n': 490.33}]
    """
    field = "machine.feed.scale_test"
    found: Items = []
    for item in _items(text.replace("\t", " "), field):
        match = _READING.match(item)
        if match is None:
            raise BadInput.at(field, f"“{item}” is no reading; accepted: the pull and what the scale read, 100 N 58 kg")
        pull = read_in(KINDS["force"], match[1], system, field)
        thrust = read_in(replace(KINDS["force"], high=50000), match[2], system, field)
        found.append({"hand_force_n": pull.value, "thrust_n": thrust.value})
    return found
