"""How long a motor bears more than its rating."""

from bore.base.elementwise import Column, choose, least, most, root
from bore.base.formula import formula

# √(1/share) is the bound without idle losses; with them about this is left.
HIGHEST_DUTY_FACTOR = 1.4
SHORT_PEAKS = ((15.0, 1.6), (120.0, 1.3))
BREAKDOWN_SHARE = 0.8


@formula("Power allowed by the share of time spent cutting", "k = min((1/share)^0.5, 1.4)", "", "iec-60034")
def duty_factor(*, cutting_share: Column) -> Column:
    """Root-mean-square bound on power over a 10 min window: at share s of cutting time, √(1/s), at most 1.4
    once idle losses are counted (IEC 60034-1 duty types; the 1.4 is common practice).

    >>> duty_factor(cutting_share=1.0), round(duty_factor(cutting_share=0.4), 2)
    (1.0, 1.4)
    """
    return least(root(1 / cutting_share), HIGHEST_DUTY_FACTOR)


@formula("Short-time power", "k_short = max(k, 1.6 to 15 s, 1.3 to 2 min), at most 0.8 of breakdown", "", "iec-60034")
def short_time_factor(*, duty_factor: Column, cut_time_s: Column, breakdown_ratio: Column) -> Column:
    """How far above its rating a motor may go for one cut: 1.6 for 15 s (IEC 60034-1), 1.3 for two minutes,
    never above 0.8 of its breakdown torque."""
    peak = choose(cut_time_s <= SHORT_PEAKS[0][0], SHORT_PEAKS[0][1], choose(cut_time_s <= SHORT_PEAKS[1][0], SHORT_PEAKS[1][1], 1.0))
    return least(most(duty_factor, peak), BREAKDOWN_SHARE * breakdown_ratio)


def plate_factor(duty: str) -> float:
    """Continuous power over plated power. A plate in S2, S3 or S6 prints what the motor does in that duty; its
    continuous figure is taken as that over 1.4 (common practice)."""
    return 1.0 if duty == "S1" else 1 / HIGHEST_DUTY_FACTOR


@formula("Motor power left at the spindle", "P = (P_motor − idle) · η", "kW", "derived")
def power_left_kw(*, motor_power_kw: Column, idle_kw: Column, efficiency: Column) -> Column:
    """What of a motor power reaches the cutter after idling and drive losses, kW; never below nought.

    >>> round(power_left_kw(motor_power_kw=1.5, idle_kw=0.0, efficiency=0.8), 3)
    1.2
    """
    return most(motor_power_kw - idle_kw, 0.0) * efficiency
