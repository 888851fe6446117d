"""Twist drills: point forms, lengths, edge radius."""

from dataclasses import dataclass
from functools import cache

from bore.elementwise import along_logarithms
from bore.sources import rows, source

# A worn edge is rounder than the diameter alone would allow a sharp one to be.
ROUNDING = {"sharp": 1.0, "used": 1.5, "dull": 2.5}


@dataclass(frozen=True, slots=True)
class PointForm:
    """A point form, its angle and its chisel edge as a share of the diameter."""

    words: str
    point_angle_deg: float
    chisel_ratio: float


@dataclass(frozen=True, slots=True)
class Lengths:
    """Overall and flute length, mm."""

    overall_mm: float
    flute_mm: float


@cache
def point_form(name: str) -> PointForm:
    """The row of a point form."""
    row = next(row for row in rows("point_forms.csv") if row["point"] == name)
    source(row["source"])
    return PointForm(row["words"], float(row["point_angle_deg"]), float(row["chisel_ratio"]))


@cache
def _jobber() -> tuple[list[float], list[float], list[float]]:
    table = rows("jobber_lengths.csv")
    return tuple([float(row[name]) for row in table] for name in ("diameter_mm", "overall_mm", "flute_mm"))  # type: ignore[return-value]


def jobber_lengths(diameter_mm: float) -> Lengths:
    """Jobber lengths of a diameter, between the printed sizes by logarithms (DIN 338, above 20 mm DIN 345).

    >>> jobber_lengths(10.0)
    Lengths(overall_mm=133.0, flute_mm=87.0)
    """
    diameters, overall, flute = _jobber()
    return Lengths(*(round(float(along_logarithms(diameter_mm, diameters, column)), 1) for column in (overall, flute)))


@cache
def _edge_radii() -> dict[str, dict[str, str]]:
    return {row["substrate"]: row for row in rows("edge_radius.csv")}


def edge_radius_mm(substrate: str, wear: str, diameter_mm: float) -> float:
    """Usual radius of a lip's edge, mm: from the table, never above D/200 sharp (1.5 and 2.5 times that used, dull).

    >>> edge_radius_mm("hss", "sharp", 1.0)
    0.005
    """
    return min(float(_edge_radii()[substrate][f"{wear}_mm"]), ROUNDING[wear] * diameter_mm / 200)
