"""Hand feed: from the force on the lever to the thrust on the drill, and from thrust to the feed it makes."""

import math
from collections.abc import Callable

from bore.base.elementwise import Column, absolute, choose, every, exp, least, log, most
from bore.base.formula import formula

NO_FEED = 1e-7
LONGEST_SOLVE = 60
CLOSE_ENOUGH = 1e-7
# Thrust above its floor grows with about this power of the feed, and never outside these.
USUAL_POWER, POWERS = 0.8, (0.3, 2.0)
SMALLEST_THRUST_N = 1e-12


@formula("Force ratio of the lever", "i = lever / pinion radius · η", "", "derived")
def lever_force_ratio(*, lever_length_mm: float | None, pinion_radius_mm: float | None, efficiency: float | None) -> float:
    """Thrust on the quill for a newton at the knob; lengths in mm, η 0.8-0.9 (derived from statics).

    >>> round(lever_force_ratio(lever_length_mm=180, pinion_radius_mm=15, efficiency=0.85), 3)
    10.2
    """
    if lever_length_mm is None or pinion_radius_mm is None or efficiency is None:
        raise ValueError("a hand lever has a length, a pinion and an efficiency")
    return lever_length_mm / pinion_radius_mm * efficiency


@formula("Pinion radius from turns and travel", "r = travel / (2π turns)", "mm", "derived")
def pinion_radius_mm(*, turns: float, turns_travel_mm: float) -> float:
    """Pitch radius of the quill pinion from the travel of so many turns of the lever, mm.

    >>> round(pinion_radius_mm(turns=1.5, turns_travel_mm=141.4), 2)
    15.0
    """
    return turns_travel_mm / (2 * math.pi * turns)


@formula("Efficiency from the force ratio measured", "η = i · pinion radius / lever", "", "derived")
def lever_efficiency(*, force_ratio: float, lever_length_mm: float, pinion_radius_mm: float) -> float:
    """Share of the hand's work on a lever that reaches the drill, from the ratio a scale showed.

    >>> round(lever_efficiency(force_ratio=10.2, lever_length_mm=180, pinion_radius_mm=15), 3)
    0.85
    """
    return force_ratio * pinion_radius_mm / lever_length_mm


@formula("Efficiency from the force ratio measured", "η = i · lead / (2π R)", "", "derived")
def screw_efficiency(*, force_ratio: float, wheel_radius_mm: float, lead_mm: float) -> float:
    """Share of the hand's work on a wheel that reaches the drill, from the ratio a scale showed.

    >>> round(screw_efficiency(force_ratio=35.343, wheel_radius_mm=75, lead_mm=4), 3)
    0.3
    """
    return force_ratio * lead_mm / (2 * math.pi * wheel_radius_mm)


@formula("Force ratio of the tailstock", "i = 2π R · η / lead", "", "derived")
def screw_force_ratio(*, wheel_radius_mm: float, lead_mm: float, efficiency: float) -> float:
    """Thrust on the quill for a newton at the rim; η 0.20 with the collar (0.15-0.30).

    >>> round(screw_force_ratio(wheel_radius_mm=75, lead_mm=4, efficiency=0.30) * 150)
    5301
    """
    return 2 * math.pi * wheel_radius_mm * efficiency / lead_mm


@formula("Feed of a wound tailstock", "f = 60 · lead / (s · n)", "mm/rev", "derived")
def wound_feed_mm_rev(*, lead_mm: float, seconds_per_turn: float, speed_rpm: Column) -> Column:
    """Feed per revolution from so many seconds for a turn of the wheel, mm/rev.

    >>> round(wound_feed_mm_rev(lead_mm=4, seconds_per_turn=12, speed_rpm=310.0), 4)
    0.0645
    """
    return 60 * lead_mm / (seconds_per_turn * speed_rpm)


@formula("Thrust available from the hand", "T = (F − spring) · i", "N", "derived")
def available_thrust_n(*, hand_force_n: Column, return_spring_n: float, force_ratio: float) -> Column:
    """Thrust a hand force leaves on the drill after the return spring, N; never below nought."""
    return most((hand_force_n - return_spring_n) * force_ratio, 0.0)


@formula("Force at the knob", "F = T / i + spring", "N", "derived")
def hand_force_n(*, thrust_n: Column, return_spring_n: float, force_ratio: float) -> Column:
    """Hand force at the knob that gives a thrust, N."""
    return thrust_n / force_ratio + return_spring_n


def solve_feed(thrust_of: Callable[[Column], Column], thrust_n: Column, floor_n: Column, most_mm_rev: Column) -> Column:
    """The feed at which a school's thrust equals what is available, mm/rev, never above `most_mm_rev`.

    `thrust_of(feed)` must rise with feed from `floor_n`, the part that stands at any feed. What is above the
    floor is nearly a power of the feed, so a secant in logarithms, held within bounds, meets it in a few steps.
    Where even the slightest feed asks for more than there is, the answer is the slightest feed: whether it
    bites is another question.
    """
    wanted = log(most(thrust_n - floor_n, SMALLEST_THRUST_N))

    def miss(log_feed: Column) -> Column:
        return log(most(thrust_of(exp(log_feed)) - floor_n, SMALLEST_THRUST_N)) - wanted

    lowest, highest = math.log(NO_FEED), log(most_mm_rev)
    before, at_before = highest, miss(highest)
    never = at_before <= 0
    here = least(most(before - at_before / USUAL_POWER, lowest), highest)
    for _ in range(LONGEST_SOLVE):
        at_here = miss(here)
        if every((absolute(at_here) <= CLOSE_ENOUGH) | (here <= lowest) | never):
            break
        step = choose(here == before, 1.0, here - before)
        power = least(most((at_here - at_before) / step, POWERS[0]), POWERS[1])
        before, at_before, here = here, at_here, least(most(here - at_here / power, lowest), highest)
    return exp(choose(never, highest, here))
