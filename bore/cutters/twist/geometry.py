"""Twist drills: point forms, lengths, edge radius."""

from functools import cache

from bore.base.elementwise import along_logarithms
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.cutters.family import Case, Found, folder
from bore.cutters.shared import edge_radius_mm
from bore.job.cutter_kinds import plain_drill

HERE = folder(__file__)
SERIES = {"stub": "a stub length (DIN 1897)", "jobber": "a jobber length (DIN 338)", "long": "a long series (DIN 340)"}
# A solid carbide drill's self-centring point leaves next to no chisel edge (common practice).
CARBIDE_CHISEL = 0.03
EXTRA_LONG = "an extra-long series (DIN 1869)"


@immutable
class PointForm:
    """A point form, its angle and its chisel edge as a share of the diameter."""

    words: str
    point_angle_deg: float
    chisel_ratio: float


@immutable
class Lengths:
    """Overall and flute length, mm."""

    overall_mm: float
    flute_mm: float


@cache
def point_form(name: str) -> PointForm:
    """The row of a point form."""
    row = next(row for row in rows("points.csv", HERE) if row["point"] == name)
    source(row["source"])
    return PointForm(row["words"], float(row["point_angle_deg"]), float(row["chisel_ratio"]))


def plain_point_deg() -> float:
    """The point angle of a plain drill."""
    return point_form(plain_drill().point).point_angle_deg


@cache
def _columns() -> dict[str, list[float]]:
    table = rows("lengths.csv", HERE)
    return {name: [float(row[name]) for row in table] for name in table[0] if name not in ("source", "sure")}


def lengths(diameter_mm: float, series: str = "jobber") -> Lengths:
    """Lengths of a diameter in a series, between the printed sizes by logarithms (DIN 338, 340, 1897, 1869;
    above 20 mm taper-shank lengths, DIN 345).

    >>> lengths(10.0), lengths(3.0, "long")
    (Lengths(overall_mm=133.0, flute_mm=87.0), Lengths(overall_mm=100.0, flute_mm=66.0))
    """
    table, name = _columns(), "extra" if series == "extra-long" else series
    columns = (table[f"{name}_overall"], table[f"{name}_flute"])
    return Lengths(*(round(float(along_logarithms(diameter_mm, table["diameter_mm"], column)), 1) for column in columns))


def point_found(case: Case) -> Found:
    """Angle and chisel edge of the point form."""
    form = point_form(case["point"])
    yield "point_angle_deg", form.point_angle_deg, f"usual for a {form.words}"
    yield "chisel_ratio", form.chisel_ratio, f"usual for a {form.words}"


def lengths_found(case: Case, found: Lengths, why: str) -> Found:
    """Overall, flute and free length, each no longer than what was given of the others."""
    yield "body_length_mm", max(found.overall_mm, case["flute_length_mm"] or 0.0), why
    yield "flute_length_mm", min(found.flute_mm, case["body_length_mm"] or found.flute_mm), why
    free = (case["flute_length_mm"] or found.flute_mm) + case["diameter_mm"] / 2
    yield "free_length_mm", min(free, case["body_length_mm"] or found.overall_mm), "flutes and half a diameter out of the holder"


def geometry(case: Case) -> Found:
    """Defaults that follow from diameter, point form, series and edge."""
    if case["substrate"] == "carbide" and case["point"] == "self-centring":
        yield "chisel_ratio", CARBIDE_CHISEL, "usual for a self-centring point in solid carbide"
    yield from point_found(case)
    yield "edges", 2, "a twist drill has two lips"
    series = case["series"] or "jobber"
    yield from lengths_found(case, lengths(case["diameter_mm"], series), SERIES.get(series, EXTRA_LONG))
    radius = edge_radius_mm(case["substrate"], case["wear"], case["diameter_mm"])
    yield "edge_radius_mm", radius, f"usual for a {case['wear']} edge"
