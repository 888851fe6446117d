"""What keeps the work from turning with the drill, from lifting, and on a lathe from being pushed."""

from bore.base.elementwise import Column, most, root
from bore.base.formula import formula

VICE_JAWS = 2
# A hand holds the work a breadth away from the hole, mm (common practice).
HAND_ARM_MM = 100.0
# Good practice holds half as much again as the cut asks for.
ROOM = 1.5


@formula("Torque the holding bears", "M = faces · μ · F · arm", "N·m", "derived")
def holding_torque_nm(*, faces: float, friction: float, force_n: float, arm_mm: float) -> float:
    """Torque that vice jaws (two faces) or so many clamps bear by friction at an arm, N·m.

    >>> holding_torque_nm(faces=2, friction=0.2, force_n=8000, arm_mm=60)
    192.0
    """
    return faces * friction * force_n * arm_mm / 1000


@formula("Torque the lathe chuck bears under thrust", "M = r · ((μ ΣF)² − T²)^0.5", "N·m", "derived")
def jaws_torque_nm(*, friction: float, force_n: float, thrust_n: Column, arm_mm: float) -> Column:
    """Torque a lathe chuck's jaws bear while they also bear the thrust, N·m; ΣF of all jaws.

    >>> round(jaws_torque_nm(friction=0.2, force_n=30000, thrust_n=3000.0, arm_mm=40))
    208
    """
    return root(most((friction * force_n) ** 2 - thrust_n**2, 0.0)) * arm_mm / 1000


@formula("Force at the fingers", "F = M / arm", "N", "derived")
def finger_force_n(*, torque_nm: Column, arm_mm: float) -> Column:
    """Force that turns the work against a hand, N.

    >>> finger_force_n(torque_nm=20.0, arm_mm=100)
    200.0
    """
    return torque_nm * 1000 / arm_mm
