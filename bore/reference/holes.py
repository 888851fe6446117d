"""Drill sizes, holes for bolts to pass, seats for their heads, and fits."""

from functools import cache

from bore.base.sources import rows
from bore.plan.seats import screws
from bore.quantities.drill_sizes import STANDARD_SIZES, DrillSize
from bore.quantities.fits import LARGEST_MM, UM_PER_MM, hole_limits_mm
from bore.quantities.threads import SITE_MM, all_metric
from bore.quantities.units import MM_PER_INCH
from bore.reference.page import Cell, Column, Page, Row, in_order

SIZES, CLEARANCE, SEATS, FITS = "sizes", "clearance", "seats", "fits"
SIZE_MM = "size_mm"
# The fits of holes that drawings ask for most, loosest first (common practice).
USUAL_FITS = ("D10", "E9", "F8", "G7", "H6", "H7", "H8", "H9", "H11", "JS7", "K7", "M7", "N7", "P7")
# The series: metric, and fractions, numbers and letters.
METRIC_SERIES, INCH_SERIES = "din-338", "asme-b94-11m"


def _beside(place: int, step: int) -> str:
    """The next stock size smaller or larger than one, in words; equal ones are passed over."""
    here = STANDARD_SIZES[place][1]
    while 0 <= place + step < len(STANDARD_SIZES):
        place += step
        name, size_mm = STANDARD_SIZES[place]
        if abs(size_mm - here) > 1e-6:
            return f"{name} ({size_mm:.3f})" if not name.endswith("mm") else name
    return ""


def size_names(name: str) -> tuple[str, ...]:
    """How a size of the index may be asked for.

    >>> size_names("#7"), size_names("5/16 in")
    (('#7', '7', 'no. 7', 'number 7'), ('5/16 in', '5/16'))
    """
    if name.startswith("#"):
        return name, name[1:], f"no. {name[1:]}", f"number {name[1:]}"
    if name.isalpha():
        return name, f"letter {name}"
    return name, name.split()[0]


@cache
def sizes() -> Page:
    """Every stock size of the four series in order, with what lies either side of it."""
    found = []
    for place, (name, size_mm) in enumerate(STANDARD_SIZES):
        series = METRIC_SERIES if name.endswith("mm") else INCH_SERIES
        cells: tuple[Cell, ...] = (name, size_mm, size_mm / MM_PER_INCH, _beside(place, -1), _beside(place, 1))
        found.append(Row(name, cells, size_names(name), (series,), "high"))
    columns = (
        Column("size", "size"),
        Column(SIZE_MM, "mm", said="{} mm"),
        Column("size_in", "in", "", 4, "{} in"),
        Column("smaller", "next smaller"),
        Column("larger", "next larger"),
    )
    about = (
        "Metric, fraction, number and letter drills in order of size; in brackets their millimetres. A number is smaller the higher it is."
    )
    return Page(
        SIZES, "Drill sizes", about, columns, tuple(found), ("number drills", "letter drills", "fractions", "drill index", "drill chart")
    )


def metric_name(diameter_mm: float) -> str:
    """A coarse metric thread's name."""
    return f"M{diameter_mm:g}"


@cache
def clearance() -> Page:
    """Holes for bolts to pass."""
    table = {float(row["diameter_mm"]): row for row in rows("thread_pitches.csv")}
    found = tuple(
        Row(
            metric_name(size),
            (metric_name(size), one.fine_mm, one.medium_mm, one.wide_mm, size + SITE_MM),
            (metric_name(size), f"{metric_name(size)} clearance", f"{metric_name(size)} bolt"),
            tuple(table[size]["source"].split()),
            table[size]["sure"],
        )
        for size, one in all_metric().items()
    )
    columns = (
        Column("bolt", "bolt"),
        Column("fine_mm", "fine", "mm", 1),
        Column("medium_mm", "medium, the usual", "mm", 1, "medium {}"),
        Column("wide_mm", "coarse", "mm", 1),
        Column("site_mm", "site steelwork", "mm", 1),
    )
    about = "Holes a bolt passes through. Where nothing is said, medium; site steelwork is 2 mm over the bolt (common practice)."
    return Page(CLEARANCE, "Clearance holes", about, columns, found, ("bolt hole", "clearance", "through hole"))


@cache
def seats() -> Page:
    """Counterbores for cap screws, countersinks for countersunk ones."""
    table = {float(row["diameter_mm"]): row for row in rows("screw_seats.csv")}
    found = []
    for size, (bore_mm, deep_mm, sink_mm) in screws().items():
        name = metric_name(size)
        names = in_order(name, f"{name} cap screw", f"{name} counterbore", f"{name} countersunk", f"{name} countersink", f"{name} seat")
        cells = (name, all_metric()[size].medium_mm, bore_mm, deep_mm, sink_mm)
        found.append(Row(name, cells, names, (table[size]["source"],), table[size]["sure"]))
    columns = (
        Column("screw", "screw"),
        Column("hole_mm", "hole", "mm", 1),
        Column("counterbore_mm", "counterbore", "mm", 1),
        Column("counterbore_depth_mm", "its depth", "mm", 1),
        Column("countersink_mm", "countersink 90°", "mm", 2),
    )
    about = "Seats of screws: a counterbore for a cap screw’s head to lie flush, a countersink to the head’s own sharp edge."
    names = ("counterbore", "countersink", "cap screw", "seat", "spotface")
    return Page(SEATS, "Counterbores and countersinks", about, columns, tuple(found), names)


def limits_words(size_mm: float, letter: str, grade: int) -> str:
    """The deviations of a fit at a size, µm: `+18 / 0`."""
    return " / ".join(_signed(round((limit - size_mm) * UM_PER_MM, 1)) for limit in reversed(hole_limits_mm(size_mm, letter, grade, "fit")))


def _signed(deviation_um: float) -> str:
    return f"{deviation_um:+g}".replace("-", "−") if deviation_um else "0"


def split_fit(fit: str) -> tuple[str, int]:
    """A fit's letters and its grade.

    >>> split_fit("JS7")
    ('JS', 7)
    """
    letter = fit.rstrip("0123456789")
    return letter, int(fit[len(letter) :])


def band_name(low_mm: float, high_mm: float) -> str:
    """A band of sizes as the standard heads it."""
    return f"over {low_mm:g} to {high_mm:g}" if low_mm else f"to {high_mm:g}"


@cache
def bands() -> tuple[tuple[float, float], ...]:
    """The bands of sizes that have every fit, mm."""
    ends = [float(row["to_mm"]) for row in rows("hole_deviations.csv") if float(row["to_mm"]) <= LARGEST_MM]
    return tuple(zip([0.0, *ends[:-1]], ends, strict=True))


@cache
def fits() -> Page:
    """Deviations of the usual fits of holes by bands of size."""
    found = []
    for low, high in bands():
        cells = tuple(limits_words(high, *split_fit(fit)) for fit in USUAL_FITS)
        found.append(Row(band_name(low, high), (band_name(low, high), *cells), (band_name(low, high),), ("iso-286",), "medium"))
    columns = (Column("band", "hole, mm"), *(Column(fit, fit) for fit in USUAL_FITS))
    about = "How far a hole may lie above (+) or below (−) its nominal size, in thousandths of a millimetre: upper / lower."
    return Page(FITS, "Fits of holes", about, columns, tuple(found), (*USUAL_FITS, "tolerance", "limits and fits", "IT grade"))


def nearest_size_row(size: DrillSize) -> Row:
    """The row of the stock size nearest to one."""
    of = sizes()
    return min(of.rows, key=lambda row: (round(abs(of.figure(row, SIZE_MM) - size.diameter_mm), 4), size.text not in row.names))
