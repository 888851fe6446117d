"""Units: what one of each is in the others."""

import re
from functools import cache

from bore.quantities.kinds import KINDS as TYPED
from bore.quantities.kinds import Kind
from bore.quantities.units import MM_PER_INCH
from bore.reference.page import Column, Page, Row

UNITS_PAGE = "units"
M_PER_FOOT = 12 * MM_PER_INCH / 1000
# Nobody types a cutting speed into a case; it is asked for in both all the same.
CUTTING = Kind(
    0,
    1e4,
    3,
    {"m/min": 1.0, "ft/min": M_PER_FOOT, "sfm": M_PER_FOOT, "fpm": M_PER_FOOT},
    {},
    (("m/min", 1.0, 1), ("ft/min", M_PER_FOOT, 0)),
)
KINDS = TYPED | {"cutting speed": CUTTING}
# Written units that would be several things (`lb` of pull and of weight, `mm` of length and of feed) are the first of these.
FIRST = ("length", "force", "torque", "power", "pressure", "flow", "feed", "feed rate", "mass", "stiffness", "cutting speed")
MOST = 1e9
_TYPED = re.compile(r"^(-?\d+(?:[.,]\d+)?)\s*(.+)$")


def turned(value: float, of: str, kind: Kind) -> tuple[str, ...]:
    """A value of one unit in every other unit its kind is told in.

    >>> turned(10.0, "mm", KINDS["length"])
    ('0.3937 in',)
    """
    factor = kind.units[of]
    return tuple(f"{_figure(value * factor / other)} {name}" for name, other, _ in kind.shown if abs(other / factor - 1) > 1e-9)


def _figure(value: float) -> str:
    """A figure to four digits, written out."""
    return f"{value:.0f}" if abs(value) >= 1000 else f"{value:.4g}"


def _written(name: str) -> str:
    return name.split(" on ")[0].casefold()


@cache
def units() -> Page:
    """One of each unit in the others of its kind."""
    found = []
    for of in FIRST:
        kind = KINDS[of]
        for name, factor, _ in kind.shown:
            others = tuple(f"{factor / other:.6g} {unit}" for unit, other, _ in kind.shown if unit != name)
            found.append(Row(f"{of} {name}", (f"1 {name}", " = ".join(others), of), (name, f"{of} {name}", _written(name)), ("units",), ""))
    columns = (Column("one", "one"), Column("is", "is", said="{}"), Column("kind", "of", said="of {}"))
    return Page(
        UNITS_PAGE,
        "Units",
        "Exact factors, to six figures. Type a value with its unit to turn it.",
        columns,
        tuple(found),
        ("conversion", "convert", "inches", "metric", "inch to mm", "mm to inch", "inches to mm"),
    )


def turn(text: str) -> tuple[str, str] | None:
    """A typed value with its unit, turned into the others: the row of the page and the words; None where it is no such thing.

    >>> turn("500 psi"), turn("16 H7")
    (('pressure psi', '500 psi is 34.47 bar'), None)
    """
    match = _TYPED.match(text)
    if match is None:
        return None
    unit, value = match[2].strip().casefold(), float(match[1].replace(",", "."))
    for of in FIRST:
        kind = KINDS[of]
        if unit in kind.units and abs(value) < MOST:
            told = turned(value, unit, kind)
            near = min(kind.shown, key=lambda one: abs(one[1] / kind.units[unit] - 1))
            return (f"{of} {near[0]}", f"{value:g} {match[2].strip()} is {', '.join(told)}") if told else None
    return None
