"""What is usual for a kind of machine, a motor, a drive and a taper: tables with their sources."""

from dataclasses import dataclass
from functools import cache

from bore.sources import rows, source

HAND_FEEDS = ("hand-lever", "magnet-rack", "tailstock", "push")


@dataclass(frozen=True, slots=True)
class MachineKind:
    """A kind of machine and what is usual for it."""

    words: str
    stiffness_n_mm: float
    motor: str


@dataclass(frozen=True, slots=True)
class Motor:
    """A kind of motor and its usual breakdown torque over rated torque."""

    words: str
    breakdown_ratio: float


@dataclass(frozen=True, slots=True)
class Drive:
    """A kind of drive and the share of power it passes on."""

    words: str
    efficiency: float


@dataclass(frozen=True, slots=True)
class Taper:
    """A Morse taper: the largest drill made with it, its friction torque per kN of thrust, what its tang bears."""

    largest_drill_mm: float
    friction_nm_per_kn: float
    tang_nm: float


@cache
def _table(name: str, key: str) -> dict[str, dict[str, str]]:
    found = {row[key]: row for row in rows(name)}
    for row in found.values():
        source(row["source"])
    return found


@cache
def machine_kind(kind: str) -> MachineKind:
    """The row of a kind of machine."""
    row = _table("machine_kinds.csv", "kind")[kind]
    return MachineKind(row["words"], float(row["stiffness_n_mm"]), row["motor"])


@cache
def motor(name: str) -> Motor:
    """The row of a kind of motor."""
    row = _table("motors.csv", "motor")[name]
    return Motor(row["words"], float(row["breakdown_ratio"]))


@cache
def drive(name: str) -> Drive:
    """The row of a kind of drive."""
    row = _table("drives.csv", "drive")[name]
    return Drive(row["words"], float(row["efficiency"]))


@cache
def taper(size: int) -> Taper:
    """The row of a Morse taper, 0 to 6."""
    row = _table("morse.csv", "size")[str(size)]
    return Taper(float(row["largest_drill_mm"]), float(row["friction_nm_per_kn"]), float(row["tang_nm"]))


def morse_size_for(diameter_mm: float) -> int:
    """The Morse taper a drill of this diameter is made with (ISO 235, DIN 345; from memory).

    >>> morse_size_for(20), morse_size_for(31.75), morse_size_for(10)
    (2, 3, 1)
    """
    for size in (1, 2, 3, 4, 5):
        if diameter_mm <= taper(size).largest_drill_mm:
            return size
    return 6
