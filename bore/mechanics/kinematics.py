"""Kinematics of drilling: speeds, chip thickness, removal, cut time."""

import math

import numpy as np

from bore.base.elementwise import ARRAY, Column
from bore.base.formula import formula
from bore.quantities.units import NM_RPM_PER_KW


def sin_edge_angle(point_angle_deg: Column) -> Column:
    """sin κ, κ being half the point angle."""
    if isinstance(point_angle_deg, ARRAY):
        return np.sin(np.radians(point_angle_deg) / 2)
    return math.sin(math.radians(point_angle_deg) / 2)


def tan_edge_angle(point_angle_deg: Column) -> Column:
    """tan κ, κ being half the point angle."""
    if isinstance(point_angle_deg, ARRAY):
        return np.tan(np.radians(point_angle_deg) / 2)
    return math.tan(math.radians(point_angle_deg) / 2)


@formula("Cutting speed", "vc = π D n / 1000", "m/min", "kinematics")
def cutting_speed_m_min(*, diameter_mm: Column, speed_rpm: Column) -> Column:
    """Cutting speed at the outer corner, `vc = π D n / 1000` m/min (ISO 3002-1).

    >>> round(cutting_speed_m_min(diameter_mm=12.7, speed_rpm=626.6), 2)
    25.0
    """
    return math.pi * diameter_mm * speed_rpm / 1000


@formula("Spindle speed for a cutting speed", "n = 1000 vc / (π D)", "rpm", "kinematics")
def speed_rpm(*, cutting_speed_m_min: Column, diameter_mm: Column) -> Column:
    """Spindle speed, rpm, that gives a cutting speed (ISO 3002-1)."""
    return 1000 * cutting_speed_m_min / (math.pi * diameter_mm)


@formula("Feed rate", "vf = f · n", "mm/min", "kinematics")
def feed_rate_mm_min(*, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Feed rate, mm/min (ISO 3002-1)."""
    return feed_mm_rev * speed_rpm


@formula("Chip thickness", "h = f/z · sin κ", "mm", "kinematics")
def chip_thickness_mm(*, feed_mm_rev: Column, edges: Column, point_angle_deg: Column) -> Column:
    """Undeformed chip thickness, `h = f/z sin κ`, κ half the point angle (DIN 6580).

    >>> round(chip_thickness_mm(feed_mm_rev=0.2, edges=2, point_angle_deg=118), 4)
    0.0857
    """
    return feed_mm_rev / edges * sin_edge_angle(point_angle_deg)


@formula("Removal rate", "Q = π/4 (D² − d0²) f n", "mm³/min", "kinematics")
def removal_mm3_min(*, diameter_mm: Column, start_diameter_mm: Column, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Volume of metal removed, mm³/min.

    >>> round(removal_mm3_min(diameter_mm=10.0, start_diameter_mm=0.0, feed_mm_rev=0.2, speed_rpm=800) / 60)
    209
    >>> round(removal_mm3_min(diameter_mm=10.0, start_diameter_mm=6.0, feed_mm_rev=0.2, speed_rpm=800) / 60)
    134
    """
    return math.pi / 4 * (diameter_mm**2 - start_diameter_mm**2) * feed_mm_rev * speed_rpm


@formula("Point length", "D / (2 tan κ)", "mm", "kinematics")
def point_length_mm(*, diameter_mm: Column, point_angle_deg: Column) -> Column:
    """Length of the point, mm; a 118° point is 0.30 D long."""
    return diameter_mm / 2 / tan_edge_angle(point_angle_deg)


@formula("Travel in feed", "approach + depth + point + breakthrough", "mm", "groover")
def travel_mm(*, approach_mm: Column, depth_mm: Column, point_length_mm: Column, breakthrough_mm: Column) -> Column:
    """How far the drill is fed, mm: from the approach until the corners are through, or at full depth."""
    return approach_mm + depth_mm + point_length_mm + breakthrough_mm


@formula("Path of a thread mill", "travel = 1.25 π D", "mm", "derived")
def around_mm(*, diameter_mm: Column) -> Column:
    """Path of a thread mill's edge along the thread, mm: once round, and a quarter to come in and out.

    >>> round(around_mm(diameter_mm=10.0), 2)
    39.27
    """
    return 1.25 * math.pi * diameter_mm


@formula("Cut time", "t = 60 · travel / (f n)", "s", "groover")
def cut_time_s(*, travel_mm: Column, feed_mm_rev: Column, speed_rpm: Column) -> Column:
    """Time in feed, s."""
    return 60 * travel_mm / (feed_mm_rev * speed_rpm)


@formula("Power at the cutter", "P = M n / 9549", "kW", "kinematics")
def power_kw(*, torque_nm: Column, speed_rpm: Column) -> Column:
    """Power of a torque at a speed, `P = M n / (30000/π)` kW."""
    return torque_nm * speed_rpm / NM_RPM_PER_KW
