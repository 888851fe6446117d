"""The spindle: what power each step really has, and which speed is nearest."""

from collections.abc import Sequence

import numpy as np

from bore.base.elementwise import Column, between, choose, is_array, least, most
from bore.base.formula import formula
from bore.machines.machine import Spindle, Stage
from bore.quantities.units import NM_RPM_PER_KW

# Plates round their speeds; a setting this close to a step is that step.
SAME_SPEED = 0.01
# A range without a curve: constant torque up to this share of its top speed, constant power above.
BASE_SPEED_SHARE = 0.5
MAINS_HZ = 50.0
FAN_HZ, FAN_SHARES = (0.0, 10.0, 20.0, 30.0), (0.4, 0.5, 0.75, 1.0)


def _ends(stage: Stage) -> tuple[float, float]:
    return stage.slowest_rpm, stage.fastest_rpm


def nearest_speed_rpm(spindle: Spindle, speed_rpm: Column) -> Column:
    """The real speed nearest a wanted one, by ratio (steps stand in ratios, not differences)."""
    best: Column | None = None
    miss: Column = 0.0
    for stage in spindle.stages:
        low, high = _ends(stage)
        candidate = least(most(speed_rpm, low), high)
        distance = _ratio(candidate, speed_rpm)
        if best is None:
            best, miss = candidate, distance
            continue
        nearer = distance < miss
        best, miss = choose(nearer, candidate, best), choose(nearer, distance, miss)
    assert best is not None
    return best


def _ratio(a: Column, b: Column) -> Column:
    return most(a / b, b / a)


def by_stage(spindle: Spindle, speed_rpm: Column, values: Sequence[float]) -> Column:
    """A figure each step has of its own, at a speed: that of the step nearest by ratio."""
    best: Column = values[0]
    miss: Column | None = None
    for stage, value in zip(spindle.stages, values, strict=True):
        low, high = _ends(stage)
        distance = _ratio(least(most(speed_rpm, low), high), speed_rpm)
        if miss is None:
            best, miss = value + 0.0 * distance, distance
            continue
        nearer = distance < miss
        best, miss = choose(nearer, value, best), choose(nearer, distance, miss)
    return best


@formula("Continuous torque of a self-cooled motor on a drive", "0.5 at 10 Hz, 0.75 at 20 Hz, 1 from 30 Hz", "", "common-practice")
def fan_share(*, frequency_hz: Column) -> Column:
    """Share of the rated torque a motor bears for long when its own fan turns slowly.

    >>> fan_share(frequency_hz=20.0)
    0.75
    """
    return between(frequency_hz, FAN_HZ, FAN_SHARES)


def base_rpm(stage: Stage) -> float:
    """Speed below which a range has constant torque, rpm: its own, else half its top speed."""
    return stage.base_rpm or BASE_SPEED_SHARE * stage.fastest_rpm


def _range_power_kw(stage: Stage, spindle: Spindle, speed_rpm: Column) -> Column:
    """Power of a range at a speed: its own curve, constant torque below its first point; or the usual shape, on a
    frequency drive less where the motor's own fan turns slowly."""
    if stage.curve:
        speeds, powers = [point[0] for point in stage.curve], [point[1] for point in stage.curve]
        cooled: Column = 1.0
    else:
        base = base_rpm(stage)
        speeds, powers = [base], [spindle.power_kw]
        cooled = fan_share(frequency_hz=MAINS_HZ * speed_rpm / base) if spindle.motor == "frequency-drive" else 1.0
    level = np.interp(speed_rpm, speeds, powers)
    below = choose(speed_rpm < speeds[0], speed_rpm / speeds[0], 1.0)
    return (level if is_array(speed_rpm) else float(level)) * below * cooled


def stage_power_kw(spindle: Spindle, speed_rpm: Column) -> Column:
    """Rated motor power at a speed, kW: the plate's for fixed steps, the best range's where ranges overlap."""
    if all(stage.speed_rpm is not None for stage in spindle.stages):
        return spindle.power_kw
    best: Column = 0.0
    for stage in spindle.stages:
        low, high = _ends(stage)
        inside = (speed_rpm >= low * (1 - SAME_SPEED)) & (speed_rpm <= high * (1 + SAME_SPEED))
        power = spindle.power_kw if stage.speed_rpm is not None else _range_power_kw(stage, spindle, speed_rpm)
        best = choose(inside & (power > best), power, best)
    return choose(best > 0, best, spindle.power_kw)


@formula("Torque at the spindle, rated", "M = 9549 (P − idle) η / n, not below nought", "N·m", "kinematics")
def spindle_torque_nm(*, power_kw: Column, idle_kw: Column, efficiency: Column, speed_rpm: Column) -> Column:
    """Rated torque at the spindle, N·m.

    >>> round(spindle_torque_nm(power_kw=1.5, idle_kw=0.0, efficiency=0.8, speed_rpm=310), 2)
    36.97
    >>> round(spindle_torque_nm(power_kw=1.5, idle_kw=0.3, efficiency=0.8, speed_rpm=310), 2)
    29.57
    >>> float(spindle_torque_nm(power_kw=0.2, idle_kw=0.3, efficiency=0.8, speed_rpm=310))
    0.0
    """
    return NM_RPM_PER_KW * most(power_kw - idle_kw, 0.0) * efficiency / speed_rpm


@formula("Breakdown torque at the spindle", "M_b = ratio · M_rated", "N·m", "iec-60034")
def breakdown_torque_nm(*, rated_torque_nm: Column, breakdown_ratio: Column) -> Column:
    """Torque at which the motor stalls, felt at the spindle, N·m.

    >>> breakdown_torque_nm(rated_torque_nm=20.0, breakdown_ratio=2.25)
    45.0
    """
    return rated_torque_nm * breakdown_ratio
