"""What a hand does in a plan and how long it takes: marks, threads, seats, burrs."""

from bore.base.formula import formula
from bore.machines.machine import Machine
from bore.materials.material import Material
from bore.plan.tapping import hand_tap_s
from bore.plan.task import Task

# Marking and punching a hole; moving a magnetic drill there, lining it up, magnet on and off; its strap on and off where it hangs, s
# (common practice).
MARK_S, MOVED_S, STRAPPED_S = 20.0, 45.0, 30.0
# A reamer turned by hand, a hole bored true, a seat cut by hand, a floor squared, s a hole (common practice).
BY_HAND_S = {"ream": 60.0, "bore": 90.0, "counterbore": 60.0, "countersink": 15.0, "mill": 60.0, "floor": 60.0}
# A mouth is broken in so long, and longer the wider; what comes through is harder to reach (common practice).
BURR_S, BURR_S_PER_MM, EXIT = 3.0, 0.3, 2.0
# How much burr a metal throws: little where the chip crumbles, most where it is tough and hardens (common practice).
BURR_OF_CHIP = {"short": 0.5, "powder": 0.5, "medium": 1.0, "long": 1.5}
BURR_OF_STAINLESS = 2.5
# A countersink turned in the fingers does up to here; wider mouths want a scraper or a file.
FINGERS_MM = 16.0


def burr_factor(material: Material) -> float:
    """How much burr a metal throws beside plain steel."""
    return BURR_OF_STAINLESS if material.iso_group in ("M", "S") else BURR_OF_CHIP.get(material.chip, 1.0)


@formula("Time of a burr", "t = (3 s + 0.3 D) · burr, twice that where the drill comes out", "s", "common-practice")
def burr_s(*, diameter_mm: float, burr: float, through: bool) -> float:
    """Time to take the burrs off a hole, s.

    >>> round(burr_s(diameter_mm=10, burr=0.5, through=False)), round(burr_s(diameter_mm=10, burr=2.5, through=True))
    (3, 45)
    """
    return (BURR_S + BURR_S_PER_MM * diameter_mm) * burr * (1 + (EXIT if through else 0))


def burr_words(diameter_mm: float, through: bool) -> str:
    """What takes the burr off, and where."""
    tool = "a countersink turned in the fingers" if diameter_mm <= FINGERS_MM else "a scraper or a half-round file"
    where = "both sides, underneath most" if through else "its mouth"
    return f"{where}, with {tool}; a burr cuts, and keeps parts from lying flat"


def mark_s(machine: Machine) -> float:
    """How long a place takes until the machine stands over it, s: marked, and a magnetic drill moved, lined up and strapped where it hangs."""
    if machine.magnet is None:
        return MARK_S
    return MARK_S + MOVED_S + (STRAPPED_S if machine.magnet.orientation != "down" else 0.0)


def hand_s(task: Task, kind: str, size_mm: float) -> float:
    """How long a hand takes over a step of a hole, s."""
    hole = task.base.hole
    if kind == "mark":
        return mark_s(task.base.machine)
    if kind == "deburr":
        return burr_s(diameter_mm=size_mm, burr=burr_factor(task.base.material), through=hole.through)
    if kind == "tap":
        return hand_tap_s(depth_mm=hole.depth_mm, pitch_mm=task.drawn.pitch_mm or 1.0, diameter_mm=task.drawn.finished_mm)
    return BY_HAND_S.get(kind, 0.0)
