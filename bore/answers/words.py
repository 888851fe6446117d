"""Words shared by every door: symbols of quantities, reasons filled in, what to measure."""

from functools import cache

from bore.base.sources import rows
from bore.case.choices import choice_words
from bore.case.fields import all_fields
from bore.job.columns import Columns
from bore.job.job import Job
from bore.mechanics.work_holding import HAND_ARM_MM, finger_force_n


@cache
def all_symbols() -> dict[str, dict[str, str]]:
    """Symbol and unit of every value a formula takes, by its name in the code."""
    return {row["name"]: {"symbol": row["symbol"], "unit": row["unit"]} for row in rows("symbols.csv")}


@cache
def _measures() -> dict[str, str]:
    return {row["field"]: row["words"] for row in rows("measures.csv")}


def how_to_measure(field: str) -> str | None:
    """How a field is measured in a shop; None where nothing is said of it."""
    return _measures().get(field)


def needs_in_words(field: str) -> str:
    """What to find out or measure, for a field a limit lacks."""
    return how_to_measure(field) or f"find out: {all_fields()[field].words}"


def _finger_force(job: Job, surge_torque_nm: float) -> float:
    """Force at the fingers of whoever holds the work, N, at the arm given or a hand's breadth."""
    return float(finger_force_n(torque_nm=surge_torque_nm, arm_mm=job.holding.arm_mm or HAND_ARM_MM))


def fill_reason(words: str, job: Job, columns: Columns, surge_torque_nm: float = 0.0) -> str:
    """A reason's words with the job's own figures in them."""
    holder = job.machine.holder
    capacity = holder.capacity_mm
    return words.format(
        machine=job.machine.name,
        a_cutter=columns.family.one,
        finger_n=_finger_force(job, surge_torque_nm),
        plate_mm=columns.thinnest_plate_mm,
        entry_angle_deg=columns.entry_angle_deg,
        mark_angle_deg=columns.mark_angle_deg,
        point_angle_deg=float(columns.point_angle_deg),
        speed_rpm=float(columns.speed_rpm),
        nearest_rpm=float(columns.nearest_rpm),
        slowest_rpm=columns.slowest_rpm,
        fastest_rpm=columns.fastest_rpm,
        hardness_hb=columns.hardness_hb or 0.0,
        shank_diameter_mm=float(columns.shank_diameter_mm),
        shank_size=columns.shank.removeprefix("morse-"),
        holder_size=holder.size,
        holder_words=choice_words("machine.holder.kind", holder.kind),
        holder_room=f"{capacity:g} mm" if capacity is not None else str(holder.size),
    )
