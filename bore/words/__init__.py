"""Words shared by every door: symbols of quantities, reasons filled in, what to measure."""

from functools import cache

from bore.columns import Columns
from bore.contract.fields import all_fields
from bore.job import Job
from bore.sources import rows

HOLDERS = {
    "chuck": "drill chuck",
    "morse": "Morse socket",
    "collet": "collet",
    "hydraulic": "hydraulic holder",
    "shrink": "shrink holder",
    "side-lock": "side-lock holder",
}


@cache
def all_symbols() -> dict[str, dict[str, str]]:
    """Symbol and unit of every value a formula takes, by its name in the code."""
    return {row["name"]: {"symbol": row["symbol"], "unit": row["unit"]} for row in rows("symbols.csv")}


@cache
def _measures() -> dict[str, str]:
    return {row["field"]: row["words"] for row in rows("measures.csv")}


def needs_in_words(field: str) -> str:
    """What to find out or measure, for a field a limit lacks."""
    return _measures().get(field) or f"find out: {all_fields()[field].words}"


def fill_reason(words: str, job: Job, columns: Columns) -> str:
    """A reason's words with the job's own figures in them."""
    holder = job.machine.holder
    capacity = holder.capacity_mm
    return words.format(
        machine=job.machine.name,
        speed_rpm=float(columns.speed_rpm),
        nearest_rpm=float(columns.nearest_rpm),
        slowest_rpm=columns.slowest_rpm,
        fastest_rpm=columns.fastest_rpm,
        hardness_hb=columns.hardness_hb or 0.0,
        shank_diameter_mm=float(columns.shank_diameter_mm),
        shank_size=columns.shank.removeprefix("morse-"),
        holder_size=holder.size,
        holder_words=HOLDERS[holder.kind],
        holder_room=f"{capacity:g} mm" if capacity is not None else str(holder.size),
    )
