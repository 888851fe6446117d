"""What a belt carries before it slips, at the spindle."""

from functools import cache

from bore.base.elementwise import Column, most
from bore.base.formula import formula
from bore.base.sources import rows
from bore.machines.machine import Spindle
from bore.mechanics.spindle import by_stage

WORN = 0.7
FULL_WRAP_DEG = 180.0
# A small press's belt, about which nothing is known, slips at this many times the motor's rated torque.
UNKNOWN_BELT = 1.7


@cache
def _pulls() -> dict[str, float]:
    return {row["section"]: float(row["pull_n"]) for row in rows("belts.csv")}


@formula("Pull of a belt", "F_u = F_section · (1 − 0.003 (180 − wrap)) · wear", "N", "common-practice")
def belt_pull_n(*, section: str, wrap_deg: float, worn: bool) -> float:
    """Useful pull of one belt, N: about 75 N for a Z/10 section, 175 N for A/13 and B/17, less with little wrap, 0.7
    when worn or glazed (common practice).

    >>> round(belt_pull_n(section="Z/10", wrap_deg=150, worn=False), 2)
    68.25
    >>> round(belt_pull_n(section="Z/10", wrap_deg=150, worn=True), 3)
    47.775
    """
    return _pulls()[section] * (1 - 0.003 * (FULL_WRAP_DEG - wrap_deg)) * (WORN if worn else 1.0)


@formula("Torque the belt carries", "M_belt = F_u · d_small/2 · count · η · max(n_motor/n, 1)", "N·m", "derived")
def belt_torque_nm(
    *, pull_n: float, small_pulley_mm: float, count: int, efficiency: float, motor_speed_rpm: float, speed_rpm: Column
) -> Column:
    """Torque at the spindle at which the belts slip, N·m. The small pulley sits on the motor when the spindle is the
    slower of the two, on the spindle when it is the faster.

    >>> round(belt_torque_nm(pull_n=75, small_pulley_mm=60, count=1, efficiency=0.9, motor_speed_rpm=1400, speed_rpm=350.0), 2)
    8.1
    >>> round(belt_torque_nm(pull_n=75, small_pulley_mm=60, count=3, efficiency=0.9, motor_speed_rpm=1400, speed_rpm=2800.0), 3)
    6.075
    """
    return pull_n * small_pulley_mm / 2000 * count * efficiency * most(motor_speed_rpm / speed_rpm, 1.0)


@formula("Torque an unknown belt carries", "M_belt = 1.7 · M_rated", "N·m", "common-practice")
def unknown_belt_torque_nm(*, rated_torque_nm: Column) -> Column:
    """What a belt is taken to carry when nothing is known of it, N·m: 1.7 times the rated torque at its smallest pulley."""
    return UNKNOWN_BELT * rated_torque_nm


def measured_belt_nm(spindle: Spindle, speed_rpm: Column) -> Column | None:
    """Belt torque of the step at a speed, from a measurement or from the belt itself; None where neither is known."""
    known: list[float | None] = []
    for stage in spindle.stages:
        belt = stage.belt
        if stage.belt_torque_nm is not None:
            known.append(stage.belt_torque_nm)
        elif belt is not None and belt.small_pulley_mm is not None and stage.speed_rpm is not None:
            pull = belt_pull_n(section=belt.section, wrap_deg=belt.wrap_deg or FULL_WRAP_DEG, worn=belt.worn)
            carries = belt_torque_nm(
                pull_n=pull,
                small_pulley_mm=belt.small_pulley_mm,
                count=belt.count,
                efficiency=spindle.efficiency,
                motor_speed_rpm=spindle.motor_speed_rpm,
                speed_rpm=stage.speed_rpm,
            )
            known.append(float(carries))
        else:
            known.append(None)
    if all(value is None for value in known):
        return None
    return by_stage(spindle, speed_rpm, [0.0 if value is None else value for value in known])
