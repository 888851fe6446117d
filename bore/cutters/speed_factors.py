"""What coolant, depth and a dull edge leave of the book's cutting speed, whatever the family."""

from functools import cache

from bore.base.elementwise import Column, between
from bore.base.formula import enter, formula
from bore.base.sources import rows
from bore.job.job import Job
from bore.materials.material import metal_word

DEPTHS, DEPTH_FACTORS = (2.0, 3.0, 4.0, 5.0, 6.0, 8.0), (1.0, 0.95, 0.85, 0.75, 0.7, 0.6)
WET_ENOUGH = ("flood", "through")
DULL = 0.8


@cache
def _table() -> dict[str, dict[str, str]]:
    return {row["metal"]: row for row in rows("coolant_speed.csv")}


@formula("Cutting-speed factor for depth", "1 to 2 D, then 0.95, 0.85, 0.75, 0.70, 0.60 at 3, 4, 5, 6, 8 D", "", "kosilova")
def depth_speed_factor(*, depth_over_diameter: Column) -> Column:
    """How much slower a deep hole is drilled when coolant does not come through the tool.

    >>> depth_speed_factor(depth_over_diameter=5.0)
    0.75
    """
    return between(depth_over_diameter, DEPTHS, DEPTH_FACTORS)


def coolant_speed_factor(method: str, metal: str) -> float:
    """How much slower a metal is drilled with brushed oil or dry; mist counts as brushed (common practice).

    >>> coolant_speed_factor("brush", "stainless"), coolant_speed_factor("flood", "stainless")
    (0.6, 1.0)
    """
    return 1.0 if method in WET_ENOUGH else float(_table()[metal]["dry" if method == "dry" else "brush"])


@formula("Share of the book's cutting speed", "k = coolant · depth · wear", "", "common-practice")
def speed_share(*, coolant_factor: float, depth_factor: Column, wear_factor: float) -> Column:
    """What the job leaves of the book's cutting speed (flood, shallow, sharp)."""
    return coolant_factor * depth_factor * wear_factor


def speed_factor(job: Job) -> float:
    """Share of the book's cutting speed left by coolant, depth and wear."""
    enter("book-speed")
    coolant, cutter = job.machine.coolant.method, job.cutter
    through = coolant == "through" and cutter.coolant_through
    # Only what carries its chips up flutes heats itself the deeper it goes.
    deep = 1.0 if through or not cutter.kind.packs else depth_speed_factor(depth_over_diameter=job.hole.depth_mm / job.hole.diameter_mm)
    # A ring cutter's drip through the arbor wets its teeth as a flood would.
    method = "flood" if cutter.kind.leaves_a_slug and coolant != "dry" else coolant
    wet = coolant_speed_factor(method, metal_word(job.material))
    return float(speed_share(coolant_factor=wet, depth_factor=deep, wear_factor=DULL if cutter.wear == "dull" else 1.0))
