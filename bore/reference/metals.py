"""Speeds and feeds by metal, and hardness on its scales."""

from functools import cache

from bore.base.sources import rows
from bore.cutters.twist.feeds import table_feed_mm_rev
from bore.materials.conversion import SCALES, UNITS, brinell, other_scales
from bore.materials.table import MaterialRow, all_materials
from bore.reference.page import Cell, Column, Page, Row, plain_figure

SPEEDS, HARDNESS = "speeds", "hardness"
FEED_AT_MM = (3.0, 6.0, 10.0, 20.0)
HB = "hb"


def _range(pair: tuple[float, float] | None) -> str:
    return f"{pair[0]:g} to {pair[1]:g}" if pair else "not used"


def _metal(row: MaterialRow) -> Row:
    metal = row.material
    feeds = tuple(float(table_feed_mm_rev(diameter_mm=size, feed_class=metal.feed_class)) for size in FEED_AT_MM)
    speeds = (_range(metal.vc_hss_m_min), _range(metal.vc_hssco_m_min), _range(metal.vc_carbide_m_min))
    named = ", ".join(row.designations)
    cells: tuple[Cell, ...] = (metal.name, named, metal.iso_group, metal.hardness_hb, *speeds, *feeds)
    return Row(metal.id or metal.name, cells, (metal.name, *row.designations), row.sources, row.sure)


@cache
def speeds() -> Page:
    """Cutting speeds and the feeds of an HSS twist drill, by metal."""
    columns = (
        Column("metal", "metal"),
        Column("named", "named", said=None),
        Column("iso_group", "ISO", said=None),
        Column("hardness_hb", "HB", "", 0, "{} HB"),
        Column("vc_hss_m_min", "HSS, m/min", said="HSS {} m/min"),
        Column("vc_hssco_m_min", "cobalt, m/min", said="cobalt {} m/min"),
        Column("vc_carbide_m_min", "carbide, m/min", said="carbide {} m/min"),
        *(Column(f"feed_{size:g}_mm_rev", f"feed at {size:g} mm", "mm/rev", 3) for size in FEED_AT_MM),
    )
    about = (
        "Usual cutting speeds of twist drills, and the feed of an HSS one by its diameter, before depth, entry and coolant are counted. "
        "rpm = 318 × speed ÷ diameter in mm. Begin at the lower end; the Bench counts the rest."
    )
    found = tuple(_metal(row) for row in all_materials().values())
    return Page(SPEEDS, "Speeds and feeds by metal", about, columns, found, ("cutting speed", "feed", "speeds", "feeds", "rpm", "SFM"))


@cache
def hardness() -> Page:
    """Hardness and strength of steel, one scale beside the others."""
    found = []
    for row in rows("hardness_conversion.csv"):
        cells = tuple(float(row[name]) if row[name] else None for name in ("hb", "hv", "hrc", "tensile_n_mm2"))
        names = tuple(f"{cell:g} {SCALES[name]}" for name, cell in zip(("hb", "hv", "hrc", "tensile_n_mm2"), cells, strict=True) if cell)
        found.append(Row(f"{row['hb']} HB", cells, names, (row["source"],), row["sure"]))
    columns = (
        Column("hb", "HB", "", 0),
        Column("hv", "HV", "", 0, "{} HV"),
        Column("hrc", "HRC", "", 1, "{} HRC"),
        Column("tensile_n_mm2", "strength", "N/mm²", 0),
    )
    about = "For unalloyed and low-alloy steel only: no scale turns truly into another. HRC says nothing below 20."
    return Page(
        HARDNESS, "Hardness", about, columns, tuple(found), ("HRC", "HB", "HV", "Rockwell", "Brinell", "Vickers", "tensile strength")
    )


def hardness_said(value: float, unit: str) -> tuple[float, str]:
    """A hardness on every scale that has it there: its Brinell value, and the words. Raises BadInput where no conversion is given.

    >>> hardness_said(30, "HRC")[1]
    '30 HRC is 287 HB, 302 HV, 970 N/mm²'
    """
    scale = UNITS[unit.casefold()]
    of_hb = value if scale == HB else brinell(value, scale, "text")
    others = {HB: of_hb} | other_scales(of_hb)
    told = ", ".join(
        f"{plain_figure(round(other, 1 if other < 100 else 0))} {SCALES[name]}" for name, other in others.items() if name != scale
    )
    return of_hb, f"{value:g} {SCALES[scale]} is {told}"


def nearest_hardness_row(hardness_hb: float) -> Row:
    """The row of the table nearest to a Brinell hardness."""
    return min(hardness().rows, key=lambda row: abs(float(row.cells[0] or 0) - hardness_hb))
