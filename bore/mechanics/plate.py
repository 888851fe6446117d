"""From a motor's plate and its pulleys to power and speeds at the spindle."""

import math

from bore.base.formula import formula
from bore.quantities.units import KW_PER_HP


@formula("Motor output, single-phase plate", "P = V · I · cos φ · η", "kW", "iec-60034-30")
def single_phase_kw(*, volts: float, amps: float, power_factor: float, motor_efficiency: float) -> float:
    """Output of a single-phase motor, kW.

    >>> round(single_phase_kw(volts=230, amps=4.0, power_factor=0.95, motor_efficiency=0.6), 3)
    0.524
    """
    return volts * amps * power_factor * motor_efficiency / 1000


@formula("Motor output, three-phase plate", "P = √3 · V · I · cos φ · η", "kW", "iec-60034-30")
def three_phase_kw(*, volts: float, amps: float, power_factor: float, motor_efficiency: float) -> float:
    """Output of a three-phase motor, kW.

    >>> round(three_phase_kw(volts=400, amps=3.4, power_factor=0.80, motor_efficiency=0.80), 2)
    1.51
    """
    return math.sqrt(3) * volts * amps * power_factor * motor_efficiency / 1000


@formula("Motor output from its input", "P = P_input · η", "kW", "derived")
def output_kw(*, input_kw: float, motor_efficiency: float) -> float:
    """Output of a motor whose plate prints input watts, kW.

    >>> round(output_kw(input_kw=1.1, motor_efficiency=0.6), 2)
    0.66
    """
    return input_kw * motor_efficiency


@formula("Motor output in horsepower", "P = 0.7457 · hp", "kW", "derived")
def horsepower_kw(*, output_hp: float) -> float:
    """Mechanical horsepower in kW.

    >>> round(horsepower_kw(output_hp=2.0), 4)
    1.4914
    """
    return output_hp * KW_PER_HP


@formula("Motor speed on this supply", "n = n_plate · supply / plate frequency", "rpm", "derived")
def motor_speed_rpm(*, plate_speed_rpm: float, supply_hz: float, plate_hz: float) -> float:
    """Speed of a mains motor on another supply, rpm: 60 Hz against 50 Hz changes every belt speed by 1.2.

    >>> round(motor_speed_rpm(plate_speed_rpm=1420, supply_hz=60, plate_hz=50), 6)
    1704.0
    """
    return plate_speed_rpm * supply_hz / plate_hz


@formula("Spindle speed of a pulley pair", "n = n_motor · d_motor/d_spindle · idler / reduction", "rpm", "derived")
def pulley_speed_rpm(
    *, motor_speed_rpm: float, motor_pulley_mm: float, spindle_pulley_mm: float, idler_ratio: float, reduction: float
) -> float:
    """Spindle speed of a pulley pair, rpm; idler ratio is driving over driven diameter of the idler, 1 without one.

    >>> round(pulley_speed_rpm(motor_speed_rpm=1420, motor_pulley_mm=60, spindle_pulley_mm=120, idler_ratio=1, reduction=1))
    710
    >>> round(pulley_speed_rpm(motor_speed_rpm=1420, motor_pulley_mm=60, spindle_pulley_mm=120, idler_ratio=0.5, reduction=5))
    71
    """
    return motor_speed_rpm * motor_pulley_mm / spindle_pulley_mm * idler_ratio / reduction


@formula("Motor's output on another supply", "P = P_plate · f_supply / f_plate", "kW", "derived")
def power_on_supply_kw(*, power_kw: float, supply_hz: float, plate_hz: float) -> float:
    """Output of a mains motor on another supply, kW: its torque stays, its speed and so its power follow the frequency.

    >>> round(power_on_supply_kw(power_kw=0.6, supply_hz=50, plate_hz=60), 3)
    0.5
    """
    return power_kw * supply_hz / plate_hz
