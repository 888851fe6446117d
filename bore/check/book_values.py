"""What the books would set for a job: speed, feed, and the hand force that feed asks for."""

from bore.base.elementwise import Column, choose, least, most
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.job.columns import Columns
from bore.limits.burn import top_speed_m_min
from bore.limits.hand import force_for, marks_n
from bore.loads.loads import loads_of
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics.kinematics import speed_rpm
from bore.quantities.bands import Band

# How much more than just bites is leaned with; the steps a force is said in, and how far above the spring it is said finer (common practice).
BITES, STEP_N, SMALL_N = 1.3, 5.0, 50.0


@immutable
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
        force = float(_book_force_n(columns)) if columns.feed_kind in HAND_FEEDS else None
    return Book(speeds, float(columns.book_feed_mm_rev), force)  # type: ignore[arg-type]


def _book_force_n(columns: Columns) -> Column:
    """The force at the knob that the book's feed asks for, N."""
    fed = columns.changed(feed_mm_rev=columns.book_feed_mm_rev, hand_force_n=None)
    return force_for(fed, loads_of(fed).thrust_n).middle


def usual_hand_force_n(columns: Columns) -> Column:
    """The force taken when none is named: what the book's feed asks for, no more than keeps the drill uncrowded by whichever method goes
    furthest, no less than bites with something to spare, and at most what a hand bears all day (common practice)."""
    all_day, _ = marks_n(columns)
    if columns.feed_kind not in HAND_FEEDS:
        return all_day
    with silent():
        fed = columns.changed(feed_mm_rev=columns.crowds_mm_rev, hand_force_n=None)
        loads = loads_of(fed)
        uncrowded = force_for(fed, loads.thrust_n).low
        bites = force_for(fed, Band.exactly(BITES * loads.chisel_n)).middle
        return least(most(least(_book_force_n(columns), uncrowded), bites), all_day)


def leaning_n(columns: Columns) -> Column:
    """The usual force as it is said across a bench: in steps of 5 N, of 1 N for small drills that little more than the spring feeds; rounded down, so
    that it is never more than was meant."""
    usual = usual_hand_force_n(columns)
    step = choose(usual - (columns.return_spring_n or 0.0) >= SMALL_N, STEP_N, 1.0)
    return most(usual // step * step, step)
