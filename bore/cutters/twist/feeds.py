"""Twist drills: the book's feed and cutting speed for the job."""

from functools import cache

from bore.elementwise import Column, along_logarithms, between
from bore.formula import formula
from bore.sources import rows

COLUMNS = {"very-low": "very_low_mm_rev", "low": "low_mm_rev", "medium": "medium_mm_rev", "high": "high_mm_rev"}
# Below and above these the feed table is carried on along its slope.
TABLE_FROM_MM, TABLE_TO_MM = 1.0, 50.0
DEPTHS, DEPTH_FACTORS = (2.0, 3.0, 4.0, 5.0, 6.0, 8.0), (1.0, 0.95, 0.85, 0.75, 0.7, 0.6)
# Brushed oil (mist counts as much) and dry, by what is cut; flood and through count as 1.
WET_ENOUGH = ("flood", "through")
COOLANT_FACTORS = {
    "brush": {
        "stainless": 0.6,
        "nickel": 0.6,
        "titanium": 0.6,
        "aluminium": 0.85,
        "copper": 0.85,
        "bronze": 0.8,
        "iron": 1.0,
        "brass": 1.0,
        "magnesium": 1.0,
        "plastic": 1.0,
        "steel": 0.8,
    },
    "dry": {
        "stainless": 0.4,
        "nickel": 0.4,
        "titanium": 0.4,
        "aluminium": 0.7,
        "copper": 0.7,
        "bronze": 0.6,
        "iron": 1.0,
        "brass": 1.0,
        "magnesium": 1.0,
        "plastic": 1.0,
        "steel": 0.6,
    },
}


@cache
def _feed_column(feed_class: str) -> tuple[list[float], list[float]]:
    table = rows("feed_twist.csv")
    return [float(row["diameter_mm"]) for row in table], [float(row[COLUMNS[feed_class]]) for row in table]


@formula("Book feed of an HSS twist drill", "feed table by diameter and class, along logarithms", "mm/rev", "machinery-feeds")
def table_feed_mm_rev(*, diameter_mm: Column, feed_class: str) -> Column:
    """Feed per revolution the books give an HSS twist drill, mm/rev; carried on by its slope below 1 and above 50 mm.

    >>> round(table_feed_mm_rev(diameter_mm=10.0, feed_class="medium"), 4)
    0.2
    """
    return along_logarithms(diameter_mm, *_feed_column(feed_class))


@formula("Book feed for this job", "f_book = f_table · substrate · entry · depth", "mm/rev", "common-practice")
def book_feed_mm_rev(*, table_feed_mm_rev: Column, substrate_factor: float, entry_factor: float, depth_factor: Column) -> Column:
    """The table's feed with the job's own factors: carbide without through coolant 0.85; interrupted entry 0.7;
    beyond five diameters deep 0.8 (common practice)."""
    return table_feed_mm_rev * substrate_factor * entry_factor * depth_factor


@formula("Cutting-speed factor for depth", "1 to 2 D, then 0.95, 0.85, 0.75, 0.70, 0.60 at 3, 4, 5, 6, 8 D", "", "kosilova")
def depth_speed_factor(*, depth_over_diameter: Column) -> Column:
    """How much slower a deep hole is drilled when coolant does not come through the tool.

    >>> depth_speed_factor(depth_over_diameter=5.0)
    0.75
    """
    return between(depth_over_diameter, DEPTHS, DEPTH_FACTORS)


def coolant_speed_factor(method: str, metal: str) -> float:
    """How much slower a metal is drilled with brushed oil or dry (common practice).

    >>> coolant_speed_factor("brush", "stainless"), coolant_speed_factor("flood", "stainless")
    (0.6, 1.0)
    """
    return 1.0 if method in WET_ENOUGH else COOLANT_FACTORS["dry" if method == "dry" else "brush"][metal]
