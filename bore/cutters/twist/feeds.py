"""Twist drills: the book's feed and strength, and the feed table other drills go by."""

from functools import cache

from bore.base.elementwise import Column, along_logarithms
from bore.base.formula import enter, formula
from bore.base.sources import rows
from bore.cutters.family import BookFeed, folder
from bore.cutters.shared import STEEL_EDGES, book_with_marks
from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.mechanics import strength

HERE = folder(__file__)
COLUMNS = {"very-low": "very_low_mm_rev", "low": "low_mm_rev", "medium": "medium_mm_rev", "high": "high_mm_rev"}
# Below and above these the feed table is carried on along its slope.
TABLE_FROM_MM, TABLE_TO_MM = 1.0, 50.0
NO_COOLANT_THROUGH = 0.85
HARDER_STEEL = 0.8
INTERRUPTED, SLENDER, SLENDER_FROM = 0.7, 0.8, 5.0


@cache
def _feed_column(feed_class: str) -> tuple[list[float], list[float]]:
    table = rows("feeds.csv", HERE)
    return [float(row["diameter_mm"]) for row in table], [float(row[COLUMNS[feed_class]]) for row in table]


@formula("Book feed of an HSS twist drill", "feed table by diameter and class, along logarithms", "mm/rev", "machinery-feeds")
def table_feed_mm_rev(*, diameter_mm: Column, feed_class: str) -> Column:
    """Feed per revolution the books give an HSS twist drill, mm/rev; carried on by its slope below 1 and above 50 mm.

    >>> round(table_feed_mm_rev(diameter_mm=10.0, feed_class="medium"), 4)
    0.2
    """
    return along_logarithms(diameter_mm, *_feed_column(feed_class))


@formula("Book feed for this job", "f_book = f_table · family and edge · entry · depth", "mm/rev", "common-practice")
def book_feed_mm_rev(*, table_feed_mm_rev: Column, substrate_factor: float, entry_factor: float, depth_factor: Column) -> Column:
    """The table's feed with the job's own factors: carbide without through coolant 0.85; interrupted entry 0.7;
    beyond five diameters deep 0.8 (common practice)."""
    return table_feed_mm_rev * substrate_factor * entry_factor * depth_factor


def entry_factor(job: Job) -> float:
    """Less feed where the edge is broken in and out of the metal."""
    return INTERRUPTED if job.hole.entry == "interrupted" else 1.0


def depth_factor(job: Job) -> float:
    """Less feed for a slender drill."""
    return SLENDER if job.hole.depth_mm > SLENDER_FROM * job.hole.diameter_mm else 1.0


def softer_stainless(job: Job) -> float:
    """Free-machining and ferritic stainless stand in a column a little too rich for them."""
    return 0.8 if job.material.iso_group == "M" and job.material.feed_class == "medium" else 1.0


def _edge_factor(job: Job) -> tuple[str, float]:
    """Column of the feed table and the factor on it for the job's edge."""
    cutter, material = job.cutter, job.material
    if cutter.substrate in STEEL_EDGES:
        return material.feed_class, 1.0
    wet = 1.0 if cutter.coolant_through and job.machine.coolant.method == "through" else NO_COOLANT_THROUGH
    if material.feed_class == "low" and material.iso_group in "PH":
        return "medium", HARDER_STEEL * wet
    return material.feed_class, wet


def table_feed(job: Job, diameter_mm: float | None = None) -> float:
    """The feed table at a diameter (the cutter's own) in the metal's class."""
    at = job.cutter.diameter_mm if diameter_mm is None else diameter_mm
    return float(table_feed_mm_rev(diameter_mm=at, feed_class=job.material.feed_class)) * softer_stainless(job)


def feed(job: Job) -> BookFeed:
    """The book's feed for a twist drill in this job."""
    enter("book-feed")
    feed_class, factor = _edge_factor(job)
    table = table_feed_mm_rev(diameter_mm=job.cutter.diameter_mm, feed_class=feed_class)
    # The milder column is for the metal as the table classes it, not as carbide reads it.
    milder = softer_stainless(job) if feed_class == job.material.feed_class else 1.0
    book = book_feed_mm_rev(
        table_feed_mm_rev=table, substrate_factor=factor * milder, entry_factor=entry_factor(job), depth_factor=depth_factor(job)
    )
    return book_with_marks(float(book), job.cutter.substrate)


@cache
def strengths() -> dict[str, float]:
    """Breaking torque over D³ by edge, N·m/mm³."""
    return {row["substrate"]: float(row["strength_nm_mm3"]) for row in rows("strength.csv", HERE)}


def breaking_torque(cutter: Cutter) -> float:
    """Torque that breaks a fluted drill, N·m."""
    enter("twist-off")
    return float(strength.breaking_torque_nm(diameter_mm=cutter.diameter_mm, strength=strengths()[cutter.substrate]))


def coolant_wanted(job: Job) -> tuple[float, float] | None:
    """Pressure (bar) and flow (l/min) wanted through a drill with coolant holes; None where it has none."""
    if not job.cutter.coolant_through:
        return None
    return through_coolant(job.cutter.diameter_mm, job.hole.depth_mm)


def through_coolant(diameter_mm: float, depth_mm: float) -> tuple[float, float]:
    """Pressure and flow through carbide drills and tips: 40 bar under 6 mm, 20 to 16 mm, 10 above; 0.8 l/min a
    millimetre; half as much again beyond five diameters (common practice)."""
    deep = 1.5 if depth_mm > SLENDER_FROM * diameter_mm else 1.0
    pressure = 40.0 if diameter_mm < 6 else 20.0 if diameter_mm <= 16 else 10.0
    return pressure * deep, 0.8 * diameter_mm * deep
