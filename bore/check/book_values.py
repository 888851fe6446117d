"""What the books would set for a job: speed, feed, and the hand force that feed asks for."""

from dataclasses import dataclass, replace

from bore.base.formula import silent
from bore.job.columns import Columns
from bore.limits.burn import top_speed_m_min
from bore.limits.hand import force_for, marks_n
from bore.loads.loads import loads_of
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics.kinematics import speed_rpm


@dataclass(frozen=True, slots=True)
class Book:
    """The book's range of speed and its feed for a job; force at the knob where a hand feeds it."""

    speed_rpm: tuple[float, float] | None
    feed_mm_rev: float
    hand_force_n: float | None


def book_of(columns: Columns) -> Book:
    """Speed range with coolant, depth and wear counted; feed for diameter, metal and edge; the force it would take."""
    with silent():
        top = top_speed_m_min(columns)
        speeds = None
        if top is not None and columns.vc_low_m_min is not None:
            low = columns.vc_low_m_min * columns.vc_factor
            speeds = tuple(speed_rpm(cutting_speed_m_min=speed, diameter_mm=columns.diameter_mm) for speed in (low, top))
        force = None
        if columns.feed_kind in HAND_FEEDS:
            fed = replace(columns, feed_mm_rev=columns.book_feed_mm_rev, hand_force_n=None)
            force = float(force_for(fed, loads_of(fed).thrust_n).middle)
    return Book(speeds, float(columns.book_feed_mm_rev), force)  # type: ignore[arg-type]


def usual_hand_force_n(columns: Columns) -> float:
    """The force taken when none is named: what the book's feed asks for, at most what a hand bears all day."""
    all_day, _ = marks_n(columns)
    return min(all_day, book_of(columns).hand_force_n or all_day)


def leaning_n(columns: Columns) -> float:
    """The usual force as it is said across a bench: to the nearest 5 N."""
    return float(max(round(usual_hand_force_n(columns) / 5) * 5, 5))
