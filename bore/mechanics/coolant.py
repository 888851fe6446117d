"""Coolant through the tool: what is wanted, and the power of the pump that gives it."""

import math

from bore.base.formula import formula

PUMP_EFFICIENCY = 0.85
# A pump this much short of what is wanted no longer clears chips.
LEAST_SHARE = 0.6
# Thin water-based coolant at 20 °C, and a hole as drawn or ground in carbide.
DENSITY_KG_M3, VISCOSITY_PA_S, ROUGHNESS_MM = 998.2, 1.0016e-3, 0.0015
# Lost at a sharp entry, and the whole of the speed at the exit.
ENTRY_LOSS, EXIT_LOSS = 0.57, 1.0
LAMINAR = 2300.0


@formula("Power of the coolant pump", "P = p · Q / (600 η)", "kW", "derived")
def pump_power_kw(*, pressure_bar: float, flow_l_min: float, pump_efficiency: float = PUMP_EFFICIENCY) -> float:
    """Power of a pump, kW, from pressure in bar and flow in l/min.

    >>> round(pump_power_kw(pressure_bar=50, flow_l_min=27), 2)
    2.65
    """
    return pressure_bar * flow_l_min / (600 * pump_efficiency)


@formula("Speed of coolant in the holes", "v = Q / (count · π d²/4)", "m/s", "pipe-flow")
def hole_speed_m_s(*, flow_l_min: float, hole_mm: float, count: int) -> float:
    """Speed in the coolant holes, m/s.

    >>> round(hole_speed_m_s(flow_l_min=10, hole_mm=1.5, count=2), 2)
    47.16
    """
    return flow_l_min / 60000 / (count * math.pi / 4 * (hole_mm / 1000) ** 2)


@formula("Friction factor of the holes", "64/Re, or Haaland's for rough pipes", "", "pipe-flow")
def friction_factor(*, speed_m_s: float, hole_mm: float) -> float:
    """Darcy friction factor, after Haaland where the flow is turbulent.

    >>> round(friction_factor(speed_m_s=47.16, hole_mm=1.5), 4)
    0.0227
    >>> round(friction_factor(speed_m_s=1.0, hole_mm=1.0) * 1000 / 64)
    1
    """
    reynolds = DENSITY_KG_M3 * speed_m_s * hole_mm / 1000 / VISCOSITY_PA_S
    if reynolds < LAMINAR:
        return 64 / reynolds
    rough = (ROUGHNESS_MM / hole_mm / 3.7) ** 1.11
    return (-1.8 * math.log10(rough + 6.9 / reynolds)) ** -2


@formula("Pressure to push the flow through the drill", "p = ρ v²/2 · (λ L/d + entry + exit)", "bar", "pipe-flow")
def hole_pressure_bar(*, speed_m_s: float, friction_factor: float, length_mm: float, hole_mm: float) -> float:
    """Pressure lost in the coolant holes of a drill, bar: friction, a sharp entry and the exit's whole speed.

    >>> round(hole_pressure_bar(speed_m_s=47.16, friction_factor=0.0230, length_mm=150, hole_mm=1.5), 1)
    43.0
    """
    dynamic = DENSITY_KG_M3 * speed_m_s**2 / 2
    return dynamic * (friction_factor * length_mm / hole_mm + ENTRY_LOSS + EXIT_LOSS) / 1e5
