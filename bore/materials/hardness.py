"""What hardness does to a material's constants."""

import math

from bore.base.formula import formula

LOWEST_RATIO, HIGHEST_RATIO = 0.7, 1.4
SCALED_GROUPS = ("P", "K", "M", "H")


@formula("Constants at another hardness (kc1.1, specific energy)", "k = k_row · (HB / HB_row)^0.4", "", "derived")
def scaled_energy_constant(*, row_value: float, hardness_hb: float, row_hardness_hb: float) -> float:
    """Specific cutting force or specific energy of a row at another hardness; mc stays.

    `k = k_row (HB/HB_row)^0.4`, fitted over the steel rows (residual 3-5 %); grey iron and stainless lie near it.
    Holds from 0.7 to 1.4 times the row's hardness. Not for aluminium, copper, titanium, nickel.

    >>> scaled_energy_constant(row_value=2000.0, hardness_hb=200, row_hardness_hb=200)
    2000.0
    """
    return row_value * math.pow(hardness_hb / row_hardness_hb, 0.4)


@formula("Work-material factor at another hardness", "Kd = Kd_row · (HB / HB_row)^0.6", "lbf/in²", "derived")
def scaled_work_factor(*, row_value: float, hardness_hb: float, row_hardness_hb: float) -> float:
    """Work-material factor of a row at another hardness, `Kd = Kd_row (HB/HB_row)^0.6`; holds as above.

    >>> round(scaled_work_factor(row_value=24000, hardness_hb=300, row_hardness_hb=200))
    30610
    """
    return row_value * math.pow(hardness_hb / row_hardness_hb, 0.6)


def steel_work_factor(hardness_hb: float) -> float:
    """Kd of a steel known only by hardness: 120 a Brinell point to 200 HB, then lines through the printed values
    31 000 at 300 and 34 000 at 400 HB (Machinery's Handbook, from memory).

    >>> steel_work_factor(200), steel_work_factor(350)
    (24000.0, 32500.0)
    """
    if hardness_hb <= 200:
        return 120.0 * hardness_hb
    if hardness_hb <= 300:
        return 24000 + 70.0 * (hardness_hb - 200)
    return 31000 + 30.0 * (hardness_hb - 300)


def tensile_from_hardness(hardness_hb: float) -> float:
    """Tensile strength of a steel, N/mm², near 3.4 times its Brinell hardness (ISO 18265, from memory).

    >>> round(tensile_from_hardness(200))
    680
    """
    return 3.4 * hardness_hb


# What a harder or softer piece of the same metal leaves of its cutting speed, and from where its feed is a class lower (common practice).
SPEED_EXPONENT, SLOWEST, FASTEST, LOWER_FEED_FROM = 1.2, 0.7, 1.4, 1.25
FEED_CLASSES = ("very-low", "low", "medium", "high")


@formula("Cutting speed at another hardness", "k = (HB_row / HB)^1.2, 0.7 to 1.4", "", "common-practice")
def speed_share(*, hardness_hb: float, row_hardness_hb: float) -> float:
    """Share of a metal's cutting speed at another hardness than its row's, within 0.7 and 1.4.

    >>> round(speed_share(hardness_hb=260, row_hardness_hb=200), 3), speed_share(hardness_hb=200, row_hardness_hb=200)
    (0.73, 1.0)
    """
    return min(max(math.pow(row_hardness_hb / hardness_hb, SPEED_EXPONENT), SLOWEST), FASTEST)


def feed_class_at(feed_class: str, *, hardness_hb: float, row_hardness_hb: float) -> str:
    """The column of the feed table at another hardness: one lower from a quarter harder (common practice).

    >>> feed_class_at("medium", hardness_hb=260, row_hardness_hb=200), feed_class_at("very-low", hardness_hb=300, row_hardness_hb=200)
    ('low', 'very-low')
    """
    place = FEED_CLASSES.index(feed_class)
    return FEED_CLASSES[max(place - 1, 0)] if hardness_hb >= LOWER_FEED_FROM * row_hardness_hb else feed_class
