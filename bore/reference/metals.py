"""Speeds and feeds by metal, and hardness on its scales."""

from functools import cache

from bore.base.sources import rows
from bore.cutters.twist.feeds import table_feed_mm_rev
from bore.materials.conversion import SCALES
from bore.materials.table import MaterialRow, all_materials
from bore.reference.page import Cell, Column, Page, Row

SPEEDS, HARDNESS = "speeds", "hardness"
HB = "hb"
FEED_AT_MM = (3.0, 6.0, 10.0, 20.0)


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
        "rpm = 318 × speed in m/min ÷ diameter in mm. Begin at the lower end; the Bench counts the rest."
    )
    found = tuple(_metal(row) for row in all_materials().values())
    return Page(SPEEDS, "Speeds and feeds by metal", about, columns, found, ("cutting speed", "feed", "speeds", "feeds", "rpm", "SFM"))


@cache
def hardness() -> Page:
    """Hardness and strength of steel, one scale beside the others."""
    found = []
    for row in rows("hardness_conversion.csv"):
        cells = tuple(float(row[name]) if row[name] else None for name in SCALES)
        names = tuple(f"{cell:g} {scale}" for scale, cell in zip(SCALES.values(), cells, strict=True) if cell)
        found.append(Row(f"{row['hb']} HB", cells, names, (row["source"],), row["sure"]))
    columns = (
        Column(HB, "HB", "", 0),
        Column("hv", "HV", "", 0, "{} HV"),
        Column("hrc", "HRC", "", 1, "{} HRC"),
        Column("tensile_n_mm2", "strength", "N/mm²", 0),
    )
    about = "For unalloyed and low-alloy steel only: no scale turns truly into another. HRC says nothing below 20."
    return Page(
        HARDNESS, "Hardness", about, columns, tuple(found), ("HRC", "HB", "HV", "Rockwell", "Brinell", "Vickers", "tensile strength")
    )


def nearest_hardness_row(hardness_hb: float) -> Row:
    """The row of the table nearest to a Brinell hardness."""
    of = hardness()
    return min(of.rows, key=lambda row: abs(of.figure(row, HB) - hardness_hb))
