"""Breakthrough: the chisel lets go, the sprung frame leaps back, and the lips bite a thicker chip."""

import math

from bore.base.elementwise import Column, least, most
from bore.base.formula import formula

# What the lips of a drill do at all as they come through, even with nothing sprung behind them.
LEAST_SURGE = 1.05
# Share of the excess taken as the middle of the band; the formula itself is an upper bound.
MIDDLE_SHARE = 0.5


@formula("Thrust let go at breakthrough", "ΔT = T − T_lips", "N", "derived")
def release_n(*, thrust_n: Column, lip_share: Column) -> Column:
    """Thrust that is let go when the chisel comes out, N; the lips' share of the thrust stays.

    >>> release_n(thrust_n=6000.0, lip_share=0.45)
    3300.0000000000005
    """
    return thrust_n * (1 - lip_share)


@formula("Stiffness with a free hand", "1/k = 1/k_frame + 1/k_hand", "N/mm", "derived")
def series_stiffness_n_mm(*, frame_n_mm: Column, hand_n_mm: float) -> Column:
    """Axial stiffness of frame and hand in series, N/mm.

    >>> round(series_stiffness_n_mm(frame_n_mm=1500.0, hand_n_mm=650.0))
    453
    """
    return 1 / (1 / frame_n_mm + 1 / hand_n_mm)


@formula("Feed at breakthrough", "g = min(f (T/T_lips)^1.25, f + z ΔT/k, π D / tan helix)", "mm/rev", "derived")
def surged_feed_mm_rev(
    *, feed_mm_rev: Column, lip_share: Column, edges: Column, release_n: Column, stiffness_n_mm: Column, flute_lead_mm: Column
) -> Column:
    """Feed the lips reach as the frame springs back, mm/rev: no more than the whole thrust drives them, than the
    spring has room for, or than the flute screws in.

    >>> round(surged_feed_mm_rev(feed_mm_rev=0.2, lip_share=0.45, edges=2, release_n=3300.0, stiffness_n_mm=4500.0,
    ...                          flute_lead_mm=100.0), 3)
    0.543
    """
    return least(feed_mm_rev * (1 / lip_share) ** 1.25, feed_mm_rev + edges * release_n / stiffness_n_mm, flute_lead_mm)


@formula("Torque at breakthrough over the full torque", "s = max(1.05, 0.92 (g/f)^0.8)", "", "derived")
def surge_factor(*, surged_feed_mm_rev: Column, feed_mm_rev: Column) -> Column:
    """How far torque rises above its full value as the point comes through; an upper bound, the cap bulges first.

    >>> round(surge_factor(surged_feed_mm_rev=0.543, feed_mm_rev=0.2), 2)
    2.05
    """
    return most(LEAST_SURGE, 0.92 * (surged_feed_mm_rev / feed_mm_rev) ** 0.8)


def flute_lead_mm(diameter_mm: Column, helix_deg: float) -> Column:
    """Advance of the flute in a turn, mm; a straight flute screws nowhere and so sets no bound.

    >>> round(flute_lead_mm(10.0, 30.0), 1), flute_lead_mm(10.0, 0.0) > 1000
    (54.4, True)
    """
    return math.pi * diameter_mm / math.tan(math.radians(most(helix_deg, 0.1)))
